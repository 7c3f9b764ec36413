<script setup lang="ts">
/** So many marks in rows, one filled after the other by columns, each second column half a step lower. */
import { computed } from 'vue'
import { placed, type MarkKind } from '../logic/footfall'

const props = defineProps<{
  count: number
  rows: number
  step: number
  kind: MarkKind
}>()
const columns = computed(() => Math.max(1, Math.ceil(props.count / props.rows)))
const width = computed(() => columns.value * props.step)
const height = computed(() => props.rows * props.step + props.step / 2)
const marks = computed(() => placed(props.count, props.rows, props.step))
</script>

<template>
  <svg
    aria-hidden="true"
    :viewBox="`0 0 ${width} ${height}`"
    :style="{ maxWidth: `${width}px`, height: 'auto' }"
    preserveAspectRatio="xMinYMid meet"
  >
    <template v-for="(mark, i) in marks" :key="i">
      <circle v-if="kind === 'walker'" :cx="mark.x" :cy="mark.y" r="4.2" fill="#a98a79" />
      <circle v-else-if="kind === 'visitor'" :cx="mark.x" :cy="mark.y" r="4.6" fill="#5e1f38" />
      <g v-else fill="none" stroke="#e0a030">
        <circle :cx="mark.x" :cy="mark.y" r="6" stroke-width="2.2" />
        <path :d="`M${mark.x - 4} ${mark.y + 4.6}a6 6 0 0 0 8 0`" stroke-width="3.6" />
      </g>
    </template>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
}
</style>
