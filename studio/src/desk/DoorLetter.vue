<script setup lang="ts">
/** The door as a letter: one sentence a matter, one of them open. */
import { computed, defineAsyncComponent, onMounted } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import type { Picked, Show } from '../composables/useStage'
import { sentenceOf } from '../logic/sentences'
import DoorGlyph from '../parts/DoorGlyph.vue'
import MayDo from '../parts/MayDo.vue'
import EmbedLine from '../parts/EmbedLine.vue'
import { useSession } from '../stores/session'
import { deskWords, type Matter } from '../words/desk'
import { words } from '../words/app'
import { teamWords } from '../words/team'
import ArrivesEditor from './ArrivesEditor.vue'
import HostsEditor from './HostsEditor.vue'
import PressEditor from './PressEditor.vue'
import ReminderNotes from './ReminderNotes.vue'
import SentenceRow from './SentenceRow.vue'
import WhenEditor from './WhenEditor.vue'
import WhereEditor from './WhereEditor.vue'

/** The larger ones come when they are first opened, or once the desk is at rest. */
const lazy = {
  reach: () => import('./ReachEditor.vue'),
  who: () => import('./WhoEditor.vue'),
  looks: () => import('./LooksEditor.vue'),
  says: () => import('./SaysEditor.vue'),
  nudges: () => import('./NudgesEditor.vue'),
  plates: () => import('./PlatesEditor.vue'),
  whom: () => import('./WhomEditor.vue'),
  asks: () => import('./AsksEditor.vue'),
  reads: () => import('./ReadsEditor.vue'),
}
const ReachEditor = defineAsyncComponent(lazy.reach)
const WhoEditor = defineAsyncComponent(lazy.who)
const LooksEditor = defineAsyncComponent(lazy.looks)
const SaysEditor = defineAsyncComponent(lazy.says)
const NudgesEditor = defineAsyncComponent(lazy.nudges)
const PlatesEditor = defineAsyncComponent(lazy.plates)
const WhomEditor = defineAsyncComponent(lazy.whom)
const AsksEditor = defineAsyncComponent(lazy.asks)
const ReadsEditor = defineAsyncComponent(lazy.reads)
onMounted(() =>
  setTimeout(() => {
    for (const load of Object.values(lazy)) void load()
  }, 2500),
)

export interface StageHandle {
  show: (what: Show | 'away') => void
  pick: (then: (found: Picked) => void) => void
  paints: () => Promise<Schemas['PaintIn'][]>
  light: (spot: string) => void
  question: () => Schemas['StageIn'] | null
  stopPicking: () => void
  picking: boolean
  playing: boolean
  lay: (key: string, laid: Schemas['ChannelLaid'] | null) => void
}
const open = defineModel<Matter | null>('open', { required: true })
const props = defineProps<{
  state: DeskState
  verdict: Schemas['StageOut'] | null
  address: string
  stage: StageHandle | null
}>()
const emit = defineEmits<{
  show: []
  compare: [on: boolean]
  language: [string]
  remind: [Schemas['ReminderOut']]
}>()
const session = useSession()
const desk = computed(() => props.state.desk.value)
const door = computed(() => props.state.door.value)
const MATTERS: Matter[] = [
  'reach',
  'who',
  'when',
  'where',
  'whom',
  'arrives',
  'says',
  'nudges',
  'press',
  'reads',
  'asks',
  'plates',
  'looks',
  'on',
]
const pieces = (matter: Matter) =>
  desk.value && door.value && props.state.draft.value
    ? sentenceOf(matter, {
        desk: desk.value,
        door: door.value,
        draft: props.state.draft.value,
        contrast: props.verdict?.contrast,
        words,
      })
    : []
const isNew = (matter: Matter): boolean =>
  !!door.value && (door.value.not_live.includes(matter) || door.value.not_live.includes('door_added'))
const stops = (matter: Matter): boolean =>
  !!props.verdict?.ledger.some(
    (line) => line.sentence === matter && line.outcome === 'stops' && props.verdict?.state === 'barred',
  )
