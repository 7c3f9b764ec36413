<script setup lang="ts">
/** A week at a glance, as hours are read: seven short lines with what is open, shut days said in words. */
import { DAYS, spansOf, type Week } from '../logic/draw'
import { rotaWords as say } from '../words/rota'

defineProps<{ week: Week }>()
const MARKS = [6, 12, 18]
const percent = (minutes: number): string => `${(Math.min(minutes, 1440) / 1440) * 100}%`
/** What the day before runs on into this one. */
const tail = (week: Week, i: number): number =>
  Math.max(0, ...spansOf(week[DAYS[(i + 6) % 7] ?? 'mon']).map((span) => span[1] - 1440))
</script>

<template>
  <div class="glance" aria-hidden="true">
    <template v-for="(day, i) in DAYS" :key="day">
      <span class="day" :class="{ shut: !week[day]?.length }">{{ say.shortDay[i] }}</span>
      <span class="line" :class="{ shut: !week[day]?.length }">
        <i v-for="mark in MARKS" :key="mark" class="mark" :style="{ left: percent(mark * 60) }" />
        <b
          v-for="([from, to], n) in spansOf(week[day])"
          :key="n"
          :style="{ left: percent(from), width: percent(Math.min(to, 1440) - from) }"
        /><b v-if="tail(week, i)" :style="{ left: 0, width: percent(tail(week, i)) }" />
      </span>
    </template>
    <span /><span class="scale"
      ><em v-for="mark in MARKS" :key="mark" :style="{ left: percent(mark * 60) }">{{ mark }}</em></span
    >
  </div>
</template>

<style scoped>
.glance {
  display: grid;
  grid-template-columns: 34px 1fr;
  gap: 3px 8px;
  align-items: center;
  direction: ltr;
}
.day {
  font: 500 12px/14px var(--text);
  color: var(--muted);
}
.line {
  position: relative;
  height: 10px;
  background: var(--sand);
  border-radius: 3px;
  overflow: hidden;
}
.line.shut {
  background: none;
  border: 1px dashed var(--hairline);
}
.mark {
  position: absolute;
  inset-block: 0;
  width: 1px;
  background: var(--hairline);
}
b {
  position: absolute;
  inset-block: 0;
  background: var(--moss);
  min-width: 2px;
}
.scale {
  position: relative;
  height: 13px;
}
.scale em {
  position: absolute;
  transform: translateX(-50%);
  font: 400 12px/13px var(--text);
  color: var(--muted);
}
</style>
