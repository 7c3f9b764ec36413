<script setup lang="ts">
/**
 * Knocks day by day as small doors, those of the days before as a line across each, and beneath what changed.
 * Long periods are drawn by the week.
 */
import { useElementSize } from '@vueuse/core'
import { scaleBand, scaleLinear } from 'd3-scale'
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { barAt, barsOf } from '../logic/footfall'
import { footfallWords as say } from '../words/footfall'
import { savePicture } from './savePicture'

const props = defineProps<{ found: Schemas['FootfallOut']; file: string }>()
const emit = defineEmits<{ since: [day: string]; days: [first: string, last: string] }>()
const HEIGHT = 118
const FOOT = 30
const box = ref<HTMLElement>()
const drawing = ref<SVGSVGElement>()
const isTable = ref(false)
const { width } = useElementSize(box, { width: 1184, height: 0 })
const drawn = computed(() => barsOf(props.found.days))
const bars = computed(() => drawn.value.bars)
const most = computed(() => Math.max(4, ...bars.value.map((bar) => Math.max(bar.knocked, bar.before ?? 0))))
const x = computed(() =>
  scaleBand<number>()
    .domain(bars.value.map((_, i) => i))
    .range([30, Math.max(width.value, 200)])
    .paddingInner(0.28)
    .paddingOuter(0.1),
)
const y = computed(() => scaleLinear().domain([0, most.value]).nice(3).range([HEIGHT, 6]))
const ticks = computed(() => y.value.ticks(3).filter((tick) => Number.isInteger(tick)))
const at = (i: number): number => x.value(i) ?? 0
const span = computed(() => x.value.bandwidth())
/** A door: a bar whose top is an arch. */
function door(i: number, count: number): string {
  const [left, top, wide] = [at(i), y.value(count), span.value]
  const arch = Math.min(wide / 2, HEIGHT - top)
  return `M${left} ${HEIGHT}V${top + arch}A${wide / 2} ${arch} 0 0 1 ${left + wide} ${top + arch}V${HEIGHT}Z`
}
const short = (day: string): string => `${Number(day.slice(8))} ${MONTHS[Number(day.slice(5, 7)) - 1]}`
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
/** As many days named as have room. */
const named = computed(() => {
  const every = Math.max(1, Math.ceil(62 / x.value.step()))
  return bars.value.map((bar, i) => ({ bar, i })).filter(({ i }) => i % every === 0)
})
const marked = computed(() =>
  props.found.changes
    .map((change) => ({ ...change, i: barAt(bars.value, change.day, change.last) }))
    .filter((change) => change.i >= 0),
)
const closed = computed(() =>
  marked.value
    .filter((change) => change.kind === 'closure')
    .map((change) => {
      const until = bars.value.filter((bar) => bar.first <= change.last).length - 1
      return { left: at(change.i), wide: at(until) + span.value - at(change.i) }
    }),
)
const tell = (i: number): string => {
  const bar = bars.value[i]
  if (!bar) return ''
  const days = bar.first === bar.last ? short(bar.first) : `${short(bar.first)} – ${short(bar.last)}`
  const then = bar.before === null ? '' : `, ${bar.before} before`
  return `${days}: ${bar.knocked} of ${bar.seen} knocked${then}`
}
const about = computed(() =>
  drawn.value.isWeekly ? say.weeklyAbout(most.value) : say.dailyAbout(most.value),
)
</script>

