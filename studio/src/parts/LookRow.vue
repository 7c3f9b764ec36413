<script setup lang="ts">
/** One row of an editor: what it is about left, its controls right, a hairline above. */
defineProps<{ label: string }>()
</script>

<template>
  <section class="look-row" :aria-label="label">
    <h3>{{ label }}</h3>
    <div><slot /></div>
  </section>
</template>

<style scoped>
.look-row {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr);
  gap: 0 14px;
  padding: 14px 0;
  border-top: 1px solid var(--hairline);
}
.look-row:first-child {
  border-top: 0;
  padding-top: 4px;
}
h3 {
  font: 400 13px/20px var(--text);
  color: var(--muted);
  padding-top: 6px;
  letter-spacing: 0;
}
.look-row > div {
  display: grid;
  gap: 10px;
  min-width: 0;
}
@media (max-width: 700px) {
  .look-row {
    grid-template-columns: 1fr;
    gap: 6px;
  }
  h3 {
    padding-top: 0;
  }
}
</style>
