<script setup lang="ts">
/** The handle by which something is moved, by hand or by arrow keys. */
defineProps<{ label: string }>()
const emit = defineEmits<{ move: [by: number] }>()
</script>

<template>
  <button
    type="button"
    class="grip"
    :aria-label="label"
    @keydown.up.prevent="emit('move', -1)"
    @keydown.down.prevent="emit('move', 1)"
  >
    <svg viewBox="0 0 8 14" width="8" height="14" aria-hidden="true">
      <g fill="currentColor">
        <circle
          v-for="n in 6"
          :key="n"
          :cx="n % 2 ? 1.5 : 6.5"
          :cy="2 + 5 * Math.floor((n - 1) / 2)"
          r="1.3"
        />
      </g>
    </svg>
  </button>
</template>

<style scoped>
.grip {
  flex: none;
  width: 18px;
  height: 36px;
  margin: 0 -6px 0 -8px;
  color: var(--edge);
  cursor: grab;
  display: grid;
  place-items: center;
}
@media (max-width: 700px) {
  .grip {
    width: 32px;
    height: 44px;
  }
}
</style>
