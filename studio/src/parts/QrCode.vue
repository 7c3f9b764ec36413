<script setup lang="ts">
defineProps<{ svg: string; label: string }>()
</script>

<template>
  <img class="qr" :src="'data:image/svg+xml,' + encodeURIComponent(svg)" :alt="label" />
</template>

<style scoped>
.qr {
  flex: none;
  display: block;
  width: 132px;
  height: 132px;
  background: #fff;
  border: 1px solid var(--hairline);
  border-radius: var(--arch-card);
}
</style>
