<script setup lang="ts">
/**
 * A site's doors in order: what each is for, how it stands, what came by today; one more, from nothing, a
 * start or a copy.
 */
import { computed, ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { VueDraggable } from 'vue-draggable-plus'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useDesk } from '../composables/useDesk'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import ReminderNotes from '../desk/ReminderNotes.vue'
import DoorRow from '../doors/DoorRow.vue'
import NewDoor from '../doors/NewDoor.vue'
import SitesPart from '../doors/SitesPart.vue'
import { moved } from '../logic/order'
import { fittingOf } from '../logic/standing'
import DoorGlyph from '../parts/DoorGlyph.vue'
import MayDo from '../parts/MayDo.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'
import { teamWords } from '../words/team'
import { words } from '../words/app'

const props = defineProps<{ site: string }>()
const say = deskWords.doors
const state = useDesk(
  toRef(() => props.site),
  ref(undefined),
)
const { desk, failed } = state
const session = useSession()
const router = useRouter()
const toast = useToast()
const adding = ref(false)
const announced = ref('')
const list = ref<HTMLElement>()
const { busy, send } = useForm()
watch(
  () => props.site,
  () => state.load(),
  { immediate: true },
)
const doors = computed({
  get: () => desk.value?.doors ?? [],
  set: (next) => void order(next.map((item) => item.key)),
})
const other = computed(() => session.hello?.sites?.filter((item) => item.value !== props.site) ?? [])
const siteRequest = () => ({ params: { path: { key: props.site } } })
type Door = Schemas['DoorOut']
const doorRequest = (door: Door) => ({ params: { path: { key: door.key } } })

async function order(keys: string[]): Promise<void> {
  await state.act(api.POST('/api/sites/{key}/doors-order', { ...siteRequest(), body: { keys } }))
}
async function move(i: number, by: number): Promise<void> {
  const keys = moved(
    doors.value.map((door) => door.key),
    i,
    by,
  )
  if (!keys) return
  const what = doors.value[i]?.name ?? ''
  await order(keys)
  announced.value = say.moved(what, i + by + 1, keys.length)
  list.value?.querySelectorAll<HTMLElement>('.grip')[i + by]?.focus()
}
async function add(body: { name?: string; start?: string; copy_of?: string }): Promise<void> {
  await send(() =>
    state.act(
      api.POST('/api/sites/{key}/doors', {
        ...siteRequest(),
        body: { name: '', start: '', copy_of: '', ...body },
      }),
    ),
  )
  const made = desk.value?.doors.at(-1)
  if (made) await router.push({ name: 'desk', params: { site: props.site, doorKey: made.key } })
}
async function copyTo(door: Door, site: string): Promise<void> {
  await want(
    api.POST('/api/sites/{key}/doors', {
      params: { path: { key: site } },
      body: { name: door.name, start: '', copy_of: door.key },
    }),
  )
  if (site === props.site) await state.load()
  toast.say(say.copied(door.name, session.hello?.sites?.find((item) => item.value === site)?.label ?? ''))
}
async function pause(door: Door): Promise<void> {
  await state.act(
    api.POST('/api/doors/{key}/pause', { ...doorRequest(door), body: { paused: !door.paused_at } }),
  )
  toast.say(door.paused_at ? words.desk.resumedToast : words.desk.pausedToast)
}
/** Publishing opens the desk's sheet, which says what goes out. */
async function remind(reminder: Schemas['ReminderOut']): Promise<void> {
  const door = doors.value.find((door) => door.key === reminder.door)
  if (reminder.act === 'resume' && door) await pause(door)
  else if (reminder.act === 'fitting') await router.push(fittingOf(props.site, reminder))
  else if (reminder.act === 'try')
    await router.push({
      name: 'desk',
      params: { site: props.site, doorKey: reminder.door },
      query: { open: 'reach' },
    })
  else
    await router.push({
      name: 'desk',
      params: { site: props.site },
      query: reminder.act === 'line' ? { open: 'on' } : { review: '1' },
    })
}
async function remove(door: Door): Promise<void> {
  await state.act(api.DELETE('/api/doors/{key}', doorRequest(door)))
  toast.say(say.removed(door.name), () => state.undo())
}
async function rename(door: Door, to: string): Promise<void> {
  if (!to.trim() || to.trim() === door.name) return
  try {
    await state.act(
      api.PATCH('/api/doors/{key}', {
        ...doorRequest(door),
        body: { version: door.version, name: to.trim() },
      }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
    await state.load()
  }
}
</script>

<template>
  <div class="page">
    <TopBar here="doors" help="doors" />
    <main v-if="desk" id="main" ref="list" class="doors">
      <header>
        <div>
          <h1>{{ say.title }}</h1>
          <p class="muted">{{ desk.name }}. {{ say.lead }}</p>
        </div>
        <v-btn v-if="session.may('doors')" color="primary" @click="adding = !adding">{{ say.add }}</v-btn>
      </header>
      <p class="sr" role="status">{{ announced }}</p>
      <MayDo power="doors" :says="teamWords.mayNot.answers" />
      <ReminderNotes v-if="session.may('doors')" :reminders="desk.reminders" @act="remind" />
      <NewDoor
        v-if="adding"
        :doors="doors"
        :site="site"
        :address="desk.pages[0]?.address ?? ''"
        :busy="busy"
        @add="add"
      />
      <VueDraggable
        v-if="doors.length"
        v-model="doors"
        tag="ol"
        handle=".grip"
        :animation="150"
        :disabled="!session.may('doors')"
      >
        <DoorRow
          v-for="(door, i) in doors"
          :key="door.key"
          :door="door"
          :place="i + 1"
          :desk="desk"
          :others="other"
          @move="move(i, $event)"
          @rename="rename(door, $event)"
          @pause="pause(door)"
          @copy="copyTo(door, $event)"
          @remove="remove(door)"
        />
      </VueDraggable>
      <div v-else class="empty">
        <DoorGlyph state="shut" :size="34" />
        <div>
          <b>{{ say.help }}</b>
        </div>
      </div>
      <SitesPart v-if="session.may('doors')" :site="site" />
    </main>
    <ScreenWait v-else :failed="failed" @again="state.load()" />
  </div>
</template>

<style scoped>
.page {
  min-height: 100vh;
  background: var(--paper);
}
.doors {
  max-width: 980px;
  margin: 0 auto;
  padding: 12px 24px 60px;
  display: grid;
  gap: 22px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  align-items: end;
}
h1 {
  font-size: 27px;
  line-height: 32px;
}
ol {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 0;
  border-top: 1px solid var(--hairline);
}
.empty {
  display: flex;
  gap: 18px;
  align-items: center;
  padding: 22px;
  border: 1px dashed var(--edge);
  border-radius: var(--arch-card);
  color: var(--dark);
}
@media (max-width: 800px) {
  header {
    flex-wrap: wrap;
  }
}
</style>
