<script setup lang="ts">
/**
 * The stage: the verdict in one sentence over the page with the real button, time to pull, and who one
 * rehearses as.
 */
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import type { RehearsalState } from '../composables/useRehearsal'
import { useFit } from '../composables/useFit'
import { useStage, type Of, type Picked, type Show } from '../composables/useStage'
import { useStrip } from '../composables/useStrip'
import { useToast } from '../composables/useToast'
import { followed } from '../logic/addresses'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import { reviewWords } from '../words/review'
import FarSide from './FarSide.vue'
import RehearseBar from './RehearseBar.vue'
import StageCovers from './StageCovers.vue'
import StageTools from './StageTools.vue'
import StageVerdict from './StageVerdict.vue'
import WeekRibbon from './WeekRibbon.vue'
import StageLedger from './StageLedger.vue'

const props = defineProps<{
  state: DeskState
  rehearsal: RehearsalState
  busy: boolean
  /** Something is being edited: on a phone a strip of the stage stays on top of it. */
  edits: boolean
}>()
const address = defineModel<string>('address', { required: true })
const why = defineModel<boolean>('why', { required: true })
const of = defineModel<Of>('of', { required: true })
const emit = defineEmits<{
  verdict: [Schemas['StageOut'] | null]
  fix: [Schemas['FixOut']]
  open: [string]
  share: []
  show: []
}>()
const say = deskWords.stage
const toast = useToast()
const frame = ref<HTMLIFrameElement>()
const room = ref<HTMLElement>()
const ribbon = ref<InstanceType<typeof WeekRibbon>>()
const picking = ref(false)
/** On a phone the page under the verdict folds away, so that the sentences come up. */
const folded = ref(false)
const { whole, away } = useStrip(() => props.edits, folded)
const { width, height } = useElementSize(room)
const desk = computed(() => props.state.desk.value)
const site = computed(() => desk.value?.site ?? '')
const as = props.rehearsal.rehearsal
/** Both side by side: what visitors have left, the draft right. */
const isBoth = computed(() => of.value === 'both')
const shownOf = computed<Of>({
  get: () => (isBoth.value ? 'draft' : of.value),
  set: (value) => void (of.value = value),
})
const besideFrame = ref<HTMLIFrameElement>()
const stage = useStage({
  site,
  state: props.state,
  rehearsal: props.rehearsal,
  address,
  of: shownOf,
  frame,
  beside: { frame: besideFrame, on: isBoth },
})
onBeforeUnmount(stage.leave)
const shown = stage.verdict
watch(shown, (now) => emit('verdict', now))
stage.on.follow = (href) => {
  const to = followed(href, desk.value?.hosts ?? [])
  if (to) {
    address.value = to
    as.page += 1
  }
}
const { fit, besideFit } = useFit({ width, height }, () => as.device, isBoth)
const source = computed(() => {
  if (!site.value) return ''
  const visit = address.value && props.rehearsal.visitOn(address.value).address
  return `/stage/${site.value}/${visit ? '?address=' + encodeURIComponent(visit) : ''}`
})
watch(source, stage.waiting)
const ask = computed(() => ({
  of: 'draft' as const,
  door: props.state.door.value?.key ?? '',
  parts: {
    people: props.state.draft.value?.people,
    pages: props.state.draft.value?.pages,
    overrides: props.state.draft.value?.overrides,
  },
  visit: { ...props.rehearsal.visitOn(address.value), at: null },
  version: desk.value?.hours.now,
}))
function show(what: Show | 'away'): void {
  why.value = false
  if (what !== 'away') {
    const door = stage.verdict.value?.answer.door as { nudge?: object } | undefined
    if (what === 'nudge' && !door?.nudge) toast.say(say.noNudge)
    stage.show(what)
    return
  }
  const next = ribbon.value?.next(['nobody', 'closed'])
  if (next) as.at = Math.max(next.since, Math.floor(Date.now() / 1000)) + 60
  else toast.say(say.noAway)
}
function pick(then: (found: Picked) => void): void {
  why.value = false
  picking.value = true
  stage.on.picked = (found) => {
    picking.value = false
    then(found)
  }
  stage.pick(true)
}
function stopPicking(): void {
  picking.value = false
  stage.pick(false)
}
defineExpose({
  show,
  ask: stage.ask,
  step: (seconds: number) => ribbon.value?.step(seconds),
  pick,
  stopPicking,
  paints: stage.paints,
  light: (spot: string) => {
    if (!why.value) stage.light(spot)
  },
  question: () =>
    props.state.door.value
      ? {
          door: props.state.door.value.key,
          of: 'draft',
          parts: props.state.typed(),
          channels: stage.channels.value,
          visit: props.rehearsal.visitOn(address.value),
        }
      : null,
  picking,
  playing: stage.playing,
  lay: (key: string, laid: Schemas['ChannelLaid'] | null) => {
    const rest = Object.fromEntries(Object.entries(stage.channels.value).filter(([name]) => name !== key))
    stage.channels.value = laid ? { ...rest, [key]: laid } : rest
  },
})
</script>

