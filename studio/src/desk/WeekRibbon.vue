<script setup lang="ts">
/** Seven days of who is in, with a handle to pull time along. */
import { useElementSize } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { clock } from '../logic/time'
import { deskWords } from '../words/desk'
import { useLatest } from '../composables/useLatest'

const at = defineModel<number | null>({ required: true })
const props = defineProps<{ site: string; ask: Omit<Schemas['WeekIn'], 'first'> }>()
const say = deskWords.stage
const week = shallowRef<Schemas['WeekOut'] | null>(null)
const start = ref(mondayOf(at.value === null ? new Date() : new Date(at.value * 1000)))
const pointed = ref('')
const bar = ref<HTMLElement>()
const picker = ref<HTMLInputElement>()
const { width } = useElementSize(bar)
const HOUR = 3600

function mondayOf(day: Date): string {
  const monday = new Date(day)
  monday.setDate(day.getDate() - ((day.getDay() + 6) % 7))
  return isoOf(monday)
}
function isoOf(day: Date): string {
  const two = (value: number): string => String(value).padStart(2, '0')
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`
}
function shifted(days: number): string {
  const [y = 0, m = 1, d = 1] = start.value.split('-').map(Number)
  return isoOf(new Date(y, m - 1, d + days))
}
const latest = useLatest()
async function look(): Promise<void> {
  try {
    const answer = await latest((signal) =>
      want(
        api.POST('/api/sites/{key}/week', {
          params: { path: { key: props.site } },
          body: { ...props.ask, first: start.value },
          signal,
        }),
      ),
    )
    if (answer) week.value = answer
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
}
let soon = 0
// The page on the stage is known a moment after the desk: both make one question.
watch(
  [() => JSON.stringify(props.ask), start],
  () => {
    clearTimeout(soon)
    soon = window.setTimeout(() => void look())
  },
  { immediate: true },
)
const days = computed(() => week.value?.days ?? [])
const moment = computed(() => at.value ?? week.value?.now ?? 0)
const inWeek = computed(
  () =>
    days.value.length > 0 &&
    moment.value >= (days.value[0]?.since ?? 0) &&
    moment.value < (days.value[6]?.until ?? 0),
)
const today = computed(() =>
  days.value.findIndex((day) => moment.value >= day.since && moment.value < day.until),
)
const GAP = 6
const cell = computed(() => (width.value - 6 * GAP) / 7)
const place = computed(() => {
  const day = days.value[today.value]
  return day
    ? today.value * (cell.value + GAP) + ((moment.value - day.since) / (day.until - day.since)) * cell.value
    : 0
})
const share = (day: Schemas['DayOut'], second: number): number =>
  ((second - day.since) / (day.until - day.since)) * 100
const stretchAt = (second: number): Schemas['StretchOut'] | undefined =>
  days.value.flatMap((day) => day.stretches).find((day) => second >= day.since && second < day.until)
/** On the shop's clock, on days of 23 or 25 hours too. */
const clockOf = (second: number): string =>
  week.value ? clock(new Date(second * 1000), week.value.zone) : ''
function momentAt(x: number): number {
  const i = Math.max(0, Math.min(6, Math.floor(x / (cell.value + GAP))))
  const day = days.value[i]
  if (!day) return moment.value
  const share = Math.max(0, Math.min(0.9999, (x - i * (cell.value + GAP)) / cell.value))
  return Math.floor((day.since + share * (day.until - day.since)) / 600) * 600
}
let pulling = false
function pull(event: PointerEvent): void {
  const box = bar.value?.getBoundingClientRect()
  if (!box || !width.value) return
  const second = momentAt(((event.clientX - box.left) * width.value) / box.width)
  pointed.value = stretchAt(second)?.says ?? ''
  if (pulling) at.value = second
}
function down(event: PointerEvent): void {
  pulling = true
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  pull(event)
}
/** The ribbon follows time out of its week, whoever moved it. */
watch(at, (now) => {
  if (now !== null && (now < (days.value[0]?.since ?? Infinity) || now >= (days.value[6]?.until ?? 0)))
    start.value = mondayOf(new Date(now * 1000))
})
/** By an hour, or a day. */
function step(seconds: number): void {
  at.value = Math.floor((moment.value + seconds) / 600) * 600
}
function key(event: KeyboardEvent): void {
  const by: Record<string, number> = {
    ArrowRight: HOUR,
    ArrowUp: HOUR,
    ArrowLeft: -HOUR,
    ArrowDown: -HOUR,
    PageUp: 24 * HOUR,
    PageDown: -24 * HOUR,
  }
  if (event.key === 'Home') {
    event.preventDefault()
    now()
  } else if (event.key === 'End' && days.value[6]) {
    event.preventDefault()
    at.value = days.value[6].until - 600
  } else if (by[event.key] !== undefined) {
    event.preventDefault()
    step(by[event.key] ?? 0)
  }
}
function now(): void {
  at.value = null
  start.value = mondayOf(new Date())
}
function goTo(day: string): void {
  if (!day) return
  const [y = 0, m = 1, d = 1] = day.split('-').map(Number)
  const time = clockOf(moment.value) || '12:00'
  start.value = mondayOf(new Date(y, m - 1, d))
  void look().then(() => {
    const found = days.value.find((item) => item.day === day)
    if (found) at.value = found.since + Number(time.slice(0, 2)) * HOUR + Number(time.slice(3)) * 60
  })
}
/** The next stretch from here on of a state; null if the week has none. */
function next(state: Schemas['StretchOut']['state'][]): Schemas['StretchOut'] | null {
  return (
    days.value
      .flatMap((day) => day.stretches)
      .find((day) => day.until > moment.value && state.includes(day.state)) ?? null
  )
}
const says = computed(() => stretchAt(moment.value)?.says ?? '')
const marked = computed(() => days.value.map((day) => day.day)[today.value] ?? start.value)
defineExpose({ step, now, next })
</script>

<template>
  <div class="ribbon">
    <div class="heads">
      <button type="button" class="arrow" :aria-label="say.prev" @click="start = shifted(-7)">‹</button
      ><span v-for="(day, i) in days" :key="day.day" class="day" :class="{ today: i === today }"
        >{{ day.name.split(' ')[0] }}<span>{{ ' ' }}{{ day.name.split(' ')[1] }}</span
        ><i v-if="i === today">, {{ clockOf(moment) }}</i></span
      ><span v-for="i in days.length ? 0 : 7" :key="i" class="day" /><button
        type="button"
        class="arrow on"
        :aria-label="say.next"
        @click="start = shifted(7)"
      >
        ›
      </button>
    </div>
    <div class="track">
      <div
        ref="bar"
        class="bar"
        role="slider"
        tabindex="0"
        :aria-label="say.ribbon"
        :aria-valuemin="days[0]?.since ?? 0"
        :aria-valuemax="days[6]?.until ?? 1"
        :aria-valuenow="moment"
        :aria-valuetext="`${clockOf(moment)}, ${says}`"
        @pointerdown="down"
        @pointermove="pull"
        @pointerup="pulling = false"
        @pointercancel="pulling = false"
        @pointerleave="pointed = ''"
        @keydown="key"
      >
        <div
          v-for="(day, i) in days"
          :key="day.day"
          class="cell"
          :style="{ left: `${i * (cell + GAP)}px`, width: `${cell}px` }"
          aria-hidden="true"
        >
          <template v-for="stretch in day.stretches" :key="stretch.since"
            ><i
              v-if="stretch.state !== 'nobody'"
              :class="stretch.state"
              :style="{
                left: `${share(day, stretch.since)}%`,
                width: `${share(day, stretch.until) - share(day, stretch.since)}%`,
              }"
          /></template>
          <b /><b /><b />
        </div>
        <div
          v-for="i in days.length ? 0 : 7"
          :key="i"
          class="cell"
          :style="{ left: `${(i - 1) * (cell + GAP)}px`, width: `${cell}px` }"
          aria-hidden="true"
        />
        <span v-if="inWeek" class="handle" :style="{ transform: `translateX(${place}px)` }" aria-hidden="true"
          ><i
        /></span>
      </div>
    </div>
    <div class="foot">
      <p class="said" role="status">{{ pointed || says }}</p>
      <button v-if="at !== null" type="button" class="act" @click="now">{{ say.now }}</button>
      <span class="date"
        ><button type="button" class="quiet" @click="picker?.showPicker()">{{ say.pick }}</button
        ><input
          ref="picker"
          type="date"
          tabindex="-1"
          aria-hidden="true"
          :value="marked"
          @change="goTo(($event.target as HTMLInputElement).value)"
      /></span>
      <ul class="key" aria-hidden="true">
        <li><i class="in" />{{ say.someone }}</li>
        <li><i class="nobody" />{{ say.nobody }}</li>
        <li><i class="closed" />{{ say.closed }}</li>
      </ul>
    </div>
  </div>
</template>

<style scoped src="./WeekRibbon.css"></style>
