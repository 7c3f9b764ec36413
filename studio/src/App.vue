<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { focusOn } from './composables/arriving'
import ToastLine from './parts/ToastLine.vue'
import { useSession } from './stores/session'
import { words } from './words/app'

const session = useSession()
/** What one may do can change while a window is open: looked at when refused, and on coming back to it. */
const LOOKED_EVERY = 60_000
let looked = Date.now()
const look = (): void => {
  looked = Date.now()
  void session.load().catch(() => undefined)
}
useEventListener(window, 'kk:powers', look)
useEventListener(document, 'visibilitychange', () => {
  if (!document.hidden && session.hello?.signed_in && Date.now() - looked > LOOKED_EVERY) look()
})
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
@media print {
  .skip {
    display: none;
  }
}
.skip:focus {
  top: 0;
}
</style>
