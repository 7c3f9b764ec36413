<script setup lang="ts">
/** The nudge, and the card that opens by itself. */
import { computed } from 'vue'
import type { Parts } from '../api/desk'
import type { DeskState } from '../composables/useDesk'
import { worded } from '../logic/texts'
import DoorGlyph from '../parts/DoorGlyph.vue'
import NumberBox from '../parts/NumberBox.vue'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'
import OwnPages from './OwnPages.vue'

const props = defineProps<{ state: DeskState; playing: boolean; isLate: boolean }>()
const emit = defineEmits<{ play: []; nudge: [] }>()
const say = deskWords.nudges
const language = computed(() => props.state.desk.value?.language ?? 'en')
type Of<P extends 'nudge' | 'opens_itself'> = Parts[P]
const nudge = computed(() => props.state.draft.value?.nudge)
const opens = computed(() => props.state.draft.value?.opens_itself)
const ofNudge = <K extends keyof Of<'nudge'>>(name: K, empty: NonNullable<Of<'nudge'>[K]>) =>
  computed({
    get: () => nudge.value?.[name] ?? empty,
    set: (value) => props.state.write('nudge', { [name]: value }),
  })
const ofOpens = <K extends keyof Of<'opens_itself'>>(name: K, empty: NonNullable<Of<'opens_itself'>[K]>) =>
  computed({
    get: () => opens.value?.[name] ?? empty,
    set: (value) => props.state.write('opens_itself', { [name]: value }),
  })
const on = ofNudge('on', false)
const after = computed({
  get: () => nudge.value?.after_seconds ?? 20,
  set: (value: number | null) => props.state.write('nudge', { after_seconds: value ?? 0 }),
})
const often = ofNudge('how_often', 'once_a_visit')
const motion = ofNudge('motion', 'rise')
const sound = ofNudge('sound', false)
const pages = ofNudge('pages', [])
const words = computed({
  get: () => nudge.value?.words?.[language.value] ?? '',
  set: (text) => props.state.write('nudge', { words: worded(nudge.value?.words, language.value, text) }),
})
const from = computed({
  get: () => nudge.value?.page ?? 1,
  set: (value: number | null) => props.state.write('nudge', { page: value ?? 1 }),
})
const reply = (name: 'first_reply' | 'second_reply') =>
  computed({
    get: () => nudge.value?.[name]?.[language.value] ?? '',
    set: (text: string) =>
      props.state.write('nudge', { [name]: worded(nudge.value?.[name], language.value, text) }),
  })
const firstReply = reply('first_reply')
const secondReply = reply('second_reply')
const opensOn = ofOpens('on', false)
const seconds = computed({
  get: () => opens.value?.seconds ?? null,
  set: (value) => props.state.write('opens_itself', { seconds: value }),
})
const scroll = computed({
  get: () => opens.value?.scroll_percent ?? null,
  set: (value) => props.state.write('opens_itself', { scroll_percent: value }),
})
const page = computed({
  get: () => opens.value?.page ?? 1,
  set: (value: number | null) => props.state.write('opens_itself', { page: value ?? 1 }),
})
const tucks = computed({
  get: () => opens.value?.tucks_away_after_seconds ?? 0,
  set: (value: number | null) => props.state.write('opens_itself', { tucks_away_after_seconds: value ?? 0 }),
})
const devices = ofOpens('devices', [])
const opensPages = ofOpens('pages', [])
const OFTEN = Object.entries(say.oftens).map(([value, label]) => ({
  value: value as NonNullable<Parts['nudge']['how_often']>,
  label,
}))
const MOTIONS = Object.entries(say.motions).map(([value, label]) => ({
  value: value as NonNullable<Parts['nudge']['motion']>,
  label,
}))
const DEVICES = (['phone', 'tablet', 'computer'] as const).map((value) => ({
  value,
  label: deskWords.whom.device[value] ?? value,
}))
</script>

<template>
  <div v-if="nudge && opens" class="stack">
    <TickBox v-model="on" :label="say.on" :help="say.closed" />
    <template v-if="on">
      <TextBox
        v-model="words"
        fills
        :label="say.words"
        :who="say.wordsWho"
        :lang="language"
        :maxlength="200"
      />
      <div class="two">
        <TextBox
          v-model="firstReply"
          fills
          :label="say.firstReply"
          :placeholder="say.replyHint"
          :lang="language"
          :maxlength="120"
        /><TextBox v-model="secondReply" fills :label="say.secondReply" :lang="language" :maxlength="120" />
      </div>
      <p class="small muted">{{ say.repliesHelp }}</p>
      <div class="two">
        <NumberBox v-model="after" :label="say.delay" :wrong="deskWords.arrives.wrong" /><NumberBox
          v-model="from"
          :label="say.page"
          :wrong="deskWords.arrives.wrong"
          :low="1"
          :high="100"
        />
      </div>
      <p v-if="isLate" class="blank"><DoorGlyph state="ajar" :size="15" />{{ say.late }}</p>
      <PickOne v-model="often" :label="say.often" :options="OFTEN" />
      <PickOne v-model="motion" :label="say.motion" :options="MOTIONS" />
      <OwnPages v-model="pages" :state="state" :title="say.pages" />
      <TickBox v-model="sound" :label="say.sound" :help="say.soundHelp" />
      <div class="acts">
        <v-btn variant="outlined" size="small" @click="emit('nudge')">Show it now</v-btn>
      </div>
    </template>
    <div class="hair stack">
      <TickBox v-model="opensOn" :label="say.itself" :help="say.itselfHelp" />
      <template v-if="opensOn">
        <div class="two">
          <NumberBox
            v-model="seconds"
            :label="say.itselfAfter"
            :wrong="deskWords.arrives.wrong"
            optional
          /><NumberBox
            v-model="scroll"
            :label="say.itselfScroll"
            :wrong="deskWords.arrives.wrong"
            :high="100"
            optional
          />
        </div>
        <div class="two">
          <NumberBox
            v-model="page"
            :label="say.itselfPage"
            :wrong="deskWords.arrives.wrong"
            :low="1"
            :high="100"
          /><NumberBox
            v-model="tucks"
            :label="say.tucks"
            :help="say.tucksHelp"
            :wrong="deskWords.arrives.wrong"
          />
        </div>
        <PickSome v-model="devices" :label="say.itselfOn" :options="DEVICES" />
        <OwnPages v-model="opensPages" :state="state" :title="say.pages" />
      </template>
    </div>
    <div>
      <v-btn variant="outlined" size="small" :disabled="playing" @click="emit('play')">{{
        playing ? deskWords.arrives.playing : deskWords.arrives.play
      }}</v-btn>
    </div>
  </div>
</template>
