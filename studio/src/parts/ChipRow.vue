<script setup lang="ts">
/** Chips in a row under what they are about. */
defineProps<{ label: string; hideLabel?: boolean; help?: string }>()
</script>

<template>
  <fieldset>
    <legend :class="{ sr: hideLabel }">{{ label }}</legend>
    <div class="row">
      <slot />
    </div>
    <p v-if="help" class="small muted">{{ help }}</p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
legend {
  font-weight: 600;
  font-size: 14px;
  padding: 0;
  margin-bottom: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
p {
  margin-top: 6px;
}
</style>
