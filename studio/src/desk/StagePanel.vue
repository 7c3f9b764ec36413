<script setup lang="ts">
/**
 * The stage: the verdict in one sentence over the page with the real button, time to pull, and who one
 * rehearses as.
 */
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import type { Device, RehearsalState } from '../composables/useRehearsal'
import { useStage, type Of, type Picked, type Show } from '../composables/useStage'
import { useToast } from '../composables/useToast'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/en'
import { reviewWords } from '../words/review'
import AddressBox from './AddressBox.vue'
import FarSide from './FarSide.vue'
import RehearseBar from './RehearseBar.vue'
import WeekRibbon from './WeekRibbon.vue'
import WhyLedger from './WhyLedger.vue'

const props = defineProps<{ state: DeskState; rehearsal: RehearsalState; busy: boolean }>()
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
const { width, height } = useElementSize(room)
const desk = computed(() => props.state.desk.value)
const site = computed(() => desk.value?.site ?? '')
const as = props.rehearsal.rehearsal
/** Both side by side: what visitors have left, the draft right. */
const isBoth = computed(() => of.value === 'both')
const shownOf = computed<Of>({
  get: () => (isBoth.value ? 'draft' : of.value),
  set: (value) => {
    of.value = value
  },
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
const isOwn = (to: string): boolean =>
  !!desk.value?.hosts.some(
    (host) =>
      host.state === 'allowed' &&
      (to.startsWith(`https://${host.name}/`) ||
        (host.name.startsWith('*.') && new URL(to).hostname.endsWith(host.name.slice(1)))),
  )
stage.on.follow = (href) => {
  const local = /^http:\/\/((?:[a-z0-9-]+\.)+)localhost:\d+(.*)$/.exec(href)
  const to = local ? `https://${local[1]}example${local[2]}` : href
  if (isOwn(to)) {
    address.value = to.replace(/#.*$/, '')
    as.page += 1
  }
}
const SIZES: Record<Device, [number, number]> = {
  computer: [1024, 0],
  tablet: [820, 1180],
  phone: [390, 780],
}
/** The strip that names the two frames, in px. */
const HEAD = 30
const fit = computed(() => {
  const [wide, tall] = SIZES[as.device]
  const room = isBoth.value ? (width.value - 12) / 2 : width.value
  const scale = Math.min(room / wide || 1, tall ? Math.max(height.value / tall, 0.6) || 1 : 1, 1)
  const head = isBoth.value ? HEAD : 0
  const left = (height.value - head) / scale
  return {
    width: `${wide}px`,
    top: `${head}px`,
    height: `${as.device === 'computer' ? left : Math.min(tall, left)}px`,
    transform: `scale(${scale})`,
    left: `${(isBoth.value ? room + 12 : 0) + Math.max(0, (room - wide * scale) / 2)}px`,
  }
})
const besideFit = computed(() => ({
  ...fit.value,
  left: `${Math.max(0, Number.parseFloat(fit.value.left) - (width.value - 12) / 2 - 12)}px`,
}))
const source = computed(() => {
  if (!site.value) return ''
  const visit = address.value && props.rehearsal.visitOn(address.value).address
  return `/stage/${site.value}/${visit ? '?address=' + encodeURIComponent(visit) : ''}`
})
watch(source, stage.waiting)
const DEVICES: Device[] = ['computer', 'tablet', 'phone']
const OF = computed(() => ['live', 'draft', 'both', ...(/^\d+$/.test(of.value) ? [of.value] : [])])
const SHOWS = ['button', 'nudge', 'card', 'play', 'away'] as const
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
async function moveClear(): Promise<void> {
  const heard = shown.value?.heard
  const looks = props.state.draft.value?.looks
  const seen = stage.covers.value
  const button = seen?.button ?? {
    left: 0,
    top: 0,
    width: looks?.size_px ?? 52,
    height: looks?.size_px ?? 52,
  }
  const covers = seen?.what ? seen : heard ? { ...heard, button } : null
  if (!covers || !looks) return
  const free = await want(
    api.POST('/api/free-place', {
      body: {
        corner: looks.corner ?? 'right',
        size: looks.size_px ?? 52,
        device: as.device,
        offset: (as.device === 'phone' ? looks.phone_offset : looks.computer_offset) ?? null,
        window: covers.window,
        button: covers.button,
        boxes: covers.boxes,
      },
    }),
  )
  if (!free.foot_px) {
    toast.say(say.noRoom)
    return
  }
  const before = { ...looks }
  props.state.write('looks', {
    [as.device === 'phone' ? 'phone_offset' : 'computer_offset']: {
      side_px: free.side_px,
      foot_px: free.foot_px,
    },
  })
  toast.say(say.moved, () => props.state.put('looks', before))
}
/** Where the page is opened in a tab: in the demo, the shop that stands in for `.example` addresses. */
const openOnSite = computed(() => {
  const port = desk.value?.local_port
  const local = port ? `http://$1localhost:${port}` : '$&'
  const made = address.value.replace(/^https?:\/\/((?:[a-z0-9-]+\.)+)example/, local)
  return made && made + '#kk-ours'
})
const glyph = computed(() => shown.value?.state ?? 'ajar')
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
    const rest = Object.fromEntries(Object.entries(stage.channels.value).filter(([one]) => one !== key))
    stage.channels.value = laid ? { ...rest, [key]: laid } : rest
  },
})
function startOver(): void {
  props.rehearsal.startOver()
  stage.show('button')
}
</script>

