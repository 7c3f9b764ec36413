<script setup lang="ts">
/** One matter of an answer as a sentence; a press on its words opens its editor below. */
defineProps<{ label: string; words: string; before?: string; after?: string }>()
const open = defineModel<boolean>('open', { required: true })
</script>

<template>
  <div class="row-line" :class="{ open }">
    <span class="label">{{ label }}</span>
    <p>
      {{ before
      }}<button type="button" class="act" :aria-expanded="open" @click="open = !open">{{ words }}</button
      >{{ after }}<slot name="more" />
    </p>
    <div v-if="open" class="within"><slot /></div>
  </div>
</template>

<style scoped>
.row-line {
  display: grid;
  grid-template-columns: 98px minmax(0, 1fr);
  gap: 8px 12px;
  align-items: baseline;
  padding: 8px 12px;
  border-top: 1px solid var(--hairline);
}
.label {
  font-size: 13px;
  color: var(--muted);
}
p {
  font-size: 15px;
  line-height: 22px;
  overflow-wrap: anywhere;
}
.within {
  grid-column: 1 / -1;
  padding-bottom: 8px;
}
@media (max-width: 480px) {
  .row-line {
    grid-template-columns: minmax(0, 1fr);
    padding-inline: 0;
  }
}
</style>