const unheard = computed(() => !desk.value?.hosts.some((host) => host.heard_at))
const strangers = computed(() => desk.value?.hosts.filter((host) => host.state === 'heard') ?? [])
/** The line has its own note below; other doors' pauses stand in the list of doors. */
const paints = async (): Promise<Schemas['PaintIn'][]> => (props.stage ? props.stage.paints() : [])
const reminders = computed(
  () =>
    desk.value?.reminders.filter(
      (reminder) => reminder.code !== 'unheard' && (!reminder.door || reminder.door === door.value?.key),
    ) ?? [],
)
const turn = (matter: Matter, on: boolean): void => {
  if (on) open.value = matter
  else if (open.value === matter) open.value = null
}
</script>

<template>
  <div v-if="desk && door" class="rows">
    <MayDo power="doors" :says="open ? '' : teamWords.mayNot.answers" />
    <ReminderNotes
      v-if="!open && session.may('doors')"
      :reminders="reminders"
      @act="emit('remind', $event)"
    />
    <SentenceRow
      v-for="matter in MATTERS"
      :key="matter"
      :open="open === matter"
      :label="deskWords.matter[matter]"
      :about="deskWords.about[matter]"
      :pieces="pieces(matter)"
      :not-live="isNew(matter)"
      :stops="stops(matter)"
      :roomy="!open"
      @update:open="turn(matter, $event)"
    >
      <ReachEditor
        v-if="matter === 'reach'"
        :state="state"
        :address="address"
        :missing="verdict?.missing ?? []"
        :lay="(key, laid) => stage?.lay(key, laid)"
      />
      <WhoEditor v-else-if="matter === 'who'" :state="state" :missing="verdict?.missing ?? []" />
      <WhenEditor v-else-if="matter === 'when'" :state="state" />
      <WhereEditor v-else-if="matter === 'where'" :state="state" :address="address" :live="door.live_pages" />
      <WhomEditor v-else-if="matter === 'whom'" :state="state" />
      <ArrivesEditor
        v-else-if="matter === 'arrives'"
        :state="state"
        :playing="stage?.playing ?? false"
        :is-late="verdict?.nudge_comes_late ?? false"
        @play="stage?.show('play')"
      />
      <SaysEditor
        v-else-if="matter === 'says'"
        :state="state"
        :question="() => stage?.question() ?? null"
        @language="emit('language', $event)"
        @lit="stage?.light($event)"
      />
      <NudgesEditor
        v-else-if="matter === 'nudges'"
        :state="state"
        :playing="stage?.playing ?? false"
        :is-late="verdict?.nudge_comes_late ?? false"
        @play="stage?.show('play')"
        @nudge="stage?.show('nudge')"
      />
      <PressEditor v-else-if="matter === 'press'" :state="state" />
      <ReadsEditor v-else-if="matter === 'reads'" :state="state" @show="stage?.show('card')" />
      <AsksEditor v-else-if="matter === 'asks'" :state="state" @show="stage?.show('asks')" />
      <PlatesEditor
        v-else-if="matter === 'plates'"
        :state="state"
        :picking="stage?.picking ?? false"
        :pick="(then) => stage?.pick(then)"
        :stop-picking="() => stage?.stopPicking()"
      />
      <LooksEditor
        v-else-if="matter === 'looks'"
        :state="state"
        :contrast="verdict?.contrast"
        :paints="paints"
        @show="stage?.show($event)"
        @compare="emit('compare', $event)"
      />
      <HostsEditor v-else :state="state" @show="emit('show')" />
    </SentenceRow>
    <button
      v-if="strangers.length && session.may('doors') && open !== 'on'"
      type="button"
      class="heard"
      @click="open = 'on'"
    >
      <DoorGlyph state="ajar" :size="17" />{{ words.hosts.heardFrom }}
      {{ strangers.map((host) => host.shown).join(', ') }}
    </button>
    <p v-if="door.behind" class="heard">
      <DoorGlyph state="ajar" :size="17" />{{ deskWords.doors.behind(door.behind) }}
    </p>
    <div v-if="unheard && !open" class="next">
      <h2>{{ words.desk.nextTitle }}</h2>
      <p class="muted">{{ words.desk.nextLead }}</p>
      <EmbedLine :line="desk.line" :site="desk.site" stacked />
    </div>
  </div>
</template>

<style scoped src="./DoorLetter.css"></style>