<template>
  <section class="stage" :class="{ folded }" aria-label="Stage">
    <div class="verdict">
      <DoorGlyph :state="glyph" :size="30" />
      <div class="words" role="status">
        <p v-if="shown">
          <b>{{ shown.title }}</b> <span>{{ shown.more }}</span>
        </p>
        <p v-else>
          <b>{{ words.stage.waiting }}</b>
        </p>
        <p v-if="stage.unreached.value" class="small away">{{ say.unreached }}</p>
        <p v-else-if="shown" class="small muted">{{ shown.clock }}</p>
      </div>
      <div
        v-if="desk?.release && (desk.changes.length || of !== 'draft')"
        class="of"
        role="group"
        :aria-label="reviewWords.ofTitle"
      >
        <button v-for="one in OF" :key="one" type="button" :aria-pressed="of === one" @click="of = one">
          {{ reviewWords.of[one] ?? reviewWords.release(Number(one)) }}
        </button>
      </div>
      <button v-if="shown" type="button" class="why" :aria-expanded="why" @click="why = !why">
        {{ why ? say.back : say.why }}
      </button>
      <button
        type="button"
        class="fold"
        :aria-expanded="!folded"
        :aria-label="folded ? say.unfold : say.fold"
        @click="folded = !folded"
      >
        <svg viewBox="0 0 12 8" width="14" height="10" aria-hidden="true">
          <path
            :d="folded ? 'm1 1 5 5 5-5' : 'm1 7 5-5 5 5'"
            fill="none"
            stroke="currentColor"
            stroke-width="1.800"
          />
        </svg>
      </button>
    </div>
    <div class="window">
      <div class="tools">
        <AddressBox v-model="address" :pages="desk?.pages ?? []" :hosts="desk?.hosts ?? []" />
        <div class="devices" role="group" aria-label="Device">
          <button
            v-for="one in DEVICES"
            :key="one"
            type="button"
            :aria-pressed="as.device === one"
            @click="as.device = one"
          >
            <svg viewBox="0 0 16 14" width="16" height="14" aria-hidden="true">
              <path
                :d="
                  one === 'computer'
                    ? 'M1 1.700h14v8.600H1zM5.500 13h5M8 10.500V13'
                    : one === 'tablet'
                      ? 'M3.500 1h9v12h-9z'
                      : 'M5 1h6v12H5z'
                "
                fill="none"
                stroke="currentColor"
                stroke-width="1.500"
                stroke-linejoin="round"
                stroke-linecap="round"
              /></svg
            ><span class="device">{{ words.stage[one] }}</span>
          </button>
        </div>
        <v-menu location="bottom end">
          <template #activator="{ props: press }"
            ><button type="button" class="chip drop" v-bind="press">{{ say.show }}</button></template
          >
          <div class="menu">
            <button
              v-for="what in SHOWS"
              v-show="what !== 'nudge' || state.draft.value?.nudge.on"
              :key="what"
              type="button"
              class="entry"
              @click="show(what)"
            >
              {{ say.shows[what] }}</button><button type="button" class="entry" @click="emit('show')">
              {{ reviewWords.show.menu }}<small>{{ reviewWords.show.menuHelp }}</small></button
            ><a v-if="openOnSite" class="entry" :href="openOnSite" target="_blank" rel="noopener"
              >{{ say.openSite }}<small>{{ say.openSiteHelp }}</small></a
            >
          </div>
        </v-menu>
      </div>
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
        <WhyLedger
          v-if="why && shown"
          :verdict="shown"
          :busy="busy"
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
    <p v-if="stage.covers.value?.what && !why" class="covers">
      <DoorGlyph state="ajar" :size="15" /><span>{{ say.covers(stage.covers.value.what) }}</span
      ><button type="button" class="act" @click="moveClear">{{ say.move }}</button>
    </p>
    <p v-else-if="shown?.heard && !why" class="covers">
      <DoorGlyph state="ajar" :size="15" /><span>{{ say.heardCover }}</span
      ><button type="button" class="act" @click="moveClear">{{ say.move }}</button>
    </p>
    <p v-else-if="shown?.page === 'drawn' && address && stage.ready.value && !why" class="covers">
      <DoorGlyph state="ajar" :size="15" /><span>{{ say.drawn }}</span>
    </p>
    <WeekRibbon v-if="site" ref="ribbon" v-model="as.at" :site="site" :ask="ask" />
    <RehearseBar
      :state="rehearsal"
      :languages="desk?.languages ?? []"
      :facts="shown?.facts ?? {}"
      @start-over="startOver"
    />
  </section>
</template>