<template>
  <section
    class="stage"
    :class="{ folded: folded && !edits, strip: edits && !whole && !why }"
    aria-label="Stage"
  >
    <StageVerdict
      v-model:of="of"
      v-model:why="why"
      v-model:folded="away"
      :edits="edits"
      :shown="shown"
      :unreached="stage.unreached.value"
      :compares="!!desk?.release && (!!desk.changes.length || of !== 'draft')"
    />
    <div class="window">
      <StageTools
        v-model:address="address"
        v-model:device="as.device"
        :desk="desk"
        :nudges="!!state.draft.value?.nudge.on"
        :showing="stage.showing.value"
        @show="show"
        @hand="emit('show')"
      />
      <div ref="room" class="room" :class="as.device">
        <iframe
          v-if="source"
          ref="frame"
          :key="source"
          :src="source"
          :style="fit"
          sandbox="allow-scripts allow-popups allow-popups-to-escape-sandbox"
          :title="words.stage.frame"
          :inert="why || !!stage.knocked.value || undefined"
        />
        <template v-if="isBoth && source && !why">
          <iframe
            ref="besideFrame"
            :key="source + 'live'"
            :src="source"
            :style="besideFit"
            class="beside"
            sandbox="allow-scripts"
            :title="reviewWords.besideFrame"
          />
          <p class="names" aria-hidden="true">
            <span
              ><b>{{ reviewWords.of.live }}</b> {{ stage.live.value?.title ?? '' }}</span
            ><span
              ><b>{{ reviewWords.of.draft }}</b> {{ shown?.title ?? '' }}</span
            >
          </p>
        </template>
        <p v-if="shown && !shown.shown && !why" class="none">{{ say.noPage }}</p>
        <p v-if="stage.playing.value" class="playing" role="status">{{ say.playing }}</p>
        <StageLedger
          v-if="why && shown"
          :verdict="shown"
          :busy="busy"
          :site="site"
          :address="address"
          @fix="emit('fix', $event)"
          @open="emit('open', $event)"
          @share="emit('share')"
        />
        <FarSide
          v-else-if="stage.knocked.value"
          :knocked="stage.knocked.value"
          :channels="state.door.value?.channels ?? []"
          :address="address"
          :device="as.device"
          @back="stage.knocked.value = null"
        />
      </div>
    </div>
    <StageCovers
      v-if="!why"
      :state="state"
      :device="as.device"
      :seen="stage.covers.value"
      :heard="shown?.heard ?? null"
      :is-drawn="shown?.page === 'drawn' && !!address && stage.ready.value"
    />
    <WeekRibbon v-if="site" ref="ribbon" v-model="as.at" :site="site" :ask="ask" />
    <RehearseBar
      :state="rehearsal"
      :languages="desk?.languages ?? []"
      :facts="shown?.facts ?? {}"
      @start-over="(rehearsal.startOver(), stage.show('button'))"
    />
  </section>
</template>

<style scoped src="./StagePanel.css"></style>
