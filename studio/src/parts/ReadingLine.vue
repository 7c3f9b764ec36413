<script setup lang="ts">
/** How the core read what was typed, under its box. */
import type { Schemas } from '../api/client'
import DoorGlyph from './DoorGlyph.vue'

defineProps<{ reading: Schemas['ReadingOut'] }>()
</script>

<template>
  <p class="reading" :class="reading.state" role="status">
    <DoorGlyph :state="reading.state" :size="19" />
    <span
      ><b>{{ reading.says }}</b> {{ reading.more }}</span
    >
  </p>
</template>

<style scoped>
.reading {
  display: flex;
  gap: 10px;
  align-items: start;
  font-size: 14px;
  line-height: 20px;
}
b {
  font-weight: 600;
}
.ajar b {
  color: var(--brass-dark);
}
.barred b {
  color: var(--clay-dark);
}
</style>
