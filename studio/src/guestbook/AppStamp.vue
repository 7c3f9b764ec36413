<script setup lang="ts">
/** The stamp on a letter: the app it came by, as our own initials; a letter box for a note. */
defineProps<{ initials: string; name: string }>()
const W = 84
const H = 98
const TEETH = 8
const holes = [
  ...Array.from({ length: TEETH }, (_, i) => [6 + (i * (W - 12)) / (TEETH - 1), 0] as const),
  ...Array.from({ length: TEETH }, (_, i) => [6 + (i * (W - 12)) / (TEETH - 1), H] as const),
  ...Array.from({ length: TEETH + 1 }, (_, i) => [0, 6 + (i * (H - 12)) / TEETH] as const),
  ...Array.from({ length: TEETH + 1 }, (_, i) => [W, 6 + (i * (H - 12)) / TEETH] as const),
]
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" width="84" height="98" role="img" :aria-label="name">
    <rect width="84" height="98" fill="var(--wine-line)" />
    <rect x="8" y="8" width="68" height="82" fill="var(--wine-tint)" />
    <circle v-for="([x, y], i) in holes" :key="i" :cx="x" :cy="y" r="3" fill="var(--card)" />
    <path d="M20 90V58a22 22 0 0 1 44 0v32z" fill="var(--mulberry)" />
    <text
      v-if="initials"
      x="42"
      y="72"
      text-anchor="middle"
      font-size="15"
      font-weight="600"
      fill="var(--card)"
    >
      {{ initials }}
    </text>
    <path v-else d="M32 66h20M32 72h13" stroke="var(--card)" stroke-width="2.500" stroke-linecap="round" />
  </svg>
</template>
