<script setup lang="ts">
import { focusOn } from './composables/arriving'
import ToastLine from './parts/ToastLine.vue'
import { words } from './words/app'

/** Past the bar, to what the screen is about. */
const skip = (): void => focusOn(document.querySelector<HTMLElement>('main h1, main'))
</script>

<template>
  <v-app>
    <!-- before all landmarks, as a skip link is -->
    <a href="#main" class="skip" @click.prevent="skip">{{ words.skip }}</a>
    <router-view />
    <ToastLine />
  </v-app>
</template>

<style scoped>
.skip {
  position: fixed;
  top: -80px;
  inset-inline-start: 12px;
  z-index: 3000;
  padding: 12px 18px;
  border-radius: 0 0 14px 14px;
  background: var(--card);
  color: var(--dark);
  font-weight: 600;
}
.skip:focus {
  top: 0;
}
</style>
