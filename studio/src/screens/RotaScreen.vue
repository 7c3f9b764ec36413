<script setup lang="ts">
/**
 * Who answers when: the table of dated days, and beneath it hours, gaps, absences and closures. All of it
 * holds at once.
 */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLoad } from '../composables/useLoad'
import { useQuery } from '../composables/useQuery'
import { useToast } from '../composables/useToast'
import { rangeOf } from '../logic/ranges'
import { asked, isDay, mondayOf, plus, stepped, type Span } from '../logic/weeks'
import PublishedHours from '../rota/PublishedHours.vue'
import MayDo from '../parts/MayDo.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import AwayCard from '../rota/AwayCard.vue'
import ClosuresCard from '../rota/ClosuresCard.vue'
import GapsCard from '../rota/GapsCard.vue'
import HoursCard from '../rota/HoursCard.vue'
import RotaHead from '../rota/RotaHead.vue'
import RotaGrid from '../rota/RotaGrid.vue'
import RotaMonth from '../rota/RotaMonth.vue'
import { useSession } from '../stores/session'
import { teamWords } from '../words/team'
import { rotaWords as say } from '../words/rota'
import { useRoute, useRouter } from 'vue-router'

type Rota = Schemas['RotaOut']
const route = useRoute()
const router = useRouter()
const change = useQuery()
const toast = useToast()
const session = useSession()
/** Whose hours are one's own, where one is a person who answers. */
const isOwn = (key: string): boolean => session.may('own_time') && !!key && key === session.hello?.me
const mayNot = computed(() => (session.may('own_time') ? teamWords.mayNot.rota : teamWords.mayNot.rotaNone))
/** What is being added under closed days. */
const closing = ref<'' | 'day' | 'holidays' | 'calendar'>('')
const rota = shallowRef<Rota | null>(null)
const choices = shallowRef<Schemas['ChoicesOut'] | null>(null)
/** Whose hours are open; another screen may name one. */
const whose = ref(typeof route.query.who === 'string' ? route.query.who : 'shop')
const today = (): string => new Date().toISOString().slice(0, 10)
const span = computed<Span>(() =>
  route.query.span === 'fortnight' || route.query.span === 'month' ? route.query.span : 'week',
)
const day = computed(() => (isDay(route.query.first) ? route.query.first : today()))
const query = computed(() => asked(day.value, span.value))
const showSpan = (next: Span): void =>
  change({
    span: next === 'week' ? undefined : next,
    first: route.query.first
      ? span.value === 'month' || next !== 'month'
        ? day.value
        : plus(mondayOf(day.value), 3)
      : undefined,
  })
const row = computed(
  () =>
    rota.value?.rows.find((item) => (item.kind === 'person' ? item.key : item.kind) === whose.value) ??
    rota.value?.rows[0],
)
const { failed, load } = useLoad(
  rota,
  () => want(api.GET('/api/rota', { params: { query: query.value } })),
  () => query.value,
)
watch(query, load, { immediate: true })
let soon = 0
onMounted(async () => {
  soon = window.setInterval(() => void load(), 60_000)
  choices.value = await want(api.GET('/api/choices'))
})
onBeforeUnmount(() => clearInterval(soon))
const step = (by: number): void => change({ first: stepped(day.value, span.value, by) })
/**
 * Do something to what holds at once; the table comes back as it then stands, and the change can be taken
 * back.
 */
