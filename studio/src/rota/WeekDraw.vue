<script setup lang="ts">
/**
 * A week's hours drawn: an end is dragged or stepped by keys, a day switched off keeps its times, one day
 * is copied to others.
 */
import { reactive, ref } from 'vue'
import { added, brief, clock, DAYS, moved, pairsOf, spansOf, type Span, type Week } from '../logic/draw'
import { rotaWords as say } from '../words/rota'

const week = defineModel<Week>({ required: true })
const kept = ref<Week>({})
const drag = reactive<{ day: string; at: number; end: 0 | 1; x: number; from: Span[] }>({
  day: '',
  at: 0,
  end: 0,
  x: 0,
  from: [],
})
const put = (day: string, spans: Span[]): void => {
  week.value = { ...week.value, [day]: pairsOf(spans) }
}
const percent = (at: number): string => `${(Math.min(at, 1440) / 1440) * 100}%`
function down(day: string, at: number, end: 0 | 1, event: PointerEvent): void {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  Object.assign(drag, { day, at, end, x: event.clientX, from: spansOf(week.value[day]) })
}
function move(event: PointerEvent): void {
  if (!drag.day) return
  const wide = (event.currentTarget as HTMLElement).closest('.track')?.getBoundingClientRect().width || 1
  put(drag.day, moved(drag.from, drag.at, drag.end, ((event.clientX - drag.x) / wide) * 1440))
}
function key(day: string, at: number, end: 0 | 1, event: KeyboardEvent): void {
  const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key]
  if (event.key === 'Delete' || event.key === 'Backspace') {
    event.preventDefault()
    put(
      day,
      spansOf(week.value[day]).filter((_, i) => i !== at),
    )
    return
  }
  if (!way) return
  event.preventDefault()
  const step = event.shiftKey ? 5 : 15
  put(day, moved(spansOf(week.value[day]), at, end, way * step, step))
}
function press(day: string, event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  if (event.target === event.currentTarget)
    put(day, added(spansOf(week.value[day]), ((event.clientX - box.left) / box.width) * 1440))
}
function turn(day: string): void {
  const now = week.value[day] ?? []
  if (now.length) {
    kept.value = { ...kept.value, [day]: now }
    put(day, [])
  } else week.value = { ...week.value, [day]: kept.value[day] ?? [['09:00', '17:00']] }
}
/** The day being copied: pressed days take its hours until it is let go. */
const copying = ref('')
const paste = (onto: readonly string[]): void => {
  week.value = {
    ...week.value,
    ...Object.fromEntries(onto.map((item) => [item, [...(week.value[copying.value] ?? [])]])),
  }
}
const named = (day: string): string => say.day[DAYS.indexOf(day as (typeof DAYS)[number])] ?? ''
/** What runs past midnight ends in the morning after. */
const tail = (i: number): number =>
  Math.max(0, ...spansOf(week.value[DAYS[(i + 6) % 7] ?? 'mon']).map((item) => item[1] - 1440))
const ENDS = [0, 1] as const
function pasteWeekdays(): void {
  paste(DAYS.slice(0, 5))
  copying.value = ''
}
</script>

<template>
  <div class="draw">
    <p class="small muted" role="status">
      {{ copying ? say.copies(named(copying)) : say.drawHelp }}
      <button v-if="copying" type="button" class="act" @click="pasteWeekdays">
        {{ say.allWeekdays }}
      </button>
    </p>
    <div v-for="(day, i) in DAYS" :key="day" class="day">
      <button type="button" class="name" :aria-pressed="!!week[day]?.length" @click="turn(day)">
        <span aria-hidden="true">{{ (say.day[i] ?? '').slice(0, 3) }}</span><span class="sr">{{
          week[day]?.length ? say.off(say.day[i] ?? '') : say.on(say.day[i] ?? '')
        }}</span>
      </button>
      <div class="track" @click="press(day, $event)">
        <i v-if="tail(i)" class="tail" :style="{ width: percent(tail(i)) }" />
        <div
          v-for="(span, at) in spansOf(week[day])"
          :key="at"
          class="bar"
          :style="{ insetInlineStart: percent(span[0]), width: percent(Math.min(span[1], 1440) - span[0]) }"
        >
          <button
            v-for="end in ENDS"
            :key="end"
            type="button"
            role="slider"
            class="end"
            :class="end ? 'last' : 'first'"
            :aria-label="end ? say.until(say.day[i] ?? '') : say.from(say.day[i] ?? '')"
            :aria-valuenow="span[end]"
            aria-valuemin="0"
            aria-valuemax="2160"
            :aria-valuetext="clock(span[end])"
            @pointerdown.stop="down(day, at, end, $event)"
            @pointermove="move"
            @pointerup="drag.day = ''"
            @pointercancel="drag.day = ''"
            @keydown="key(day, at, end, $event)"
            @click.stop
          />
        </div>
      </div>
      <span class="small says">{{
        spansOf(week[day])
          .map(([start, end]) => `${brief(start)}–${brief(end)}`)
          .join(', ') || say.closed
      }}</span>
      <button
        type="button"
        class="quiet"
        :aria-label="say.add(say.day[i] ?? '')"
        @click="put(day, added(spansOf(week[day]), spansOf(week[day]).length ? 1260 : 720))"
      >
        +
      </button>
      <button
        v-if="copying && copying !== day"
        type="button"
        class="quiet paste"
        :aria-label="say.paste(named(copying), named(day))"
        @click="paste([day])"
      >
        {{ say.here }}
      </button>
      <button
        v-else
        type="button"
        class="quiet"
        :aria-label="say.copyDay(named(day))"
        :aria-pressed="copying === day"
        :title="say.copyDay(named(day))"
        @click="copying = copying ? '' : day"
      >
        {{ copying ? say.letGo : '⧉' }}
      </button>
    </div>
  </div>
</template>

<style scoped src="./WeekDraw.css"></style>