<style scoped>
.stage {
  position: relative;
  background: var(--sand);
  border-radius: var(--arch-stage);
  padding: 16px;
  display: flex;
  flex-direction: column;
  gap: 12px;
  min-height: 0;
}
.verdict {
  display: flex;
  align-items: center;
  gap: 16px;
  min-height: 66px;
  padding: 8px 18px 8px 16px;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--raised);
}
.words {
  flex: 1;
  min-width: 0;
}
.verdict b {
  font: 600 17px/22px var(--heading);
  color: var(--dark);
}
.verdict p {
  font-size: 15px;
  line-height: 22px;
}
.verdict .small {
  font-size: 13px;
  line-height: 18px;
}
.away {
  color: var(--clay-dark);
}
.why {
  flex: none;
  border-bottom: 2px solid var(--brass);
  font-size: 15px;
  font-weight: 500;
  color: var(--mulberry);
}
.why:hover {
  background: var(--brass-tint);
}
.window {
  flex: 1;
  min-height: 240px;
  display: flex;
  flex-direction: column;
  background: #fff;
  border: 1px solid var(--box-line);
  border-radius: var(--arch-card);
  overflow: hidden;
}
.tools {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 6px 10px;
  background: var(--card);
  border-bottom: 1px solid var(--hairline);
  position: relative;
  z-index: 2;
}
.devices {
  display: flex;
  gap: 2px;
}
.devices button {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  height: 32px;
  padding: 0 11px;
  border-radius: var(--arch-32);
  font-size: 13px;
  color: var(--muted);
}
.devices button[aria-pressed='true'] {
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
}
.devices button:hover {
  color: var(--dark);
}
.room {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: hidden;
  background: #fff;
}
.room.phone,
.room.tablet {
  background: var(--sand);
}
iframe {
  position: absolute;
  border: 0;
  transform-origin: 0 0;
  background: #fff;
}
.phone iframe {
  border-radius: 26px 26px 0 0;
}
.none {
  position: absolute;
  right: 24px;
  bottom: 20px;
  padding: 14px 18px;
  border: 1px dashed var(--edge);
  border-radius: var(--arch-52);
  background: rgb(255 252 246 / 92%);
  color: var(--muted);
  pointer-events: none;
}
.beside {
  border-right: 1px solid var(--hairline);
}
.names {
  position: absolute;
  inset: 0 0 auto;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  text-align: center;
  font-size: 13px;
  line-height: 30px;
  pointer-events: none;
  color: var(--ink);
}
.names span {
  padding: 0 12px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.playing {
  position: absolute;
  left: 50%;
  top: 12px;
  transform: translateX(-50%);
  padding: 5px 14px;
  background: var(--dark);
  color: var(--card);
  border-radius: var(--arch-32);
  font-size: 13px;
}
.covers {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 13.5px;
  color: var(--brass-dark);
  margin-block: -4px;
}
.covers span {
  color: var(--ink);
}
.entry {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
  color: var(--ink);
  text-decoration: none;
}
.entry:hover,
.entry:focus-visible {
  background: var(--wine-tint);
}
.entry small {
  display: block;
  font-size: 12.5px;
  line-height: 16px;
  color: var(--muted);
}
.tools .chip {
  font-size: 13px;
  padding: 0 11px;
}
.of {
  display: flex;
  padding: 3px;
  background: var(--sand);
  border-radius: 14px 14px 9px 9px;
}
.of button {
  height: 30px;
  padding: 0 12px;
  font-size: 13px;
  border-radius: 11px 11px 6px 6px;
  color: var(--muted);
}
.of button[aria-pressed='true'] {
  background: var(--mulberry);
  color: var(--card);
  font-weight: 600;
}
.fold {
  display: none;
}
@media (max-width: 980px) {
  .stage {
    border-radius: 0;
    padding: 12px;
    gap: 10px;
  }
  .window {
    min-height: 420px;
  }
  .verdict {
    position: sticky;
    top: 8px;
    z-index: 6;
    gap: 12px;
    padding: 8px 12px;
  }
  .fold {
    display: grid;
    place-items: center;
    width: 36px;
    height: 44px;
    margin: -4px -8px -4px -6px;
    color: var(--mulberry);
  }
  .folded > :not(.verdict) {
    display: none;
  }
  .folded .verdict .muted,
  .folded .verdict .of {
    display: none;
  }
}
@media (max-width: 700px) {
  .verdict {
    flex-wrap: wrap;
  }
  .verdict .of {
    order: 1;
    flex: 1 1 100%;
  }
  .verdict .of button {
    flex: 1;
    height: 40px;
    text-align: center;
  }
  .tools {
    flex-wrap: wrap;
  }
  .devices {
    flex: 1;
  }
  .devices button {
    height: 44px;
    padding: 0 14px;
  }
  .device {
    position: absolute;
    clip-path: inset(50%);
    width: 1px;
    overflow: hidden;
  }
  .verdict p {
    font-size: 14px;
    line-height: 20px;
  }
  .verdict b {
    font-size: 16px;
  }
  .window {
    min-height: 380px;
  }
}
</style>
