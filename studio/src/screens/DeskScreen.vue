<script setup lang="ts">
/** The desk: the stage left, the door in plain words right. */
import { computed, onBeforeUnmount, onMounted, ref, toRef, watch } from 'vue'
import { api, Refusal, type Schemas } from '../api/client'
import { useDesk } from '../composables/useDesk'
import { useToast } from '../composables/useToast'
import HostsEditor from '../desk/HostsEditor.vue'
import LooksEditor from '../desk/LooksEditor.vue'
import ReachEditor from '../desk/ReachEditor.vue'
import SaysEditor from '../desk/SaysEditor.vue'
import SentenceRow from '../desk/SentenceRow.vue'
import StagePanel from '../desk/StagePanel.vue'
import { hostsSentence, looksSentence, reachSentence, saysSentence } from '../logic/sentences'
import { clock, since } from '../logic/time'
import EmbedLine from '../parts/EmbedLine.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TopBar from '../parts/TopBar.vue'
import { words } from '../words/en'

type Matter = 'reach' | 'says' | 'looks' | 'on'
const props = defineProps<{ site?: string; doorKey?: string }>()
const state = useDesk(toRef(() => props.site ?? ''), toRef(() => props.doorKey))
const { desk, door, draft, save, conflict, failed } = state
const toast = useToast()
const open = ref<Matter | null>(null)
const address = ref('')
const verdict = ref<Schemas['StageOut'] | null>(null)
const publishing = ref(false)
const stage = ref<InstanceType<typeof StagePanel>>()

watch(() => props.site, async () => {
  open.value = null
  address.value = ''
  await state.load()
  address.value = desk.value?.pages[0]?.address ?? ''
}, { immediate: true })
watch(() => desk.value?.pages, (pages) => { if (pages && !pages.some((page) => page.address === address.value)) address.value = pages[0]?.address ?? '' })

const opener = (matter: Matter) => computed({ get: () => open.value === matter, set: (on: boolean) => { open.value = on ? matter : open.value === matter ? null : open.value } })
const openReach = opener('reach')
const openSays = opener('says')
const openLooks = opener('looks')
const openOn = opener('on')
const isNew = (what: string): boolean => !!door.value?.not_live.includes(what) || !!door.value?.not_live.includes('door_added')
const language = computed(() => desk.value?.language ?? 'en')
const status = computed(() => {
  if (!desk.value?.release) return { glyph: 'shut' as const, says: words.desk.neverLive }
  if (door.value?.paused_at) return { glyph: 'shut' as const, says: words.desk.paused }
  return { glyph: 'open' as const, says: words.desk.liveSince(since(new Date(desk.value.release.at), new Date())) }
})
const saved = computed(() => (save.value.kind === 'saving' ? words.desk.saving : save.value.kind === 'offline' ? words.desk.offline : save.value.kind === 'wrong' ? save.value.says : save.value.at ? words.desk.saved(clock(save.value.at)) : words.desk.savedBefore))
const today = computed(() => { const t = door.value?.today; return t && t.seen ? words.desk.today(t.seen, t.opened, t.knocked) : words.desk.todayNone })
const unheard = computed(() => !desk.value?.hosts.some((host) => host.heard_at))
const newHosts = computed(() => desk.value?.hosts.filter((host) => host.state === 'heard').length ?? 0)

async function publish(): Promise<void> {
  if (!desk.value || publishing.value) return
  publishing.value = true
  try {
    await state.settle()
    if (!desk.value.changes.length) return
    await state.act(api.POST('/api/sites/{key}/publish', { params: { path: { key: desk.value.site } } }))
    toast.say(words.desk.publishedToast(desk.value.release?.number ?? 1))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  } finally {
    publishing.value = false
  }
}
async function pause(on: boolean): Promise<void> {
  if (!door.value) return
  await state.act(api.POST('/api/doors/{key}/pause', { params: { path: { key: door.value.key } }, body: { paused: on } }))
  toast.say(on ? words.desk.pausedToast : words.desk.resumedToast, () => pause(!on))
  await stage.value?.ask()
}
function keys(event: KeyboardEvent): void {
  if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) { event.preventDefault(); void publish() }
}
onMounted(() => addEventListener('keydown', keys))
onBeforeUnmount(() => removeEventListener('keydown', keys))
</script>

