<script setup lang="ts">
/**
 * Shop and people as rows over dated days, the result as its own row, now, closures, and past knocks
 * beneath.
 */
import { computed, onMounted, ref } from 'vue'
import type { Schemas } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut']; whose: string }>()
const emit = defineEmits<{ choose: [string] }>()
type Day = Schemas['RotaDayOut']
const left = (day: Day, at: number): string => `${((at - day.since) / (day.until - day.since)) * 100}%`
const wide = (day: Day, bar: Schemas['BarOut']): string =>
  `${((bar.until - bar.since) / (day.until - day.since)) * 100}%`
const today = computed(() => props.rota.days.findIndex((day) => day.is_today))
const box = ref<HTMLElement>()
/** On a narrow screen the week scrolls sideways: it begins at today. */
onMounted(() => {
  const column = box.value?.querySelectorAll<HTMLElement>('thead th')[today.value + 1]
  if (box.value && column && today.value > 0)
    box.value.scrollLeft = column.offsetLeft - (box.value.querySelector('th')?.offsetWidth ?? 0)
})
const most = computed(() => Math.max(1, ...props.rota.knocks.flat().map((one) => one.knocks + one.missed)))
const weekday = (day: Day): number => (new Date(day.day + 'T12:00:00Z').getUTCDay() + 6) % 7
const isShort = computed(() => props.rota.days.length > 7)
const id = (row: Schemas['RotaRowOut']): string => (row.kind === 'person' ? row.key : row.kind)
</script>

