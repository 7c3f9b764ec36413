<script setup lang="ts">
/** The hours of the week: the darker, the more knocked; a bar across where nobody was in. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { behindHour, darkness, hourByKey, hoursShown, outside, type Behind } from '../logic/footfall'
import { footfallWords as say } from '../words/footfall'
import { hourPicture } from './hourPicture'
import { savePicture } from './savePicture'

const props = defineProps<{ found: Schemas['FootfallOut']; file: string }>()
const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const hours = computed(() => hoursShown(props.found.hours))
const rest = computed(() => outside(props.found.hours, hours.value))
const emit = defineEmits<{ behind: [about: Behind] }>()
const grid = ref<HTMLElement>()
/** The hour that Tab comes to; arrows go on from it, over hours nobody knocked in. */
const stop = ref('')
const knockedAt = computed(() =>
  props.found.hours.flatMap((day, weekday) =>
    hours.value.filter((hour) => day[hour]?.knocked).map((hour) => `${weekday}-${hour}`),
  ),
)
const tabindex = (weekday: number, hour: number): 0 | -1 => {
  const here = knockedAt.value.includes(stop.value) ? stop.value : knockedAt.value[0]
  return here === `${weekday}-${hour}` ? 0 : -1
}
function open(weekday: number, hour: number): void {
  const slot = props.found.hours[weekday]?.[hour]
  if (!slot?.knocked) return
  stop.value = `${weekday}-${hour}`
  emit('behind', behindHour(slot, weekday, hour))
}
function onKeydown(event: KeyboardEvent): void {
  const at = (event.target as HTMLElement).dataset.at
  const isRightToLeft = getComputedStyle(event.currentTarget as HTMLElement).direction === 'rtl'
  const to = at === undefined ? undefined : hourByKey(event.key, at, knockedAt.value, isRightToLeft)
  if (to === undefined) return
  event.preventDefault()
  stop.value = to
  grid.value?.querySelector<HTMLElement>(`[data-at="${to}"]`)?.focus()
}
const most = computed(() => Math.max(...props.found.hours.flat().map((slot) => slot.knocked)))
</script>

<template>
  <section class="card">
    <header>
      <h2>{{ say.when }}</h2>
      <a class="act small" :href="file" download>{{ say.asCsv }}</a>
      <button
        type="button"
        class="act small"
        @click="savePicture(hourPicture(found.hours, hours, DAYS), 'hours')"
      >
        {{ say.picture }}
      </button>
      <span class="key small" aria-hidden="true"><i />{{ say.nobodyIn }}</span>
    </header>
    <table ref="grid" role="grid" :aria-label="say.hours" @keydown="onKeydown">
      <thead role="rowgroup">
        <tr role="row">
          <td role="cell" />
          <th v-for="(hour, i) in hours" :key="hour" scope="col" role="columnheader">
            <span :class="{ sr: i % 2 }">{{ hour }}</span>
          </th>
        </tr>
      </thead>
      <tbody role="rowgroup">
        <tr v-for="(day, weekday) in found.hours" :key="weekday" role="row">
          <th scope="row" role="rowheader">{{ DAYS[weekday] }}</th>
          <td v-for="hour in hours" :key="hour" role="gridcell" :title="day[hour]?.says">
            <component
              :is="day[hour]?.knocked ? 'button' : 'span'"
              class="cell mini"
              :class="[`d${darkness(day[hour]?.knocked ?? 0, most)}`, { out: day[hour]?.is_nobody_in }]"
              v-bind="day[hour]?.knocked ? { type: 'button', tabindex: tabindex(weekday, hour) } : {}"
              :data-at="`${weekday}-${hour}`"
              @click="open(weekday, hour)"
              ><span class="sr">{{ day[hour]?.says }}</span></component
            >
          </td>
        </tr>
      </tbody>
    </table>
    <p class="worst">
      <template v-if="found.worst"
        ><span
          ><b>{{ found.worst.says }}</b
          >{{ say.worst(found.worst.count) }}</span
        >
        <router-link class="act" :to="{ name: 'rota' }">{{ say.mend }}</router-link></template
      >
      <span v-else class="muted">{{ say.noGap }}</span>
      <span v-if="rest" class="muted small">{{ say.outside(rest) }}</span>
    </p>
  </section>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 12px;
}
.key {
  margin-inline-start: auto;
  display: inline-flex;
  gap: 8px;
  align-items: center;
  color: var(--clay-dark);
}
.key i {
  width: 20px;
  height: 2.5px;
  background: var(--clay-dark);
}
table {
  width: 100%;
  table-layout: fixed;
  border-spacing: 3px;
  border-collapse: separate;
}
thead td {
  width: 40px;
}
th {
  font-size: 12px;
  font-weight: 400;
  color: var(--muted);
  text-align: start;
  padding: 0;
}
tbody th {
  font-size: 13px;
}
td {
  padding: 0;
}
.cell {
  position: relative;
  display: block;
  height: 36px;
  border-radius: 8px 8px 4px 4px;
  background: #f3ebdf;
}
button.cell {
  width: 100%;
  padding: 0;
  border: 0;
  cursor: pointer;
}
button.cell:hover {
  outline: 2px solid var(--mulberry);
  outline-offset: 1px;
}
.d1 {
  background: #f1dfe4;
}
.d2 {
  background: #dfb9c4;
}
.d3 {
  background: #c48796;
}
.d4 {
  background: #9a5069;
}
.d5 {
  background: var(--mulberry);
}
.out::after {
  content: '';
  position: absolute;
  inset-inline: 18%;
  top: calc(50% - 1.25px);
  height: 2.5px;
  background: var(--clay-dark);
}
.d3.out::after,
.d4.out::after,
.d5.out::after {
  background: #fff;
}
.worst {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  justify-content: space-between;
  align-items: center;
  min-height: 32px;
}
/* On a phone days stand beside each other, so that an hour is wide enough for a thumb. */
@media (max-width: 700px) {
  header {
    flex-wrap: wrap;
  }
  table,
  tbody {
    display: flex;
    gap: 2px;
  }
  tbody {
    flex: 1;
  }
  tr {
    display: flex;
    flex: 1;
    flex-direction: column;
    gap: 2px;
  }
  thead tr {
    width: 26px;
  }
  th,
  td {
    display: block;
    height: 28px;
    line-height: 28px;
  }
  thead td {
    width: auto;
  }
  tbody th {
    text-align: center;
  }
  .cell {
    height: 28px;
    border-radius: 6px 6px 3px 3px;
  }
}
@media print {
  .cell {
    print-color-adjust: exact;
  }
}
</style>
