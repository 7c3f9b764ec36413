<script setup lang="ts">
/** One dimension: each row now against before, as dot and bar and in words. */
import { scaleLinear } from 'd3-scale'
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { footfallWords as say } from '../words/footfall'
import { savePicture } from './savePicture'
import { sharePicture } from './sharePicture'

type Row = Schemas['ShareRowOut']
type Range = Schemas['RangeOut']
const props = defineProps<{ table: Schemas['ShareTableOut']; period: Schemas['PeriodOut'] }>()
const isCompared = computed(() => !!props.period.before_first)
const body = ref<HTMLTableSectionElement>()
function asPicture(): void {
  const bars = [...(body.value?.rows ?? [])].map((row) => row.querySelector('svg'))
  savePicture(sharePicture(props.table, props.period, bars), `by-${props.table.dimension}`)
}
const emit = defineEmits<{ behind: [row: Row] }>()
const WIDE = 190
const number = (count: number): string => count.toLocaleString('en')
/** Up to the widest range of a row that has enough seen; wider ones fade out at the end. */
const x = computed(() => {
  const sure = props.table.rows
    .flatMap((row) => [row.now, row.before])
    .filter((range) => range && range.seen >= 40)
  const top = Math.max(0.05, ...sure.map((range) => range?.high ?? 0))
  return scaleLinear()
    .domain([0, top])
    .range([5, WIDE - 12])
})
const cut = (share: number): number => Math.min(x.value(share), WIDE)
const bars = (row: Row): { range: Range; top: number; isNow: boolean }[] => [
  ...(row.now ? [{ range: row.now, top: row.before ? 8 : 13, isNow: true }] : []),
  ...(row.before ? [{ range: row.before, top: 19, isNow: false }] : []),
]
</script>

<template>
  <p v-if="!table.rows.length" class="muted none">{{ say.noRows }}</p>
  <div v-else class="scrolls">
    <table>
      <thead>
        <tr>
          <th scope="col">{{ say.heads[table.dimension] }}</th>
          <th scope="col">{{ say.knockedHead }}</th>
          <th scope="col" colspan="2">
            <span class="key now" aria-hidden="true" />{{ say.now }}
            <template v-if="isCompared"
              ><span class="key then" aria-hidden="true" />{{ say.before }}</template
            >
            <template v-else>{{ say.nowOnly }}</template>
          </th>
          <th v-if="isCompared" scope="col">{{ say.compared }}</th>
        </tr>
      </thead>
      <tbody ref="body">
        <tr v-for="row in table.rows" :key="row.key + row.name + row.site + row.more">
          <th scope="row">
            <button v-if="row.key" type="button" class="name" :title="row.name" @click="emit('behind', row)">
              <bdi>{{ row.name }}</bdi></button
            ><span v-else class="name plain">{{ row.name }}</span>
            <span v-if="row.more" class="muted small more">{{ row.more }}</span>
            <router-link v-if="row.act === 'rota'" class="act small" :to="row.to">{{
              say.acts.rota
            }}</router-link>
          </th>
          <td class="count">
            <b>{{ number(row.now?.hits ?? 0) }}</b> of {{ number(row.now?.seen ?? 0) }}
          </td>
          <td class="ranges">
            <svg aria-hidden="true" :viewBox="`0 0 ${WIDE} 27`" :width="WIDE" height="27">
              <g v-for="bar in bars(row)" :key="String(bar.isNow)">
                <rect
                  :x="cut(bar.range.low)"
                  :y="bar.top - (bar.isNow ? 3 : 2)"
                  :width="Math.max(cut(bar.range.high) - cut(bar.range.low), 3)"
                  :height="bar.isNow ? 6 : 4"
                  rx="2"
                  :fill="bar.isNow ? '#cfa0b0' : '#d9cab4'"
                  :class="{ fades: x(bar.range.high) > WIDE }"
                />
                <path
                  v-if="x(bar.range.share) < WIDE - 4"
                  :d="`M${cut(bar.range.share) - 4} ${bar.top + 5}v-6a4 4 0 0 1 8 0v6z`"
                  :fill="bar.isNow ? '#5e1f38' : '#8a7665'"
                />
              </g>
            </svg>
          </td>
          <td class="range">
            {{ row.range
            }}<span v-if="row.before_range" class="sr">, {{ say.beforeWas(row.before_range) }}</span>
          </td>
          <td v-if="isCompared" class="word" :class="row.code">{{ row.word }}</td>
        </tr>
      </tbody>
    </table>
    <p class="rest small">
      <span v-if="table.rest" class="muted">{{ table.rest }}</span>
      <button type="button" class="act small" @click="asPicture">{{ say.picture }}</button>
    </p>
  </div>
</template>

<style scoped src="./ShareTable.css"></style>
