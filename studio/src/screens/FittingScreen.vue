<script setup lang="ts">
/** Fitting: where the line is heard, the line itself, any page checked, and where it goes. */
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useToast } from '../composables/useToast'
import HeardList from '../fitting/HeardList.vue'
import LookBox from '../fitting/LookBox.vue'
import WhereItGoes from '../fitting/WhereItGoes.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import EmbedLine from '../parts/EmbedLine.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { useIntervalFn } from '@vueuse/core'
import { useRouter } from 'vue-router'
import { fittingWords as say } from '../words/fitting'
import { words } from '../words/app'

type Host = Schemas['HostOut']
const EVERY = 15_000
const props = defineProps<{ site: string }>()
const toast = useToast()
const desk = shallowRef<Schemas['DeskOut'] | null>(null)
const failed = ref('')
const typed = ref('')
const wrong = ref('')
const page = ref('')
const look = ref<InstanceType<typeof LookBox>>()
const path = () => ({ params: { path: { key: props.site } } })
async function load(): Promise<void> {
  try {
    desk.value = await want(api.GET('/api/sites/{key}', path()))
    failed.value = ''
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    if (!desk.value) failed.value = error.message
  }
}
watch(() => props.site, load, { immediate: true })
/** Whoever puts the line in watches for it here. */
useIntervalFn(() => void load(), EVERY)
const standing = computed(() => {
  const hosts = desk.value?.hosts ?? []
  const own = hosts.filter((host) => host.state === 'allowed')
  if (own.some((host) => host.heard_at)) return { glyph: 'open' as const, says: say.working }
  if (hosts.some((host) => host.state === 'heard')) return { glyph: 'barred' as const, says: say.stranger }
  return own.length
    ? { glyph: 'shut' as const, says: say.waiting }
    : { glyph: 'ajar' as const, says: say.nowhere }
})
const at = (host: Host) => ({ params: { path: { key: props.site, host_id: host.id } } })
async function allow(host: Host): Promise<void> {
  desk.value = await want(api.POST('/api/sites/{key}/hosts/{host_id}/allow', at(host)))
  toast.say(say.allowed(host.shown), () => aside(host))
}
async function aside(host: Host): Promise<void> {
  desk.value = await want(api.POST('/api/sites/{key}/hosts/{host_id}/not-ours', at(host)))
  toast.say(say.aside(host.shown))
}
async function remove(host: Host): Promise<void> {
  const isLast = desk.value?.hosts.filter((other) => other.state === 'allowed').length === 1
  desk.value = await want(api.DELETE('/api/sites/{key}/hosts/{host_id}', at(host)))
  toast.say(isLast ? words.hosts.lastGone : `${host.shown}: ${say.remove.toLowerCase()}d`, () =>
    add(host.name),
  )
}
async function add(host: string): Promise<void> {
  try {
    toast.say((await want(api.POST('/api/sites/{key}/hosts', { ...path(), body: { typed: host } }))).says)
    typed.value = wrong.value = ''
    await load()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
/** A door that visitors may have, to ask the verdict of. */
const liveDoor = computed(() =>
  desk.value?.release
    ? (desk.value.doors.find((door) => !door.not_live.includes('door_added'))?.key ?? '')
    : '',
)
const made = ref({ kind: '', generator: '' })
async function letIn(host: string): Promise<void> {
  await add(host)
  await look.value?.check()
}
const router = useRouter()
/** Where a fix acts: the desk, on this page, with its sentence open. */
function toDesk(address: string, open?: string): void {
  void router.push({
    name: 'desk',
    params: { site: props.site, doorKey: liveDoor.value },
    query: { page: address, why: open ? undefined : '1', of: open ? undefined : 'live', open },
  })
}
async function lookAt(address: string): Promise<void> {
  page.value = address
  await nextTick()
  await look.value?.check()
}
</script>

<template>
  <div class="page">
    <TopBar help="fitting" here="fitting" @did="load" />
    <main v-if="desk" id="main">
      <header>
        <h1>{{ say.title }}</h1>
        <span class="muted site">{{ desk.name }}</span>
        <span class="state" :class="standing.glyph"
          ><DoorGlyph :state="standing.glyph" :size="17" />{{ standing.says }}</span
        >
      </header>
      <div class="two-sides">
        <div>
          <HeardList
            v-model:typed="typed"
            :hosts="desk.hosts"
            :wrong="wrong"
            @allow="allow"
            @aside="aside"
            @remove="remove"
            @add="add"
            @page="lookAt"
          />
          <section :aria-label="say.line">
            <h2>{{ say.line }}</h2>
            <p class="small muted">{{ say.once }}</p>
            <EmbedLine :line="desk.line" :site="desk.site" stacked />
          </section>
          <LookBox
            ref="look"
            v-model:typed="page"
            :site="desk.site"
            :door="liveDoor"
            :languages="desk.languages"
            @allow="letIn"
            @desk="toDesk"
            @made="(kind, generator) => (made = { kind, generator })"
          />
        </div>
        <WhereItGoes :guess="made.kind" :generator="made.generator" />
      </div>
    </main>
    <ScreenWait v-else :failed="failed" @again="load" />
  </div>
</template>

<style scoped>
.page {
  min-height: 100vh;
  background: var(--paper);
}
main {
  max-width: 1280px;
  margin: 0 auto;
  padding: 12px 24px 60px;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  align-items: center;
  min-height: 32px;
  margin-bottom: 16px;
}
h1 {
  font-size: 27px;
  line-height: 32px;
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
.state {
  display: inline-flex;
  gap: 8px;
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
.state.barred {
  color: var(--clay-dark);
}
.two-sides {
  display: grid;
  grid-template-columns: minmax(0, 764fr) minmax(0, 444fr);
  gap: 24px 40px;
  align-items: start;
}
.two-sides > div {
  display: grid;
  gap: 30px;
}
.two-sides > div > section {
  display: grid;
  gap: 8px;
}
@media (max-width: 980px) {
  .two-sides {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