<template>
  <div class="page">
    <TopBar here="doors" />
    <main v-if="desk && door && draft" class="desk">
      <div class="title">
        <h1>{{ door.name }}</h1><span class="muted">{{ desk.name }}</span>
        <span class="live" :class="status.glyph"><DoorGlyph :state="status.glyph" :size="17" />{{ status.says }}</span>
        <button v-if="desk.release" type="button" class="quiet" @click="pause(!door.paused_at)">{{ door.paused_at ? words.desk.resume : words.desk.pause }}</button>
        <span class="saved" role="status">{{ saved }}</span>
        <span class="today">{{ today }}</span>
      </div>
      <StagePanel ref="stage" v-model:address="address" :state="state" @verdict="verdict = $event" />
      <section class="letter" :aria-label="door.name">
        <div v-if="conflict" class="conflict" role="alert"><b>{{ words.desk.conflict }}</b><p class="small">{{ words.desk.theirsSay }}: “{{ conflict.says.label?.[language] || desk.small_words.label }}”, “{{ conflict.says.heading?.[language] || desk.small_words.heading }}”, {{ conflict.looks.colour }}</p><div><v-btn size="small" color="primary" @click="state.choose(true)">{{ words.desk.mine }}</v-btn><v-btn size="small" variant="outlined" @click="state.choose(false)">{{ words.desk.theirs }}</v-btn></div></div>
        <div class="rows">
          <SentenceRow v-model:open="openReach" :label="words.desk.reach" :pieces="reachSentence(door, language, words)" :not-live="isNew('reach')" :roomy="!open"><ReachEditor :state="state" :address="address" /></SentenceRow>
          <SentenceRow v-model:open="openSays" :label="words.desk.says" :pieces="saysSentence(draft.says, language, desk.small_words, words)" :not-live="isNew('says')" :roomy="!open"><SaysEditor :state="state" /></SentenceRow>
          <SentenceRow v-model:open="openLooks" :label="words.desk.looks" :pieces="looksSentence(draft.looks, verdict?.contrast, words)" :not-live="isNew('looks')" :roomy="!open"><LooksEditor :state="state" :contrast="verdict?.contrast" /></SentenceRow>
          <SentenceRow v-model:open="openOn" :label="words.desk.on" :pieces="hostsSentence(desk.hosts, words)" :roomy="!open"><HostsEditor :state="state" /></SentenceRow>
          <button v-if="newHosts && !openOn" type="button" class="heard" @click="open = 'on'"><DoorGlyph state="ajar" :size="17" />{{ words.hosts.heardFrom }} {{ desk.hosts.filter((h) => h.state === 'heard').map((h) => h.shown).join(', ') }}</button>
          <div v-if="unheard && !open" class="next"><h2>{{ words.desk.nextTitle }}</h2><p class="muted">{{ words.desk.nextLead }}</p><EmbedLine :line="desk.line" :site="desk.site" stacked /></div>
        </div>
        <footer>
          <p v-if="desk.changes.length"><b>{{ words.desk.changes(desk.changes.length) }}</b> {{ words.desk.notLive }}<small>{{ desk.changes.slice(0, 2).map((change) => change.says).join(' ') }}</small></p>
          <p v-else>{{ words.desk.allLive }}</p>
          <v-btn color="primary" :disabled="!desk.changes.length && save.kind !== 'saving'" :loading="publishing" @click="publish">{{ words.desk.publish }}<span class="keys" aria-hidden="true">Ctrl ⏎</span></v-btn>
        </footer>
      </section>
    </main>
    <main v-else class="wait" role="status"><template v-if="failed"><DoorGlyph state="barred" :size="40" /><p>{{ failed }}</p><v-btn color="primary" @click="state.load()">{{ words.desk.again }}</v-btn></template><template v-else><DoorGlyph state="ajar" :size="40" /><p>{{ words.desk.loading }}</p></template></main>
  </div>
</template>

<style scoped>
.page { min-height: 100vh; height: 100vh; display: flex; flex-direction: column; background: var(--paper) }
.desk { flex: 1; min-height: 0; display: grid; grid-template-columns: minmax(0, 716fr) minmax(0, 492fr); grid-template-rows: 56px minmax(0, 1fr); gap: 0 24px; padding: 0 24px 24px; max-width: 1680px; width: 100%; margin: 0 auto }
.title { grid-column: 1 / -1; display: flex; align-items: baseline; gap: 14px; padding-top: 12px; white-space: nowrap; overflow: hidden } h1 { font-size: 27px; line-height: 32px }
.live { display: inline-flex; align-items: center; gap: 8px; font-weight: 600; font-size: 13.5px; color: var(--muted) } .live.open { color: var(--moss-dark) } .live svg { align-self: center }
.saved { margin-left: auto; font-size: 13px; color: var(--muted) } .today { font-size: 13px; color: var(--muted); padding-left: 14px; border-left: 1px solid var(--box-line) }
.quiet { font-size: 13px; font-weight: 600; color: var(--mulberry) } .quiet:hover { border-bottom: 2px solid var(--brass) }
.letter { display: flex; flex-direction: column; min-height: 0 } .rows { flex: 1; min-height: 0; overflow-y: auto; padding: 0 8px 24px; margin: 0 -8px; mask-image: linear-gradient(#000 calc(100% - 24px), transparent) }
.heard { display: flex; gap: 10px; text-align: start; align-items: center; margin: 14px 0; padding: 10px 14px; background: var(--brass-tint); color: var(--brass-dark); border-radius: var(--arch-card); font-weight: 500; width: 100% }
.next { margin: 28px 12px 0; padding: 20px 22px; border: 1px dashed var(--edge); border-radius: var(--arch-card) } .next h2 { font-size: 18px; line-height: 24px } .next p { margin: 4px 0 14px }
footer { display: flex; justify-content: space-between; align-items: center; gap: 16px; padding: 14px 0 0 12px; border-top: 1px solid var(--box-line) } footer p { min-width: 0 } footer small { display: block; font-size: 12.5px; line-height: 17px; color: var(--muted) } .keys { margin-left: 10px; font-weight: 500; font-size: 12px; opacity: 0.85 }
.conflict { margin-bottom: 12px; padding: 12px 16px; background: var(--clay-tint); border-radius: var(--arch-card) } .conflict div { display: flex; gap: 8px; margin-top: 10px } .conflict b { color: var(--clay-dark) }
.wait { flex: 1; display: grid; place-items: center; align-content: center; gap: 16px; color: var(--muted); font-size: 16px }
@media (max-width: 980px) { .page { height: auto } .desk { grid-template-columns: minmax(0, 1fr); grid-template-rows: none; padding: 0 } .title { padding: 12px 16px; flex-wrap: wrap; white-space: normal } .saved { margin-left: 0 } .letter { padding: 16px } .rows { overflow: visible; mask-image: none } footer { position: sticky; bottom: 0; background: var(--paper); padding: 10px 0 } }
</style>
