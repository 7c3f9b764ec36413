<script setup lang="ts">
/** Who answers when: the table of dated days, and beneath it hours, gaps, absences and closures. All of it holds at once. */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useQuery } from '../composables/useQuery'
import { useToast } from '../composables/useToast'
import DoorGlyph from '../parts/DoorGlyph.vue'
import PublishedHours from '../rota/PublishedHours.vue'
import TopBar from '../parts/TopBar.vue'
import AwayCard from '../rota/AwayCard.vue'
import ClosuresCard from '../rota/ClosuresCard.vue'
import HoursCard from '../rota/HoursCard.vue'
import RotaGrid from '../rota/RotaGrid.vue'
import { words } from '../words/en'
import { rotaWords as say } from '../words/rota'
import { useRoute } from 'vue-router'

type Rota = Schemas['RotaOut']
const route = useRoute()
const change = useQuery()
const toast = useToast()
const rota = shallowRef<Rota | null>(null)
const zones = shallowRef<Schemas['ChoiceOut'][]>([])
const failed = ref('')
const whose = ref('shop')
const monday = (day: Date): string => { const at = new Date(day); at.setUTCDate(at.getUTCDate() - ((at.getUTCDay() + 6) % 7)); return at.toISOString().slice(0, 10) }
const first = computed(() => (typeof route.query.first === 'string' && /^\d{4}-\d\d-\d\d$/.test(route.query.first) ? route.query.first : monday(new Date())))
const days = computed<7 | 14>(() => (route.query.days === '14' ? 14 : 7))
const query = computed(() => ({ first: first.value, days: days.value }))
const row = computed(() => rota.value?.rows.find((one) => (one.kind === 'person' ? one.key : one.kind) === whose.value) ?? rota.value?.rows[0])
async function load(): Promise<void> {
  failed.value = ''
  try {
    rota.value = await want(api.GET('/api/rota', { params: { query: query.value } }))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    failed.value = error.message
  }
}
watch([first, days], load, { immediate: true })
let soon = 0
onMounted(async () => { soon = window.setInterval(() => void load(), 60_000); zones.value = (await want(api.GET('/api/choices'))).zones })
onBeforeUnmount(() => clearInterval(soon))
const step = (by: number): void => { const at = new Date(first.value + 'T12:00:00Z'); at.setUTCDate(at.getUTCDate() + by * 7); change({ first: at.toISOString().slice(0, 10) }, 'replace') }
/** Do something to what holds at once; the table comes back as it then stands. */
async function act(asked: Promise<{ data?: Rota; error?: unknown; response: Response }>, then = ''): Promise<void> {
  try {
    rota.value = await want(asked)
    if (then) toast.say(then)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
  await load()
}
const name = (key: string): string => rota.value?.rows.find((one) => one.key === key)?.name ?? ''
const here = (key: string) => ({ params: { path: { key } } })
const cover = (gap: Schemas['GapOut']): Promise<void> => act(api.POST('/api/rota/cover', { body: { person: gap.person, weekday: gap.weekday, start_min: gap.start_min, end_min: gap.end_min } }), say.covered)
const range = computed(() => { const all = rota.value?.days; const from = all?.[0]; const to = all?.at(-1); return from && to ? new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'long', timeZone: 'UTC' }).formatRange(new Date(from.day + 'T12:00:00Z'), new Date(to.day + 'T12:00:00Z')) : '' })
const most = computed(() => Math.max(1, ...(rota.value?.gaps.map((gap) => gap.weight) ?? [])))
const anyKnocks = computed(() => rota.value?.knocks.some((day) => day.some((one) => one.knocks + one.missed)))
</script>

