<script setup lang="ts">
/**
 * A site's doors in order: what each is for, how it stands, what came by today; one more, from nothing, a
 * start or a copy.
 */
import { computed, onMounted, ref, shallowRef, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { VueDraggable } from 'vue-draggable-plus'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useDesk } from '../composables/useDesk'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import HelpSheet from '../desk/HelpSheet.vue'
import ReminderNotes from '../desk/ReminderNotes.vue'
import StartCard from '../desk/StartCard.vue'
import { moved } from '../logic/order'
import { reachSentence, textOf, whereSentence } from '../logic/sentences'
import DoorGlyph from '../parts/DoorGlyph.vue'
import GripDots from '../parts/GripDots.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'
import { words } from '../words/en'

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
const addingSite = ref(false)
const name = ref('')
const siteName = ref('')
const siteAddress = ref('')
const said = ref('')
const helps = ref(false)
const starts = shallowRef<Schemas['StartOut'][]>([])
const list = ref<HTMLElement>()
const { busy, at, send } = useForm()
watch(
  () => props.site,
  () => state.load(),
  { immediate: true },
)
onMounted(async () => {
  starts.value = await want(api.GET('/api/starts'))
})
const doors = computed({
  get: () => desk.value?.doors ?? [],
  set: (next) => void order(next.map((one) => one.key)),
})
const other = computed(() => session.hello?.sites?.filter((one) => one.value !== props.site) ?? [])
const here = () => ({ params: { path: { key: props.site } } })
type Door = Schemas['DoorOut']
const at_ = (door: Door) => ({ params: { path: { key: door.key } } })

