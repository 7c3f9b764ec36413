<script setup lang="ts">
/**
 * Shop and people as rows over dated days, the result as its own row, now, closures, and past knocks
 * beneath.
 */
import { computed, onMounted, ref } from 'vue'
import type { Schemas } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { filtered, hoursShown, placeOf, withinHours } from '../logic/rota-hours'
import TextBox from '../parts/TextBox.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut']; whose: string }>()
const emit = defineEmits<{ choose: [string] }>()
type Day = Schemas['RotaDayOut']
/** So many people are looked through by a box, and the table scrolls by itself. */
const MANY = 8
const typed = ref('')
const isMany = computed(() => props.rota.rows.length - 2 > MANY)
const rows = computed(() => filtered(props.rota.rows, isMany.value ? typed.value : ''))
const hours = computed(() => hoursShown(props.rota))
const part = (day: Day, at: number): number => placeOf(day, at, hours.value)
const left = (day: Day, at: number): string => `${part(day, at)}%`
const wide = (day: Day, bar: Schemas['BarOut']): string => `${part(day, bar.until) - part(day, bar.since)}%`
const knocksOf = (day: Day) => withinHours(props.rota.knocks[weekday(day)] ?? [], hours.value)
const today = computed(() => props.rota.days.findIndex((day) => day.is_today))
const box = ref<HTMLElement>()
/** On a narrow screen the week scrolls sideways: it begins at today. */
onMounted(() => {
  const column = box.value?.querySelectorAll<HTMLElement>('thead th')[today.value + 1]
  if (box.value && column && today.value > 0)
    box.value.scrollLeft = column.offsetLeft - (box.value.querySelector('th')?.offsetWidth ?? 0)
})
const most = computed(() =>
  Math.max(1, ...props.rota.days.flatMap((day) => knocksOf(day).map((item) => item.knocks + item.missed))),
)
const marks = computed(() =>
  [9, 17].map((hour) => ({
    hour,
    left: `${((hour - hours.value.from) / (hours.value.to - hours.value.from)) * 100}%`,
  })),
)
const weekday = (day: Day): number => (new Date(day.day + 'T12:00:00Z').getUTCDay() + 6) % 7
const isShort = computed(() => props.rota.days.length > 7)
const id = (row: Schemas['RotaRowOut']): string => (row.kind === 'person' ? row.key : row.kind)
</script>

<template>
  <TextBox
    v-if="isMany"
    v-model="typed"
    class="find"
    :label="say.find"
    :placeholder="say.findHint"
    hide-label
    :maxlength="80"
  />
  <div
    ref="box"
    class="scroll"
    :class="{ many: isMany }"
    role="region"
    tabindex="0"
    :aria-label="say.table(rota.days[0]?.name ?? '', rota.days.at(-1)?.name ?? '')"
  >
    <table class="rota" :class="{ short: isShort }">
      <caption class="sr">
        {{
          say.title
        }}
      </caption>
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
        <tr v-for="row in rows" :key="row.kind + row.key" :class="row.kind">
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
                ><b :title="row.name">{{ row.name }}</b
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
                v-for="(bar, n) in cell.bars.filter((bar) => !bar.is_away)"
                :key="n"
                class="says"
                :style="{ left: left(rota.days[i]!, bar.since), top: `${34 + n * 14}px` }"
                >{{ bar.says }}<em v-if="bar.theirs && !isShort">{{ say.theirClock(bar.theirs) }}</em
                ><em v-else-if="cell.is_apart && !isShort && !n" class="odd">{{ say.oddHours }}</em></span
              ><span v-if="!cell.bars.length" class="none"
                >{{ row.kind === 'result' ? say.nobody : row.kind === 'shop' ? say.closed : ''
                }}<span v-if="row.kind === 'person'" class="sr">{{ say.offDuty }}</span></span
              ></template
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
                knocksOf(day)
                  .filter((item) => item.knocks + item.missed)
                  .map((item) => say.knock(item.knocks, item.missed, item.from, item.to))
                  .join('; ') || say.noKnock
              "
            >
              <i
                v-for="item in knocksOf(day)"
                :key="item.from"
                :class="{ no: !item.is_covered }"
                :title="say.knock(item.knocks, item.missed, item.from, item.to)"
                :style="{ height: `${((item.knocks + item.missed) / most) * 72}px` }"
              />
            </div>
            <p class="axis" aria-hidden="true">
              <span v-for="mark in marks" :key="mark.hour" :style="{ left: mark.left }">{{ mark.hour }}</span>
            </p>
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped src="./RotaGrid.css"></style>