<template>
  <section class="card">
    <header>
      <h2>{{ drawn.isWeekly ? say.weekly : say.daily }}</h2>
      <span class="keys small muted" aria-hidden="true"
        ><span><i class="now" />{{ say.now }}</span
        ><span v-if="found.before"><i class="then" />{{ found.period.against }}</span></span
      >
      <button type="button" class="act" :aria-pressed="isTable" @click="isTable = !isTable">
        {{ isTable ? say.drawn : say.table }}
      </button>
      <a v-if="isTable" class="act" :href="file" download>{{ say.asCsv }}</a>
      <button v-if="!isTable" type="button" class="act" @click="savePicture(drawing, 'days')">
        {{ say.picture }}
      </button>
    </header>
    <div v-show="!isTable" ref="box" class="box">
      <svg
        ref="drawing"
        role="img"
        :aria-label="about"
        :viewBox="`0 0 ${Math.max(width, 200)} ${HEIGHT + FOOT}`"
        :height="HEIGHT + FOOT"
      >
        <defs>
          <pattern id="closed-days" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 6L6 0" stroke="#cdbca4" stroke-width="1" />
          </pattern>
        </defs>
        <rect
          v-for="(days, i) in closed"
          :key="i"
          :x="days.left"
          :width="days.wide"
          y="0"
          :height="HEIGHT"
          fill="url(#closed-days)"
        />
        <g v-for="tick in ticks" :key="tick" font-size="12" fill="#6b5f66">
          <line x1="28" :x2="width" :y1="y(tick)" :y2="y(tick)" stroke="#e3d6c3" />
          <text x="22" :y="y(tick) + 4" text-anchor="end">{{ tick }}</text>
        </g>
        <g v-for="(bar, i) in bars" :key="bar.first" class="day" @click="emit('days', bar.first, bar.last)">
          <title>{{ tell(i) }}</title>
          <rect :x="at(i)" :width="span" y="0" :height="HEIGHT" fill="transparent" />
          <path v-if="bar.knocked" :d="door(i, bar.knocked)" fill="#5e1f38" />
          <line
            v-if="bar.before !== null"
            :x1="at(i) - 1"
            :x2="at(i) + span + 1"
            :y1="y(bar.before)"
            :y2="y(bar.before)"
            stroke="#fffcf6"
            stroke-width="4"
          />
          <line
            v-if="bar.before !== null"
            :x1="at(i) - 1"
            :x2="at(i) + span + 1"
            :y1="y(bar.before)"
            :y2="y(bar.before)"
            stroke="#8a7665"
            stroke-width="2"
          />
        </g>
        <text
          v-for="{ bar, i } in named"
          :key="bar.first"
          :x="at(i) + span / 2"
          :y="HEIGHT + 17"
          :text-anchor="at(i) + span / 2 > width - 24 ? 'end' : 'middle'"
          font-size="12"
          fill="#6b5f66"
        >
          {{ short(bar.first) }}
        </text>
        <g v-for="change in marked" :key="change.says + change.day">
          <circle
            v-if="change.kind === 'release'"
            :cx="at(change.i) + span / 2"
            :cy="HEIGHT + 25"
            r="3.6"
            fill="none"
            stroke="#8a5a06"
            stroke-width="2.4"
          />
        </g>
      </svg>
    </div>
    <div v-if="isTable" class="scrolls">
      <table>
        <thead>
          <tr>
            <th v-for="head in say.dayHeads" :key="head" scope="col">{{ head }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="day in found.days" :key="day.day">
            <th scope="row">
              <button type="button" class="act" @click="emit('days', day.day, day.day)">
                {{ short(day.day) }}
              </button>
            </th>
            <td>{{ day.seen }}</td>
            <td>{{ day.opened }}</td>
            <td>{{ day.knocked }}</td>
            <td>{{ day.missed }}</td>
            <td>{{ day.before ?? '' }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <ul v-if="found.changes.length" :aria-label="say.changes">
      <li v-for="change in found.changes" :key="change.says + change.day" class="small">
        <i :class="change.kind" aria-hidden="true" />
        <span
          ><b>{{ short(change.day) }}</b> {{ change.says }}</span
        >
        <button
          v-if="change.last < found.period.today"
          type="button"
          class="act"
          :aria-label="say.sinceThenLong(change.says)"
          @click="emit('since', change.day)"
        >
          {{ say.sinceThen }}
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped src="./DayChart.css"></style>
