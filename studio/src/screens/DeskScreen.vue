<script setup lang="ts">
/** The desk: the stage left, the door in plain words right. */
import { computed, defineAsyncComponent, ref, shallowRef, toRef, watch } from 'vue'
import { onBeforeRouteLeave, onBeforeRouteUpdate, useRoute, useRouter } from 'vue-router'
import { api, Refusal, want, type Schemas } from '../api/client'
import { promiseTimeout, useEventListener } from '@vueuse/core'
import { firstAddress } from '../logic/addresses'
import { fittingOf } from '../logic/standing'
import { useDesk } from '../composables/useDesk'
import { useDoorActs } from '../composables/useDoorActs'
import { useFixes } from '../composables/useFixes'
import { useKeys } from '../composables/useKeys'
import { useRehearsal } from '../composables/useRehearsal'
import { useFindable, type Act } from '../composables/useFindable'
import { useGoTo } from '../composables/useGoTo'
import { useQuery } from '../composables/useQuery'
import { useRehearsalLink } from '../composables/useRehearsalLink'
import ConflictNote from '../desk/ConflictNote.vue'
import DeskFoot from '../desk/DeskFoot.vue'
import DeskTitle from '../desk/DeskTitle.vue'
import DoorLetter from '../desk/DoorLetter.vue'
import StagePanel from '../desk/StagePanel.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { deskWords, type Matter } from '../words/desk'

const FindSheet = defineAsyncComponent(() => import('../parts/FindSheet.vue'))
const ReviewSheet = defineAsyncComponent(() => import('../desk/ReviewSheet.vue'))
const ShowSheet = defineAsyncComponent(() => import('../desk/ShowSheet.vue'))
const props = defineProps<{ site?: string; doorKey?: string }>()
const state = useDesk(
  toRef(() => props.site ?? ''),
  toRef(() => props.doorKey),
)
const { desk, door, draft, conflict, failed } = state
const route = useRoute()
const reviews = ref(route.query.review === '1')
const router = useRouter()
const rehearsal = useRehearsal()
if (matchMedia('(max-width: 700px)').matches) rehearsal.rehearsal.device = 'phone'
const address = ref('')
const why = ref(false)
const finds = ref(false)
const of = ref<string>(
  typeof route.query.of === 'string' && /^(live|both|\d+)$/.test(route.query.of) ? route.query.of : 'draft',
)
const change = useQuery()
const releases = shallowRef<Schemas['ReleaseLineOut'][]>([])
const findable = useFindable(state, releases)
const goTo = useGoTo(() => props.site ?? '')
const bar = ref<InstanceType<typeof TopBar>>()
const shows = ref(false)
const verdict = ref<Schemas['StageOut'] | null>(null)
const stage = ref<InstanceType<typeof StagePanel>>()
const { publishing, publish, pause, undo } = useDoorActs(state, reviews, () => stage.value?.ask())
/** What is open stands in the address, so that back, forward and a shared link work. */
const open = computed({
  get: () =>
    typeof route.query.open === 'string' && route.query.open in deskWords.matter
      ? (route.query.open as Matter)
      : null,
  set: (matter: Matter | null) => change({ open: matter ?? undefined }, matter ? 'push' : 'replace'),
})
const link = useRehearsalLink(rehearsal, address, why, of)

watch(
  () => props.site,
  async () => {
    address.value = ''
    await state.load()
    address.value = link.takeUp() || desk.value?.pages[0]?.address || ''
  },
  { immediate: true },
)
/** Once an address of the site is known, the stage is on it. */
watch(
  () => firstAddress(desk.value?.hosts ?? []),
  (first) => {
    if (!address.value && first) address.value = first
  },
)
watch(
  () => props.doorKey,
  () => {
    if (desk.value) {
      why.value = false
      state.changeDoor()
    }
  },
)

