<script setup lang="ts">
/** A dense part of an editor, folded under its name with what it holds said in a line. */
import { ref } from 'vue'

const props = defineProps<{ label: string; holds: string; open?: boolean }>()
const isOpen = ref(props.open ?? false)
</script>

<template>
  <section class="folded" :aria-label="label">
    <button type="button" class="fold" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      <svg viewBox="0 0 8 12" width="8" height="12" aria-hidden="true" :class="{ turned: isOpen }">
        <path d="m1.500 1 5 5-5 5" fill="none" stroke="currentColor" stroke-width="1.600" />
      </svg>
      <span
        ><b>{{ label }}</b
        ><small class="muted">{{ holds }}</small></span
      >
    </button>
    <div v-if="isOpen" class="within"><slot /></div>
  </section>
</template>

<style scoped>
.fold {
  display: flex;
  gap: 12px;
  align-items: center;
  width: 100%;
  min-height: 44px;
  padding: 6px 4px;
  text-align: start;
}
.fold:hover b {
  color: var(--mulberry);
}
.fold span {
  display: grid;
  min-width: 0;
}
b {
  font-weight: 600;
  font-size: 14px;
}
small {
  font-size: 13px;
  line-height: 18px;
}
svg {
  flex: none;
  color: var(--muted);
  transition: rotate 0.12s;
}
.turned {
  rotate: 90deg;
}
.within {
  display: grid;
  gap: 10px;
  padding: 4px 0 8px;
  min-width: 0;
}
@media (prefers-reduced-motion: reduce) {
  svg {
    transition: none;
  }
}
</style>
