<script setup lang="ts">
/** A screen before what it shows has come: waiting, or told why it can't come, with a way to try again. */
import { words } from '../words/app'
import DoorGlyph from './DoorGlyph.vue'

defineProps<{ failed: string }>()
const emit = defineEmits<{ again: [] }>()
</script>

<template>
  <main id="main" class="wait" role="status">
    <template v-if="failed">
      <DoorGlyph state="barred" :size="40" />
      <p>{{ failed }}</p>
      <v-btn color="primary" @click="emit('again')">{{ words.desk.again }}</v-btn>
    </template>
    <template v-else>
      <DoorGlyph state="ajar" :size="40" />
      <p>{{ words.desk.loading }}</p>
    </template>
  </main>
</template>

<style scoped>
.wait {
  min-height: 60vh;
  flex: 1;
  display: grid;
  place-items: center;
  align-content: center;
  gap: 16px;
  padding: 24px;
  color: var(--muted);
  font-size: 16px;
  text-align: center;
}
</style>
