<script setup lang="ts">
/** The desk: the stage left, the door in plain words right. */
import {
  computed,
  defineAsyncComponent,
  onBeforeUnmount,
  onMounted,
  ref,
  shallowRef,
  toRef,
  watch,
} from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useDesk } from '../composables/useDesk'
import { useFixes } from '../composables/useFixes'
import { useKeys } from '../composables/useKeys'
import { useRehearsal } from '../composables/useRehearsal'
import { useFindable, type Act } from '../composables/useFindable'
import { useGoTo } from '../composables/useGoTo'
import { useQuery } from '../composables/useQuery'
import { useRehearsalLink } from '../composables/useRehearsalLink'
import { useToast } from '../composables/useToast'
import ConflictNote from '../desk/ConflictNote.vue'
import DeskTitle from '../desk/DeskTitle.vue'
import DoorLetter from '../desk/DoorLetter.vue'
import StagePanel from '../desk/StagePanel.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { deskWords, type Matter } from '../words/desk'
import { words } from '../words/en'
import { reviewWords } from '../words/review'

const FindSheet = defineAsyncComponent(() => import('../desk/FindSheet.vue'))
const HelpSheet = defineAsyncComponent(() => import('../desk/HelpSheet.vue'))
const ReviewSheet = defineAsyncComponent(() => import('../desk/ReviewSheet.vue'))
const ShowSheet = defineAsyncComponent(() => import('../desk/ShowSheet.vue'))
const props = defineProps<{ site?: string; doorKey?: string }>()
const state = useDesk(
  toRef(() => props.site ?? ''),
  toRef(() => props.doorKey),
)
const { desk, door, draft, conflict, failed } = state
const toast = useToast()
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
const helps = ref(false)
const shows = ref(false)
const verdict = ref<Schemas['StageOut'] | null>(null)
const publishing = ref(false)
const stage = ref<InstanceType<typeof StagePanel>>()
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
watch(
  () => props.doorKey,
  () => {
    if (desk.value) {
      why.value = false
      state.turn()
    }
  },
)

/**
 * From the desk straight, where only this door changed and nothing is in the way; else the sheet says what
 * goes out.
 */
async function publish(leaveOut?: Schemas['MatterIn'][]): Promise<void> {
  if (!desk.value || publishing.value) return
  publishing.value = true
  try {
    await state.settle()
    if (!desk.value.changes.length) return
    if (
      !leaveOut &&
      !reviews.value &&
      desk.value.release &&
      desk.value.changes.some((one) => one.door !== door.value?.key)
    ) {
      reviews.value = true
      return
    }
    await state.act(
      api.POST('/api/sites/{key}/publish', {
        params: { path: { key: desk.value.site } },
        body: { leave_out: leaveOut ?? [] },
      }),
    )
    reviews.value = false
    toast.say(words.desk.publishedToast(desk.value.release?.number ?? 1))
    await stage.value?.ask()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    // What must be mended stands in the sheet, each with the press that mends it.
    if (error.code === 'blocked' && !reviews.value) reviews.value = true
    else toast.say(error.message)
  } finally {
    publishing.value = false
  }
}
async function pause(on: boolean): Promise<void> {
  if (!door.value) return
  await state.act(
    api.POST('/api/doors/{key}/pause', { params: { path: { key: door.value.key } }, body: { paused: on } }),
  )
  toast.say(on ? words.desk.pausedToast : words.desk.resumedToast, () => pause(!on))
  await stage.value?.ask()
}
/** Held: what visitors have; let go: the draft again. */
const compare = (on: boolean): void => {
  if (on && of.value === 'draft' && desk.value?.release) of.value = 'live'
  else if (!on && of.value === 'live') of.value = 'draft'
}
const remind = (one: Schemas['ReminderOut']): unknown =>
  one.act === 'publish' ? publish() : one.act === 'resume' ? pause(false) : (open.value = 'on')
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
  } else if (act.to === 'do' && act.what === 'help') helps.value = true
  else if (act.to === 'do' && act.what === 'show') shows.value = true
  else if ((await goTo(act)) && (act.to === 'pause' || (act.to === 'do' && act.what === 'closeToday')))
    await state.load()
}
async function undo(again: boolean): Promise<void> {
  const what = again ? desk.value?.redo : desk.value?.undo
  if (!what) return
  try {
    await state.undo(again)
    toast.say(again ? deskWords.undo.redone(what) : deskWords.undo.undone(what), () => undo(!again))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
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
    if (why.value) why.value = false
    else open.value = null
  },
  undo: (again) => void undo(again),
  step: (seconds) => stage.value?.step(seconds),
  why: () => {
    why.value = !why.value
  },
  help: () => {
    helps.value = !helps.value
  },
  compare,
})
watch([address, () => ({ ...rehearsal.rehearsal })], () => stage.value?.stopPicking(), { deep: true })
function beforeLeave(event: BeforeUnloadEvent): void {
  if (state.save.value.kind === 'saving' || state.save.value.kind === 'offline') event.preventDefault()
}
onMounted(() => addEventListener('beforeunload', beforeLeave))
onBeforeUnmount(() => removeEventListener('beforeunload', beforeLeave))
</script>

