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
    <!-- A ring to take hold of, heavier at the bottom, under its stud. -->
    <svg viewBox="0 0 12 16" width="12" height="16" aria-hidden="true">
      <g fill="currentColor">
        <circle cx="6" cy="2.400" r="1.900" />
        <path
          fill-rule="evenodd"
          d="M6 4a5.600 5.600 0 1 1 0 11.200 5.600 5.600 0 0 1 0-11.200
            m0 1.700a3.400 3.400 0 1 0 0 6.800 3.400 3.400 0 0 0 0-6.800"
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
