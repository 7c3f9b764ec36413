<script setup lang="ts">
import { computed } from 'vue'
import { useToast } from '../composables/useToast'
import { words } from '../words/app'

const toast = useToast()
const shown = computed({
  get: () => toast.current.value !== null,
  set: (on) => {
    if (!on) toast.clear()
  },
})
async function undo(): Promise<void> {
  const act = toast.current.value?.undo
  toast.clear()
  await act?.()
}
</script>

<template>
  <v-snackbar
    v-model="shown"
    :timeout="toast.current.value?.undo ? 20_000 : 8_000"
    location="bottom start"
    role="status"
  >
    <span class="said">{{ toast.current.value?.text }}</span>
    <template #actions>
      <button v-if="toast.current.value?.undo" type="button" class="undo" @click="undo">
        {{ words.desk.undo }}
      </button>
      <button type="button" class="x" :aria-label="words.tryIt.close" @click="toast.clear()">×</button>
    </template>
  </v-snackbar>
</template>

<style scoped>
.said {
  font-size: 15px;
}
.undo {
  font-weight: 600;
  border-bottom: 2px solid var(--brass);
  padding: 4px 2px;
  margin-right: 8px;
}
.x {
  width: 32px;
  height: 32px;
  font-size: 18px;
}
</style>