<template>
  <div class="page">
    <TopBar here="doors" @help="helps = true" @find="finds = true" />
    <main v-if="desk && door && draft" class="desk">
      <DeskTitle :state="state" @pause="pause" @undo="undo" />
      <StagePanel
        ref="stage"
        v-model:address="address"
        v-model:why="why"
        v-model:of="of"
        :state="state"
        :rehearsal="rehearsal"
        :busy="busy"
        @verdict="verdict = $event"
        @fix="fix"
        @open="open = $event as Matter"
        @share="link.share"
        @show="shows = true"
      />
      <section class="letter" :aria-label="door.name">
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
        <footer>
          <p v-if="desk.changes.length">
            <b>{{ words.desk.changes(desk.changes.length) }}</b> {{ words.desk.notLive
            }}<small>{{
              desk.changes
                .slice(0, 2)
                .map((change) => change.says)
                .join(' ')
            }}</small>
          </p>
          <p v-else>{{ words.desk.allLive }}</p>
          <v-btn v-if="desk.changes.length" variant="outlined" @click="reviews = true">{{
            reviewWords.review
          }}</v-btn>
          <v-btn
            color="primary"
            :disabled="!desk.changes.length && state.save.value.kind !== 'saving'"
            :loading="publishing"
            @click="publish()"
            >{{ words.desk.publish }}<span class="keys" aria-hidden="true">Ctrl Enter</span></v-btn
          >
        </footer>
      </section>
    </main>
    <main v-else-if="desk && !door" class="wait">
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
    <HelpSheet v-if="helps" what="desk" @close="helps = false" />
  </div>
</template>

<style scoped>
.page {
  min-height: 100vh;
  height: 100vh;
  display: flex;
  flex-direction: column;
  background: var(--paper);
}
.desk {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 716fr) minmax(0, 492fr);
  grid-template-rows: 56px minmax(0, 1fr);
  gap: 0 24px;
  padding: 0 24px 24px;
  max-width: 1680px;
  width: 100%;
  margin: 0 auto;
}
.letter {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
footer > p {
  flex: 1;
}
footer {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 16px;
  padding: 14px 0 0 12px;
  border-top: 1px solid var(--box-line);
}
footer p {
  min-width: 0;
}
footer small {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
  font-size: 12.5px;
  line-height: 17px;
  color: var(--muted);
}
.keys {
  margin-left: 10px;
  font-weight: 500;
  font-size: 12px;
  opacity: 0.85;
}
.wait {
  flex: 1;
  display: grid;
  place-items: center;
  align-content: center;
  gap: 16px;
  color: var(--muted);
  font-size: 16px;
  padding: 24px;
  text-align: center;
}
@media (max-width: 980px) {
  .page {
    height: auto;
  }
  .desk {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: none;
    padding: 0;
  }
  .letter {
    padding: 16px;
  }
  footer {
    position: sticky;
    bottom: 0;
    z-index: 3;
    background: var(--paper);
    padding: 10px 0;
  }
  .keys {
    display: none;
  }
}
</style>