async function order(keys: string[]): Promise<void> {
  await state.act(api.POST('/api/sites/{key}/doors-order', { ...here(), body: { keys } }))
}
async function move(i: number, by: number): Promise<void> {
  const keys = moved(
    doors.value.map((one) => one.key),
    i,
    by,
  )
  if (!keys) return
  const what = doors.value[i]?.name ?? ''
  await order(keys)
  said.value = say.moved(what, i + by + 1, keys.length)
  list.value?.querySelectorAll<HTMLElement>('.grip')[i + by]?.focus()
}
async function add(body: { name?: string; start?: string; copy_of?: string }): Promise<void> {
  await send(() =>
    state.act(
      api.POST('/api/sites/{key}/doors', { ...here(), body: { name: '', start: '', copy_of: '', ...body } }),
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
  toast.say(say.copied(door.name, session.hello?.sites?.find((one) => one.value === site)?.label ?? ''))
}
async function pause(door: Door): Promise<void> {
  await state.act(api.POST('/api/doors/{key}/pause', { ...at_(door), body: { paused: !door.paused_at } }))
  toast.say(door.paused_at ? words.desk.resumedToast : words.desk.pausedToast)
}
/** Publishing opens the desk's sheet, which says what goes out. */
async function remind(one: Schemas['ReminderOut']): Promise<void> {
  const door = doors.value.find((door) => door.key === one.door)
  if (one.act === 'resume' && door) await pause(door)
  else
    await router.push({
      name: 'desk',
      params: { site: props.site },
      query: one.act === 'line' ? { open: 'on' } : { review: '1' },
    })
}
async function remove(door: Door): Promise<void> {
  await state.act(api.DELETE('/api/doors/{key}', at_(door)))
  toast.say(say.removed(door.name), () => state.undo())
}
async function rename(door: Door, to: string): Promise<void> {
  if (!to.trim() || to.trim() === door.name) return
  try {
    await state.act(
      api.PATCH('/api/doors/{key}', { ...at_(door), body: { version: door.version, name: to.trim() } }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
    await state.load()
  }
}
async function addSite(): Promise<void> {
  const made = await send(() =>
    want(api.POST('/api/sites', { body: { name: siteName.value, typed: siteAddress.value } })),
  )
  if (!made) return
  await session.load()
  toast.say(made.says)
  await router.push({ name: 'desk', params: { site: made.key } })
}
const stateOf = (door: Door) =>
  door.paused_at
    ? { glyph: 'shut' as const, says: say.paused }
    : door.not_live.includes('door_added') || !desk.value?.release
      ? { glyph: 'ajar' as const, says: say.draft }
      : door.not_live.length
        ? { glyph: 'open' as const, says: `${say.live}. ${say.changed}` }
        : { glyph: 'open' as const, says: say.live }
const hosts = computed(
  () => desk.value?.hosts.filter((host) => host.state === 'allowed').map((host) => host.shown) ?? [],
)
</script>

<template>
  <div class="page">
    <TopBar here="doors" @help="helps = true" />
    <main v-if="desk" ref="list" class="doors">
      <header>
        <div>
          <h1>{{ say.title }}</h1>
          <p class="muted">{{ desk.name }}. {{ say.lead }}</p>
        </div>
        <v-btn color="primary" @click="adding = !adding">{{ say.add }}</v-btn>
      </header>
      <p class="sr" role="status">{{ said }}</p>
      <ReminderNotes :reminders="desk.reminders" @act="remind" />
      <section v-if="adding" class="new" :aria-label="say.add">
        <div class="first">
          <form novalidate @submit.prevent="add({ name })">
            <TextBox v-model="name" :label="say.name" :maxlength="80" autofocus /><v-btn
              type="submit"
              color="primary"
              :loading="busy"
              >{{ say.go }}</v-btn
            >
          </form>
          <div v-if="doors.length" class="row">
            <span class="small muted">{{ say.fromCopy }}</span><button
              v-for="door in doors"
              :key="door.key"
              type="button"
              class="chip"
              @click="add({ name: name || door.name, copy_of: door.key })"
            >
              {{ door.name }}
            </button>
          </div>
        </div>
        <h2 class="part">{{ say.starts }}</h2>
        <ul class="starts">
          <li v-for="start in starts" :key="start.key">
            <StartCard
              :start="start"
              :site="site"
              :address="desk.pages[0]?.address ?? ''"
              @take="add({ name, start: start.key })"
            />
          </li>
        </ul>
      </section>
      <VueDraggable v-if="doors.length" v-model="doors" tag="ol" handle=".grip" :animation="150">
        <li v-for="(door, i) in doors" :key="door.key" class="door">
          <GripDots :label="say.move(door.name)" @move="move(i, $event)" />
          <span class="n" aria-hidden="true">{{ i + 1 }}</span>
          <div class="what">
            <router-link class="name" :to="{ name: 'desk', params: { site, doorKey: door.key } }">{{
              door.name
            }}</router-link>
            <p>
              {{ textOf(whereSentence(door.pages, hosts)) }};
              {{ textOf(reachSentence(door, desk.language, words)) }}
            </p>
            <p v-if="door.behind" class="behind">
              <DoorGlyph state="ajar" :size="14" />{{ say.behind(door.behind) }}
            </p>
          </div>
          <div class="how">
            <span class="state" :class="stateOf(door).glyph"
              ><DoorGlyph :state="stateOf(door).glyph" :size="16" />{{ stateOf(door).says }}</span
            ><small>{{
              door.today.seen ? say.today(door.today.seen, door.today.opened, door.today.knocked) : say.quiet
            }}</small>
          </div>
          <v-menu location="bottom end">
            <template #activator="{ props: press }"
              ><button type="button" class="more" v-bind="press" :aria-label="words.reach.more(door.name)">
                <svg viewBox="0 0 4 16" width="4" height="16" aria-hidden="true">
                  <g fill="currentColor">
                    <circle cx="2" cy="2" r="1.6" />
                    <circle cx="2" cy="8" r="1.6" />
                    <circle cx="2" cy="14" r="1.6" />
                  </g>
                </svg></button
            ></template>
            <div class="menu">
              <label class="rename"
                ><span class="small muted">{{ say.name }}</span
                ><input
                  :value="door.name"
                  maxlength="80"
                  @click.stop
                  @change="rename(door, ($event.target as HTMLInputElement).value)"
              /></label>
              <button type="button" class="entry" @click="pause(door)">
                {{ door.paused_at ? say.resume : say.pause }}
              </button>
              <button type="button" class="entry" @click="copyTo(door, site)">{{ say.copy }}</button>
              <button
                v-for="one in other"
                :key="one.value"
                type="button"
                class="entry"
                @click="copyTo(door, one.value)"
              >
                {{ say.copyTo(one.label) }}
              </button>
              <button type="button" class="entry" @click="remove(door)">{{ say.remove }}</button>
            </div>
          </v-menu>
        </li>
      </VueDraggable>
      <div v-else class="empty">
        <DoorGlyph state="shut" :size="34" />
        <div>
          <b>{{ say.help }}</b>
        </div>
      </div>
      <section class="sites">
        <h2 class="part">{{ say.sites }}</h2>
        <div class="row">
          <router-link
            v-for="one in session.hello?.sites ?? []"
            :key="one.value"
            class="chip link"
            :to="{ name: 'doors', params: { site: one.value } }"
            :aria-current="one.value === site ? 'page' : undefined"
            >{{ one.label }}</router-link><button type="button" class="act" @click="addingSite = !addingSite">
            {{ say.addSite }}
          </button>
        </div>
        <form v-if="addingSite" class="site" novalidate @submit.prevent="addSite">
          <TextBox
            v-model="siteName"
            :label="say.siteName"
            :maxlength="120"
            :wrong="at('name')"
            autofocus
          /><TextBox
            v-model="siteAddress"
            :label="say.siteAddress"
            placeholder="averilcycles.example"
            dir="ltr"
            :maxlength="2000"
            :wrong="at('typed')"
          /><v-btn type="submit" color="primary" :loading="busy">{{ say.siteGo }}</v-btn>
        </form>
      </section>
    </main>
    <main v-else class="wait" role="status">
      <template v-if="failed"
        ><DoorGlyph state="barred" :size="40" />
        <p>{{ failed }}</p>
        <v-btn color="primary" @click="state.load()">{{ words.desk.again }}</v-btn></template
      ><template v-else
        ><DoorGlyph state="ajar" :size="40" />
        <p>{{ words.desk.loading }}</p></template
      >
    </main>
    <HelpSheet v-if="helps" what="doors" @close="helps = false" />
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
  padding: 28px 24px 60px;
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
.door {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 14px 8px;
  border-bottom: 1px solid var(--hairline);
  background: var(--paper);
}
.n {
  width: 16px;
  font-size: 13px;
  color: var(--muted);
}
.what {
  flex: 1;
  min-width: 0;
}
.name {
  font: 600 18px/24px var(--heading);
  color: var(--dark);
  text-decoration: none;
  border-bottom: 2px solid var(--brass);
}
.what p {
  margin-top: 5px;
  font-size: 14px;
  color: var(--muted);
  overflow-wrap: anywhere;
}
.what .behind {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--brass-dark);
}
.how {
  display: grid;
  gap: 3px;
  width: 230px;
}
.state {
  display: inline-flex;
  gap: 9px;
  align-items: center;
  font-weight: 600;
  font-size: 14px;
  color: var(--muted);
}
.state.open {
  color: var(--moss-dark);
}
.state.ajar {
  color: var(--brass-dark);
}
small {
  font-size: 13px;
  color: var(--muted);
}
.more {
  width: 32px;
  height: 40px;
  display: grid;
  place-items: center;
  color: var(--muted);
  border-radius: var(--arch-32);
}
.more:hover {
  background: var(--wine-tint);
}
.entry {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
}
.entry:hover,
.entry:focus-visible {
  background: var(--wine-tint);
}
.rename {
  display: grid;
  gap: 4px;
  padding: 6px 12px 10px;
}
.rename input {
  height: 36px;
  padding: 0 12px;
  border: 1px solid var(--edge);
  border-radius: var(--arch-32);
  background: #fff;
}
.new {
  background: var(--card);
  border-radius: 20px 20px 10px 10px;
  box-shadow: var(--raised);
  padding: 20px 22px;
  display: grid;
  gap: 16px;
}
.first {
  display: grid;
  gap: 12px;
}
form {
  display: flex;
  gap: 12px;
  align-items: end;
  max-width: 620px;
}
form > :not(.v-btn) {
  flex: 1;
}
form .v-btn {
  height: 44px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.starts {
  list-style: none;
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 14px;
}
.sites {
  display: grid;
  gap: 10px;
  padding-top: 12px;
}
.chip.link {
  display: inline-flex;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.chip.link[aria-current] {
  background: var(--wine-tint);
  border-color: var(--wine-line);
  color: var(--mulberry);
}
.site {
  margin-top: 8px;
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
.wait {
  min-height: 60vh;
  display: grid;
  place-items: center;
  align-content: center;
  gap: 16px;
  color: var(--muted);
}
@media (max-width: 800px) {
  header {
    flex-wrap: wrap;
  }
  .door {
    flex-wrap: wrap;
  }
  .how {
    width: 100%;
    padding-left: 60px;
    order: 4;
  }
  .starts {
    grid-template-columns: 1fr;
  }
  form {
    flex-direction: column;
    align-items: stretch;
  }
}
</style>
