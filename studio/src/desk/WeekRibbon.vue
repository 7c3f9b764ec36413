<script setup lang="ts">
/** Seven days of who is in, with a handle to pull time along. */
import { useElementSize } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { clock } from '../logic/time'
import { deskWords } from '../words/desk'

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
let turn = 0
async function look(): Promise<void> {
  const mine = ++turn
  try {
    const answer = await want(
      api.POST('/api/sites/{key}/week', {
        params: { path: { key: props.site } },
        body: { ...props.ask, first: start.value },
      }),
    )
    if (mine === turn) week.value = answer
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
  days.value.flatMap((day) => day.stretches).find((one) => second >= one.since && second < one.until)
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
    const found = days.value.find((one) => one.day === day)
    if (found) at.value = found.since + Number(time.slice(0, 2)) * HOUR + Number(time.slice(3)) * 60
  })
}
/** The next stretch from here on of a state; null if the week has none. */
function next(state: Schemas['StretchOut']['state'][]): Schemas['StretchOut'] | null {
  return (
    days.value
      .flatMap((day) => day.stretches)
      .find((one) => one.until > moment.value && state.includes(one.state)) ?? null
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
        >{{ day.name }}<i v-if="i === today">, {{ clockOf(moment) }}</i></span
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
          <template v-for="one in day.stretches" :key="one.since"
            ><i
              v-if="one.state !== 'nobody'"
              :class="one.state"
              :style="{
                left: `${share(day, one.since)}%`,
                width: `${share(day, one.until) - share(day, one.since)}%`,
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

<style scoped>
.heads {
  display: flex;
  gap: 6px;
  font-size: 12.5px;
  line-height: 16px;
  color: var(--muted);
  margin: 0 -16px 4px;
}
.day {
  flex: 1;
  min-width: 0;
  white-space: nowrap;
}
.today {
  color: var(--dark);
  font-weight: 600;
}
.day i {
  font-style: normal;
}
.arrow {
  width: 24px;
  height: 24px;
  margin: -4px -14px -4px 0;
  padding-inline: 4px;
  color: var(--muted);
  font-size: 16px;
}
.arrow:hover {
  color: var(--dark);
}
.arrow.on {
  margin: -4px 0 -4px -14px;
  text-align: end;
}
.track {
  padding-bottom: 12px;
}
.bar {
  position: relative;
  height: 22px;
  touch-action: none;
  cursor: ew-resize;
  border-radius: 6px;
}
.cell {
  position: absolute;
  top: 0;
  height: 22px;
  border-radius: 5px;
  overflow: hidden;
  background: #ddd0bc;
}
.cell i {
  position: absolute;
  top: 0;
  bottom: 0;
}
.cell i.in {
  background: #4f7857;
}
.cell i.closed {
  background: repeating-linear-gradient(135deg, #ddd0bc 0 4px, #f3ece0 4px 8px);
}
.cell b {
  position: absolute;
  top: 0;
  bottom: 0;
  left: 25%;
  width: 1px;
  background: var(--sand);
}
.cell b + b {
  left: 50%;
}
.cell b + b + b {
  left: 75%;
}
.handle {
  position: absolute;
  left: -10px;
  top: -5px;
  width: 20px;
  height: 38px;
  pointer-events: none;
}
.handle::before {
  content: '';
  position: absolute;
  left: 9px;
  top: 0;
  width: 2px;
  height: 24px;
  background: var(--dark);
}
.handle i {
  position: absolute;
  left: 0;
  bottom: -4px;
  width: 20px;
  height: 20px;
  border-radius: 10px 10px 10px 10px / 9px 9px 11px 11px;
  background: var(--sand);
  border: 5px solid var(--brass);
  border-bottom-width: 6px;
  outline: 1.5px solid var(--dark);
}
.foot {
  display: flex;
  align-items: center;
  gap: 12px;
  min-height: 24px;
  font-size: 12.5px;
  color: var(--muted);
}
.said {
  flex: 1;
  min-width: 0;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.act {
  font-size: 13px;
}
.date {
  position: relative;
}
.date input {
  position: absolute;
  inset: auto 0 0 auto;
  width: 1px;
  height: 1px;
  opacity: 0;
  pointer-events: none;
  border: 0;
  padding: 0;
}
.date .quiet {
  min-height: 24px;
  font-size: 12.5px;
}
.key {
  display: flex;
  gap: 12px;
  list-style: none;
}
.key li {
  display: flex;
  align-items: center;
  gap: 6px;
}
.key i {
  width: 10px;
  height: 11px;
  border-radius: 4px 4px 2px 2px;
}
.key .in {
  background: #4f7857;
}
.key .nobody {
  background: #ddd0bc;
}
.key .closed {
  background: repeating-linear-gradient(135deg, #ddd0bc 0 2px, #f3ece0 2px 4px);
}
@media (max-width: 700px) {
  .foot {
    flex-wrap: wrap;
  }
  .said {
    flex-basis: 100%;
    white-space: normal;
  }
  .bar,
  .cell {
    height: 32px;
  }
  .handle::before {
    height: 34px;
  }
  .handle {
    height: 48px;
  }
  .day {
    font-size: 12px;
    overflow: hidden;
  }
  .day i {
    display: none;
  }
  .day:not(.today) {
    text-overflow: clip;
  }
}
</style>
