<script setup lang="ts">
/** A small picture of where words stand, the spot lit: the card, or the door on its page. */
import type { Spot } from '../words/says'

defineProps<{ spot: Spot }>()
/** Lines of the card from the top: name, y, width. */
const LINES: [Spot, number, number][] = [
  ['top', 9, 18],
  ['help', 14, 22],
  ['note', 20, 22],
  ['sent', 27, 14],
  ['foot', 36, 16],
]
const LIKE: Partial<Record<Spot, Spot>> = { away: 'top', thanks: 'top', notice: 'help' }
</script>

<template>
  <svg class="spot" viewBox="0 0 34 42" width="34" height="42" aria-hidden="true">
    <template v-if="spot === 'button' || spot === 'nudge' || spot === 'plate'">
      <rect x="1" y="1" width="32" height="40" rx="4" fill="#fff" stroke="var(--box-line)" />
      <path d="M6 8h14M6 13h9" stroke="var(--wine-line)" stroke-width="2.500" stroke-linecap="round" />
      <path
        d="M18 37v-5a4 4 0 0 1 4-4h4a4 4 0 0 1 4 4v5z"
        :fill="spot === 'button' ? 'var(--brass)' : 'var(--wine-line)'"
      />
      <rect v-if="spot === 'nudge'" x="8" y="20" width="22" height="6" rx="3" fill="var(--brass)" />
      <rect v-if="spot === 'plate'" x="6" y="18" width="16" height="6" rx="3" fill="var(--brass)" />
    </template>
    <template v-else>
      <path d="M1 41V15A14 14 0 0 1 15 1h4a14 14 0 0 1 14 14v26z" fill="var(--wine-tint)" />
      <path
        v-for="[name, y, width] in LINES"
        :key="name"
        :d="`M6 ${y}h${width}`"
        :stroke="name === (LIKE[spot] ?? spot) ? 'var(--brass)' : 'var(--wine-line)'"
        :stroke-width="name === (LIKE[spot] ?? spot) ? 4 : 2.5"
        stroke-linecap="round"
      />
      <rect
        x="6"
        y="29.500"
        width="10"
        height="4"
        rx="2"
        :fill="spot === 'by' ? 'var(--brass)' : 'var(--wine-line)'"
      />
      <rect
        x="18"
        y="29.500"
        width="10"
        height="4"
        rx="2"
        :fill="spot === 'by' ? 'var(--brass)' : 'var(--wine-line)'"
      />
    </template>
  </svg>
</template>

<style scoped>
.spot {
  flex: none;
  display: block;
}
</style>