/** Held: what visitors have; let go: the draft again. */
const compare = (on: boolean): void => {
  if (on && of.value === 'draft' && desk.value?.release) of.value = 'live'
  else if (!on && of.value === 'live') of.value = 'draft'
}
function remind(reminder: Schemas['ReminderOut']): void {
  if (reminder.act === 'publish') void publish()
  if (reminder.act === 'resume') void pause(false)
  if (reminder.act === 'line') open.value = 'on'
  if (reminder.act === 'try') void openIn(reminder.door, 'reach')
  if (reminder.act === 'fitting') void router.push(fittingOf(desk.value?.site ?? '', reminder))
  const page = desk.value?.pages.find((each) => new URL(each.address).pathname === reminder.page)
  if (page) address.value = page.address
}
/** Find opens at once; the releases join it as they come. */
watch(finds, async (on) => {
  if (!on || !desk.value) return
  try {
    releases.value = await want(
      api.GET('/api/sites/{key}/releases', { params: { path: { key: desk.value.site } } }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
})
async function openIn(doorKey: string, matter: Matter | null): Promise<void> {
  reviews.value = false
  if (doorKey && doorKey !== door.value?.key)
    await router.push({
      name: 'desk',
      params: { site: props.site, doorKey },
      query: { open: matter ?? undefined },
    })
  else open.value = matter
}
/** What was found, gone to or done. */
async function pick(act: Act): Promise<void> {
  if (act.to === 'door') await openIn(act.door, act.open ?? null)
  else if (act.to === 'page') address.value = act.address
  else if (act.to === 'release') of.value = String(act.number)
  else if (act.to === 'do' && act.what === 'publish') await publish()
  else if (act.to === 'do' && act.what === 'review') reviews.value = true
  else if (act.to === 'do' && (act.what === 'undo' || act.what === 'redo')) await undo(act.what === 'redo')
  else if (act.to === 'do' && act.what === 'startOver') {
    rehearsal.startOver()
    stage.value?.show('button')
  } else if (act.to === 'do' && act.what === 'help') bar.value?.help()
  else if (act.to === 'do' && act.what === 'show') shows.value = true
  else if ((await goTo(act)) && (act.to === 'pause' || (act.to === 'do' && act.what === 'closeToday')))
    await state.load()
}
const { fix, busy } = useFixes({
  state,
  address,
  open,
  publish: () => publish(),
  pause: (on) => pause(on),
  goToDoor: (key) => router.push({ name: 'desk', params: { site: props.site, doorKey: key } }),
  toRota: (day) => router.push({ name: 'rota', query: { first: day } }),
  ask: () => stage.value?.ask(),
})
useKeys({
  publish: () => void publish(),
  find: () => {
    finds.value = true
  },
  close: () => {
    if (reviews.value) reviews.value = false
    else if (why.value) why.value = false
    else open.value = null
  },
  undo: (again) => void undo(again),
  step: (seconds) => stage.value?.step(seconds),
  why: () => {
    why.value = !why.value
  },
  help: () => bar.value?.help(),
  compare,
})
watch([address, () => ({ ...rehearsal.rehearsal })], () => stage.value?.stopPicking(), { deep: true })
/** What is typed goes out under the door it was typed for; what can't be saved is kept in this browser. */
const sendFirst = (): Promise<void> =>
  Promise.race([state.settle().catch(() => undefined), promiseTimeout(2000)])
onBeforeRouteUpdate((to, from) => (to.path === from.path ? undefined : sendFirst()))
onBeforeRouteLeave(sendFirst)
function beforeLeave(event: BeforeUnloadEvent): void {
  if (state.save.value.kind === 'saving' || state.save.value.kind === 'offline') event.preventDefault()
}
useEventListener('beforeunload', beforeLeave)
</script>

<template>
  <div class="page">
    <TopBar ref="bar" here="doors" help="desk" @find="finds = true" />
    <main v-if="desk && door && draft" id="main" class="desk">
      <DeskTitle :state="state" @pause="pause" @undo="undo" />
      <StagePanel
        ref="stage"
        v-model:address="address"
        v-model:why="why"
        v-model:of="of"
        :state="state"
        :rehearsal="rehearsal"
        :busy="busy"
        :edits="open !== null"
        @verdict="verdict = $event"
        @fix="fix"
        @open="open = $event as Matter"
        @share="link.share"
        @show="shows = true"
      />
      <section class="letter" :aria-label="door.name" :inert="reviews || undefined">
        <ConflictNote v-if="conflict" :state="state" />
        <DoorLetter
          v-model:open="open"
          :state="state"
          :verdict="verdict"
          :address="address"
          :stage="stage ?? null"
          @show="shows = true"
          @compare="compare"
          @language="rehearsal.rehearsal.writing = $event"
          @remind="remind"
        />
        <DeskFoot :state="state" :publishing="publishing" @review="reviews = true" @publish="publish()" />
      </section>
    </main>
    <main v-else-if="desk && !door" id="main" class="wait">
      <DoorGlyph state="shut" :size="40" />
      <p>{{ deskWords.doors.help }}</p>
      <v-btn color="primary" :to="{ name: 'doors', params: { site } }">{{ deskWords.doors.add }}</v-btn>
    </main>
    <ScreenWait v-else :failed="failed" @again="state.load()" />
    <ReviewSheet
      v-if="reviews && desk"
      :state="state"
      :publishing="publishing"
      @close="reviews = false"
      @publish="publish"
      @open="openIn"
    />
    <FindSheet
      v-if="finds"
      :items="findable"
      @close="finds = false"
      @pick="pick(($event as (typeof findable)[number]).act)"
    />
    <ShowSheet v-if="shows" :state="state" @close="shows = false" />
  </div>
</template>

<style scoped src="./DeskScreen.css"></style>
