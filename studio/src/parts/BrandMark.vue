<script setup lang="ts">
import { words } from '../words/app'
defineProps<{ onMulberry?: boolean }>()
</script>

<template>
  <span class="brand" :class="{ light: onMulberry }">
    <svg viewBox="0 0 28 32" width="25" height="29" fill="none" aria-hidden="true">
      <path
        d="M3.4 29V14a10.6 10.6 0 0 1 21.2 0v15z"
        stroke="currentColor"
        stroke-width="2.6"
        stroke-linejoin="round"
      />
      <path d="M2 29h24" stroke="currentColor" stroke-width="2.6" stroke-linecap="round" />
      <circle cx="14" cy="11" r="2.2" fill="var(--brass)" />
      <path
        fill="var(--brass)"
        fill-rule="evenodd"
        d="M14 12.4a5.6 5.6 0 1 1 0 11.2 5.6 5.6 0 0 1 0-11.2zm0 1.6a3.4 3.4 0 1 0 0 6.8 3.4 3.4 0 0 0 0-6.8z"
      />
    </svg>
    <b>{{ words.product }}</b>
  </span>
</template>

<style scoped>
.brand {
  display: inline-flex;
  align-items: center;
  gap: 12px;
  color: var(--mulberry);
}
b {
  font: 600 20px/24px var(--heading);
  letter-spacing: -0.01em;
  color: var(--dark);
}
.light,
.light b {
  color: var(--card);
}
</style>
