<script setup lang="ts">
/** Which page is being read, and which were. */
import type { Step } from '../composables/useWebsite'
import { websiteWords as say } from '../words/website'

defineProps<{ steps: Step[]; waits: boolean }>()
</script>

<template>
  <div class="steps" role="status" :aria-label="say.steps">
    <p v-if="waits">{{ say.waits }}</p>
    <p v-for="step in steps" :key="step.path" :class="step.state">
      {{ step.state === 'reading' ? say.reading(step.path) : step.path }}
    </p>
  </div>
</template>

<style scoped>
.steps {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin: 14px 0;
  font-size: 14px;
  line-height: 22px;
  overflow-wrap: anywhere;
}
.read {
  color: var(--moss-dark);
}
.read::before {
  content: '✓ ';
}
.left {
  color: var(--muted);
  text-decoration: line-through;
}
</style>
