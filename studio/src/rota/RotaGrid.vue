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
const most = computed(() => Math.max(1, ...props.rota.knocks.flat().map((item) => item.knocks + item.missed)))
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
                v-for="(bar, n) in cell.bars.filter((bar) => !bar.is_away)"
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
                rota.knocks[weekday(day)]!.map((met, hour) =>
                  met.knocks + met.missed ? say.knock(met.knocks, met.missed, hour) : '',
                )
                  .filter(Boolean)
                  .join('; ') || '0'
              "
            >
              <i
                v-for="(item, hour) in rota.knocks[weekday(day)]"
                :key="hour"
                :class="{ no: !item.is_covered }"
                :title="say.knock(item.knocks, item.missed, hour)"
                :style="{ height: `${((item.knocks + item.missed) / most) * 72}px` }"
              />
            </div>
            <p class="axis" aria-hidden="true"><span>9</span><span>17</span></p>
          </td>
        </tr>
      </tfoot>
    </table>
  </div>
</template>

<style scoped src="./RotaGrid.css"></style>
