<script setup lang="ts">
/** One of our marks, as the button draws it. */
defineProps<{ path: string; size?: number }>()
</script>

<template>
  <svg viewBox="0 0 22 26" :width="((size ?? 26) * 22) / 26" :height="size ?? 26" aria-hidden="true">
    <path :d="path" fill="currentColor" fill-rule="evenodd" />
  </svg>
</template>