<template>
  <div class="page">
    <TopBar here="rota" />
    <main v-if="rota" class="rota">
      <header><h1>{{ say.title }}</h1><span class="muted">{{ say.clock(rota.zone_name) }}</span><span class="moves"><button type="button" class="step" :aria-label="say.before" @click="step(-1)">‹</button><b>{{ range }}</b><button type="button" class="step" :aria-label="say.after" @click="step(1)">›</button><button type="button" class="chip" @click="change({ first: undefined }, 'replace')">{{ say.today }}</button><button type="button" class="chip" :aria-pressed="days === 14" @click="change({ days: days === 14 ? undefined : '14' }, 'replace')">{{ say.fortnight }}</button></span></header>
      <RotaGrid :rota="rota" :whose="whose" @choose="whose = $event" />
      <div class="cards">
        <HoursCard v-if="row && row.kind !== 'result'" :row="row" :zones="zones" @put="act(api.POST('/api/rota/hours', { body: $event }), say.kept)" />
        <section class="card"><h2>{{ say.gaps }}</h2>
          <ul v-if="rota.gaps.length"><li v-for="gap in rota.gaps" :key="gap.says"><i :style="{ width: `${12 + (gap.weight / most) * 48}px` }" /><span><b>{{ gap.says }}</b> {{ gap.more }}</span><button type="button" class="act" :aria-label="`${say.cover(gap.person_name)}: ${gap.says}`" @click="cover(gap)">{{ say.cover(gap.person_name.split(' ')[0] ?? '') }}</button></li></ul>
          <p v-else class="small muted">{{ anyKnocks ? say.noGaps : say.noKnocks }}</p>
        </section>
        <AwayCard :rota="rota" @away="(key, body) => act(api.POST('/api/rota/people/{key}/away', { ...here(key), body }), say.isAway(name(key)))" @back="(key) => act(api.POST('/api/rota/people/{key}/back', here(key)), say.isBack(name(key)))" @close-today="act(api.POST('/api/rota/close-today'), say.closedToday)" />
        <ClosuresCard :rota="rota" @close="act(api.POST('/api/rota/closures', { body: $event }), say.taken)" @reopen="act(api.DELETE('/api/rota/closures/{number}', { params: { path: { number: $event } } }))" @holidays="act(api.POST('/api/rota/holidays', { body: $event }), say.taken)" @calendar="act(api.POST('/api/rota/calendar', { body: $event }), say.taken)" />
        <PublishedHours :typed="rota.rows[0]?.typed ?? ''" />
      </div>
      <p class="small muted">{{ say.help }}</p>
    </main>
    <main v-else class="wait" role="status"><template v-if="failed"><DoorGlyph state="barred" :size="40" /><p>{{ failed }}</p><v-btn color="primary" @click="load">{{ words.desk.again }}</v-btn></template><template v-else><DoorGlyph state="ajar" :size="40" /><p>{{ words.desk.loading }}</p></template></main>
  </div>
</template>

<style scoped>
.page { min-height: 100vh; background: var(--paper) } .rota { padding: 0 24px 44px; max-width: 1480px; margin: 0 auto; display: grid; gap: 16px; grid-template-columns: minmax(0, 1fr) } header { display: flex; align-items: center; gap: 14px; min-height: 56px; flex-wrap: wrap } h1 { font-size: 27px; line-height: 32px } .moves { margin-left: auto; display: flex; gap: 10px; align-items: center; flex-wrap: wrap } .moves b { min-width: 150px; text-align: center; font-weight: 600 } .step { width: 34px; height: 34px; border: 1px solid var(--box-line); border-radius: var(--arch-32); background: var(--card); font-size: 19px; line-height: 30px; text-align: center } .step:hover { background: var(--wine-tint) }
.cards { display: grid; grid-template-columns: repeat(12, minmax(0, 1fr)); gap: 16px; align-items: start } .cards > * { grid-column: span 4 } .cards > :nth-child(4), .cards > :nth-child(5) { grid-column: span 6 } .cards :deep(.card) { display: grid; gap: 12px; padding: 18px 20px; background: var(--card); border: 1px solid var(--hairline); border-radius: 18px 18px 10px 10px } .cards :deep(h2) { font-size: 15.5px; line-height: 21px }
ul { list-style: none; padding: 0; margin: 0 } li { display: grid; grid-template-columns: 64px 1fr; gap: 4px 12px; align-items: center; padding: 10px 0; border-top: 1px solid var(--hairline); font-size: 14px; line-height: 20px } li i { height: 9px; border-radius: 5px 5px 3px 3px; background: repeating-linear-gradient(90deg, var(--clay) 0 6px, #8f3a1a 6px 7px) } li b { font-weight: 600 } li .act { grid-column: 2; justify-self: start } .wait { min-height: 60vh; display: grid; place-items: center; align-content: center; gap: 16px; color: var(--muted) }
@media (max-width: 1100px) { .cards > * { grid-column: 1 / -1 !important } }
</style>