async function act(
  sent: Promise<{ data?: Rota; error?: unknown; response: Response }>,
  then = '',
): Promise<void> {
  const before = rota.value?.version
  try {
    rota.value = await want(sent)
    const { version } = rota.value
    if (then) toast.say(then, version === before ? undefined : () => takeBack(version))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
  await load()
}
async function takeBack(version: number): Promise<void> {
  try {
    await want(api.POST('/api/timetable/{number}/undo', { params: { path: { number: version } } }))
    toast.say(say.undone)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
  await load()
}
/** What helps at every hour is of the draft: it is done, and its sentence opened. */
async function relieve(relief: Schemas['ReliefOut']): Promise<void> {
  if (relief.code !== 'add_way') {
    await want(
      api.POST('/api/rota/relief', {
        body: { code: relief.code, door: relief.door, channel: relief.channel },
      }),
    )
    toast.say(say.relieved)
  }
  await router.push({
    name: 'desk',
    params: { site: relief.site, doorKey: relief.door },
    query: { open: relief.code === 'away_note' ? 'when' : 'reach' },
  })
}
const name = (key: string): string => rota.value?.rows.find((item) => item.key === key)?.name ?? ''
const here = (key: string) => ({ params: { path: { key } } })
const cover = (gap: Schemas['GapOut']): Promise<void> =>
  act(
    api.POST('/api/rota/cover', {
      body: { person: gap.person, weekday: gap.weekday, start_min: gap.start_min, end_min: gap.end_min },
    }),
    say.covered,
  )
const week = computed(() => rangeOf(rota.value?.days.slice(0, 7)))
const draws = ref(false)
</script>

<template>
  <div class="page">
    <TopBar help="rota" here="rota" @did="load" />
    <main v-if="rota" id="main" class="rota">
      <RotaHead
        :rota="rota"
        :day="day"
        :span="span"
        @update:span="showSpan"
        @step="step"
        @today="change({ first: undefined })"
      />
      <RotaMonth
        v-if="span === 'month'"
        :rota="rota"
        :month="day"
        @open="change({ first: $event, span: undefined })"
      />
      <RotaGrid v-else :rota="rota" :whose="whose" @choose="whose = $event" />
      <div class="cards" :class="{ draws }">
        <div>
          <MayDo v-if="row && row.kind !== 'result'" power="time" :also="isOwn(row.key)" :says="mayNot"
            ><HoursCard
              v-model:draws="draws"
              :row="row"
              :zones="choices?.zones ?? []"
              :monday="mondayOf(rota.days[0]?.day ?? day)"
              :range="week"
              :whole="span !== 'month'"
              @put="
                act(api.POST('/api/rota/hours', { body: $event }), $event.monday ? say.keptOnce : say.kept)
              "
              @usual="act(api.POST('/api/rota/usual', { body: $event }), say.usualAgain)"
              @holidays="closing = 'holidays'"
          /></MayDo>
          <PublishedHours :typed="rota.rows[0]?.typed ?? ''" />
        </div>
        <MayDo power="time"><GapsCard :rota="rota" @cover="cover" @relieve="relieve" /></MayDo>
        <div>
          <AwayCard
            :rota="rota"
            @away="
              (key, body) =>
                act(api.POST('/api/rota/people/{key}/away', { ...here(key), body }), say.isAway(name(key)))
            "
            @back="(key) => act(api.POST('/api/rota/people/{key}/back', here(key)), say.isBack(name(key)))"
            @close-today="act(api.POST('/api/rota/close-today'), say.closedToday)"
          />
          <MayDo power="time"
            ><ClosuresCard
              v-model:opened="closing"
              :rota="rota"
              :countries="choices?.countries ?? []"
              @close="act(api.POST('/api/rota/closures', { body: $event }), say.taken)"
              @reopen="
                act(
                  api.DELETE('/api/rota/closures/{number}', { params: { path: { number: $event } } }),
                  say.reopened,
                )
              "
              @holidays="act(api.POST('/api/rota/holidays', { body: $event }), say.taken)"
              @calendar="act(api.POST('/api/rota/calendar', { body: $event }), say.taken)"
          /></MayDo>
        </div>
      </div>
      <p class="small muted">{{ say.help }}</p>
    </main>
    <ScreenWait v-else :failed="failed" @again="load" />
  </div>
</template>

<style scoped src="./RotaScreen.css"></style>
