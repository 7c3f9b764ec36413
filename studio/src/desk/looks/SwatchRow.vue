<script setup lang="ts">
/** Colours to press; the one in use has a ring. */
defineProps<{ label: string; items: { colour: string; name: string }[]; used: string | null | undefined }>()
const emit = defineEmits<{ take: [string] }>()
</script>

<template>
  <div class="swatches" role="group" :aria-label="label">
    <slot /><button
      v-for="item in items"
      :key="item.colour"
      type="button"
      :style="{ background: item.colour }"
      :aria-label="item.name"
      :title="item.name"
      :aria-pressed="used === item.colour"
      @click="emit('take', item.colour)"
    />
  </div>
</template>

<style scoped>
.swatches {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.swatches :slotted(span) {
  flex-basis: 100%;
}
.swatches button {
  width: 32px;
  height: 34px;
  border-radius: 14px 14px 7px 7px;
  border: 1px solid rgb(58 20 36 / 14%);
}
.swatches button[aria-pressed='true'] {
  outline: 2px solid var(--dark);
  outline-offset: 2px;
}
</style>
