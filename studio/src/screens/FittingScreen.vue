<script setup lang="ts">
/** Fitting: where the line is heard, the line itself, any page checked, and where it goes. */
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useLoad } from '../composables/useLoad'
import { useHosts } from '../composables/useHosts'
import HandOn from '../fitting/HandOn.vue'
import HeardList from '../fitting/HeardList.vue'
import LookBox from '../fitting/LookBox.vue'
import PinnedLine from '../fitting/PinnedLine.vue'
import WhereItGoes from '../fitting/WhereItGoes.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import EmbedLine from '../parts/EmbedLine.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { useIntervalFn } from '@vueuse/core'
import { useRoute, useRouter } from 'vue-router'
import type { DeskPlace } from '../logic/visitor'
import { fittingWords as say } from '../words/fitting'

const EVERY = 15_000
const props = defineProps<{ site: string }>()
const found = shallowRef<{ desk: Schemas['DeskOut']; heard: Schemas['FittingOut'] } | null>(null)
const desk = computed(() => found.value?.desk ?? null)
const heard = computed(() => found.value?.heard ?? null)
const route = useRoute()
const router = useRouter()
const asked = typeof route.query.page === 'string' ? route.query.page : ''
const page = ref(asked)
const look = ref<InstanceType<typeof LookBox>>()
const path = () => ({ params: { path: { key: props.site } } })
const { failed, load } = useLoad(
  found,
  async () => {
    const [all, hosts] = await Promise.all([
      want(api.GET('/api/sites/{key}', path())),
      want(api.GET('/api/sites/{key}/fitting', path())),
    ])
    return { desk: all, heard: hosts }
  },
  () => props.site,
)
watch(() => props.site, load, { immediate: true })
/** Whoever comes with a page in doubt finds it looked at. */
watch(look, (box) => {
  if (box && asked) void box.check()
})
/** Whoever puts the line in watches for it here. */
useIntervalFn(() => void load(), EVERY)
const acts = useHosts({
  site: () => props.site,
  isLast: () => heard.value?.hosts.filter((host) => host.state === 'allowed').length === 1,
  run: async (asking) => {
    await want(asking)
    await load()
  },
  load,
})
/** A door that visitors may have, to ask the verdict of. */
const liveDoor = computed(() =>
  desk.value?.release
    ? (desk.value.doors.find((door) => !door.not_live.includes('door_added'))?.key ?? '')
    : '',
)
const kind = ref('')
const made = ref({ kind: '', generator: '' })
async function letIn(host: string): Promise<void> {
  if (await acts.add(host)) await look.value?.check()
}
/** Where a fix acts: the desk, on this page, with its sentence open. */
function toDesk({ door, page: address, open }: DeskPlace): void {
  void router.push({
    name: 'desk',
    params: { site: props.site, doorKey: door },
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
    <main v-if="desk && heard" id="main">
      <header>
        <h1>{{ say.title }}</h1>
        <span class="muted site">{{ desk.name }}</span>
        <span class="state" :class="heard.state"
          ><DoorGlyph :state="heard.state" :size="17" />{{ heard.standing }}</span
        >
      </header>
      <div class="two-sides">
        <div>
          <HeardList :hosts="heard.hosts" :acts="acts" @page="lookAt" />
          <section :aria-label="say.line">
            <h2>{{ say.line }}</h2>
            <p class="small muted">{{ say.once }}</p>
            <EmbedLine :line="desk.line" :site="desk.site" stacked alone />
            <PinnedLine :site="desk.site" />
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
        <div>
          <WhereItGoes v-model:kind="kind" :guess="made.kind" :generator="made.generator" />
          <HandOn :site="desk.site" :kind="kind" />
        </div>
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