<template>
  <div ref="box" class="scroll">
    <table class="rota" :class="{ short: isShort }">
      <thead>
        <tr>
          <th scope="col">
            <span class="sr">{{ say.people }}</span>
          </th>
          <th v-for="day in rota.days" :key="day.day" scope="col" :class="{ today: day.is_today }">
            {{ day.name }}<template v-if="day.is_today">, {{ say.now }}</template
            ><small v-if="day.turns_min">{{ say.turns(day.turns_min) }}</small>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rota.rows" :key="row.kind + row.key" :class="row.kind">
          <th scope="row">
            <component
              :is="row.kind === 'result' ? 'div' : 'button'"
              type="button"
              class="who"
              :aria-pressed="row.kind === 'result' ? undefined : whose === id(row)"
              @click="row.kind !== 'result' && emit('choose', id(row))"
              ><DoorGlyph v-if="row.kind !== 'person'" :state="row.is_in ? 'open' : 'shut'" :size="24" /><span
                v-else
                class="mark"
                aria-hidden="true"
                >{{ row.initials }}</span
              ><span
                ><b>{{ row.name }}</b
                ><small :class="{ away: row.now }">{{
                  row.now ||
                  (row.kind === 'shop'
                    ? say.shop
                    : row.kind === 'result'
                      ? say.result
                      : [row.role, row.zone.split('/').pop()?.replace('_', ' ')]
                          .filter(Boolean)
                          .join(', from '))
                }}</small
                ><small v-if="row.note" class="bad">{{ row.note }}</small></span
              ></component
            >
          </th>
          <td
            v-for="(cell, i) in row.cells"
            :key="i"
            :class="{ closed: !cell.bars.length && (cell.is_closed || rota.rows[0]?.cells[i]?.is_closed) }"
          >
            <span v-if="cell.is_closed && !cell.bars.length" class="why">{{
              cell.closure || (row.kind === 'person' ? say.leave : say.closed)
            }}</span>
            <template v-else-if="rota.days[i]"
              ><i
                v-for="bar in cell.bars"
                :key="bar.since"
                class="bar"
                :class="{ off: bar.is_away }"
                :style="{ left: left(rota.days[i]!, bar.since), width: wide(rota.days[i]!, bar) }"
              /><span
                v-for="(bar, n) in cell.bars.filter((one) => !one.is_away)"
                :key="n"
                class="says"
                :style="{ left: left(rota.days[i]!, bar.since), top: `${34 + n * 14}px` }"
                >{{ bar.says }}<em v-if="bar.theirs && !isShort">{{ say.theirClock(bar.theirs) }}</em
                ><em v-else-if="cell.is_apart && !isShort && !n" class="odd">{{ say.oddHours }}</em></span
              ><span v-if="!cell.bars.length" class="none">{{
                row.kind === 'result' ? say.nobody : row.kind === 'shop' ? say.closed : ''
              }}</span></template
            >
            <i
              v-if="i === today && rota.days[i]"
              class="now"
              :style="{ left: left(rota.days[i]!, rota.now) }"
              aria-hidden="true"
            />
          </td>
        </tr>
      </tbody>
      <tfoot>
        <tr>
          <th scope="row">
            <div class="who">
              <span
                ><b>{{ say.knocks }}</b
                ><small>{{ say.lately }}</small
                ><small class="key"><i />{{ say.uncovered }}</small></span
              >
            </div>
          </th>
          <td v-for="day in rota.days" :key="day.day">
            <div
              class="hours"
              role="img"
              :aria-label="
                rota.knocks[weekday(day)]!.map((one, hour) =>
                  one.knocks + one.missed ? say.knock(one.knocks, one.missed, hour) : '',
                )
                  .filter(Boolean)
                  .join('; ') || '0'
              "
            >
              <i
                v-for="(one, hour) in rota.knocks[weekday(day)]"
                :key="hour"
                :class="{ no: !one.is_covered }"
                :title="say.knock(one.knocks, one.missed, hour)"
                :style="{ height: `${((one.knocks + one.missed) / most) * 72}px` }"
              />
            </div>
            <p class="axis" aria-hidden="true"><span>9</span><span>17</span></p>
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
  border: 1px solid var(--hairline);
  border-radius: 22px 22px 12px 12px;
  background: var(--card);
}
.rota {
  width: 100%;
  min-width: 980px;
  border-collapse: collapse;
  table-layout: fixed;
}
.short {
  min-width: 1500px;
}
th:first-child {
  width: 196px;
}
thead th {
  height: 38px;
  padding: 0 12px;
  text-align: start;
  font-weight: 500;
  font-size: 13.5px;
}
.today {
  font-weight: 700;
}
thead small {
  display: block;
  font-size: 12px;
  line-height: 14px;
  color: var(--brass-dark);
}
td,
thead th + th {
  border-left: 1px solid var(--hairline);
}
tbody tr,
tfoot tr {
  border-top: 1px solid var(--hairline);
}
td {
  position: relative;
  height: 66px;
  padding: 0;
  vertical-align: top;
}
tbody th {
  padding: 0;
  font-weight: 400;
  text-align: start;
}
th:first-child {
  position: sticky;
  left: 0;
  z-index: 3;
  background: inherit;
}
thead tr,
tbody tr {
  background: var(--card);
}
.who {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 66px;
  padding: 6px 12px;
  text-align: start;
}
button.who:hover,
.who[aria-pressed='true'] {
  background: var(--wine-tint);
}
.who > span:last-child {
  display: grid;
  line-height: 18px;
}
.who b {
  font-weight: 600;
  font-size: 14.5px;
}
.who small {
  font-size: 12.5px;
  line-height: 17px;
  color: var(--muted);
}
.who .away {
  color: var(--brass-dark);
  font-weight: 500;
}
.who .bad {
  color: var(--clay-dark);
}
.mark {
  flex: none;
  width: 34px;
  height: 38px;
  border-radius: var(--arch-initials);
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 13px/38px var(--text);
  text-align: center;
}
.who[aria-pressed='true'] .mark {
  background: var(--card);
}
.bar {
  position: absolute;
  top: 12px;
  height: 20px;
  background: #e2c3cd;
  border: 1px solid #8d4a62;
  border-radius: 9px 9px 5px 5px;
}
.shop .bar {
  background: #c3d8c2;
  border-color: var(--moss);
}
.result .bar {
  background: var(--moss);
  border-color: var(--moss-dark);
}
.bar.off {
  background: repeating-linear-gradient(115deg, #fff 0 4px, #e2c3cd 4px 6px);
}
.says {
  position: absolute;
  font-size: 12px;
  line-height: 14px;
  color: var(--mulberry);
  white-space: nowrap;
}
.shop .says,
.result .says {
  color: var(--moss-dark);
}
.says .odd {
  color: var(--brass-dark);
}
.says em {
  display: block;
  font-style: normal;
  color: var(--muted);
}
.none {
  position: absolute;
  left: 12px;
  top: 22px;
  font-size: 13px;
  color: var(--muted);
}
.result .none {
  color: var(--clay-dark);
}
.closed {
  background: repeating-linear-gradient(115deg, #f6efe6 0 9px, #ece1d1 9px 14px);
}
.why {
  position: absolute;
  inset: 22px 6px auto;
  text-align: center;
  font-size: 13px;
  font-weight: 600;
  color: var(--muted);
}
.now {
  position: absolute;
  top: 0;
  bottom: -1px;
  width: 2px;
  background: var(--dark);
  z-index: 2;
}
.shop .now::before {
  content: '';
  position: absolute;
  top: -8px;
  left: -7px;
  width: 16px;
  height: 16px;
  border-radius: 50%;
  border: 4px solid var(--brass);
  outline: 1.5px solid var(--dark);
  outline-offset: -1px;
  background: var(--card);
}
tbody .result {
  background: #f4f6f0;
}
tfoot tr {
  background: var(--paper);
}
tfoot td {
  height: 104px;
}
.hours {
  display: flex;
  align-items: end;
  gap: 1px;
  height: 80px;
  padding: 6px 5px 0;
}
.hours i {
  flex: 1;
  background: #cfa9b6;
  border-radius: 2px 2px 0 0;
}
.hours i.no {
  background: repeating-linear-gradient(0deg, var(--clay) 0 6px, #8f3a1a 6px 7px);
}
.axis {
  display: flex;
  font-size: 12px;
  line-height: 16px;
  color: var(--muted);
  padding: 0 5px;
}
.axis span {
  position: absolute;
}
.axis span:first-child {
  left: 38%;
}
.axis span:last-child {
  left: 71%;
}
.key {
  display: flex;
  gap: 7px;
  align-items: center;
  color: var(--clay-dark) !important;
  font-weight: 600;
}
.key i {
  width: 10px;
  height: 11px;
  background: var(--clay);
  border-radius: 2px;
}
@media (max-width: 700px) {
  .rota {
    min-width: 830px;
  }
  th:first-child {
    width: 112px;
  }
  .who {
    padding: 6px 8px;
  }
  .who .mark,
  .who svg {
    display: none;
  }
  .who b {
    font-size: 13.5px;
  }
}
</style>
