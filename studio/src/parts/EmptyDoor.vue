<script setup lang="ts">
/** Nothing is here yet: a shut door with its letter box, what comes here, and how to begin it. */
defineProps<{ title: string; says: string }>()
</script>

<template>
  <section class="empty">
    <svg viewBox="0 0 120 138" width="120" height="138" fill="none" aria-hidden="true">
      <path
        d="M6 132V60a54 54 0 0 1 108 0v72z"
        fill="var(--wine-tint)"
        stroke="var(--wine-line)"
        stroke-width="2"
      />
      <rect
        x="36"
        y="76"
        width="48"
        height="12"
        rx="4"
        fill="var(--card)"
        stroke="var(--mulberry)"
        stroke-width="2"
      />
      <path d="M43 82h34" stroke="var(--mulberry)" stroke-width="2" />
      <path d="M0 136h120" stroke="var(--edge)" stroke-width="2" />
    </svg>
    <h2>{{ title }}</h2>
    <p>{{ says }}</p>
    <slot />
  </section>
</template>

<style scoped>
.empty {
  max-width: 460px;
  margin: 64px auto;
  text-align: center;
}
h2 {
  font-size: 18px;
  line-height: 24px;
  margin: 20px 0 8px;
}
</style>
