<script setup lang="ts">
/** The pages before one is in: words left, the door right, our own button living on it. */
import { onBeforeUnmount, onMounted, ref } from 'vue'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import BrandMark from './BrandMark.vue'
import PaintedDoor from './PaintedDoor.vue'

defineProps<{ title: string; lead?: string }>()
const session = useSession()
const hint = ref(false)
const shown = (): void => {
  hint.value = true
}
const used = (): void => {
  hint.value = false
}

onMounted(() => {
  const key = session.hello?.button_key
  document.addEventListener('kindknock:shown', shown)
  document.addEventListener('kindknock:opened', used)
  // It stays loaded: on which of our pages it stands is a page rule like any other's.
  if (!key || 'KindKnock' in window) return
  const script = document.createElement('script')
  script.async = true
  script.src = '/k.js'
  script.dataset.site = key
  script.crossOrigin = ''
  document.body.append(script)
})
onBeforeUnmount(() => {
  document.removeEventListener('kindknock:shown', shown)
  document.removeEventListener('kindknock:opened', used)
})
</script>

<template>
  <main id="main" class="first">
    <section class="words">
      <router-link to="/" class="home"><BrandMark /></router-link>
      <h1>{{ title }}</h1>
      <p v-if="lead" class="lead">{{ lead }}</p>
      <slot />
    </section>
    <div class="street">
      <div class="door-place"><PaintedDoor /></div>
      <div class="steps"><i /><i /></div>
      <div class="ground" />
      <aside v-if="hint" class="hint">
        <p>{{ words.signIn.hint }}</p>
        <button type="button" :aria-label="words.signIn.close" @click="hint = false">×</button>
      </aside>
    </div>
  </main>
</template>

<style scoped>
.first {
  display: grid;
  grid-template-columns: 592px 1fr;
  min-height: 100vh;
  background: var(--paper);
}
.words {
  padding: 48px 96px 44px;
  display: flex;
  flex-direction: column;
}
.home {
  text-decoration: none;
  margin-bottom: 68px;
}
h1 {
  font-size: 42px;
  line-height: 47px;
}
.lead {
  margin: 16px 0 30px;
  font-size: 16px;
  line-height: 25px;
  color: var(--muted);
}
.street {
  position: relative;
  background: var(--sand);
  overflow: hidden;
  min-height: 100vh;
}
.door-place {
  position: absolute;
  left: 50%;
  bottom: 84px;
  width: min(420px, 62%, calc((100vh - 190px) * 0.68));
  transform: translateX(-50%);
  z-index: 1;
}
.ground {
  position: absolute;
  inset: auto 0 0;
  height: 84px;
  background: #dccdb7;
}
.steps {
  position: absolute;
  left: 50%;
  bottom: 46px;
  width: min(512px, 76%);
  transform: translateX(-50%);
  z-index: 1;
  display: grid;
  justify-items: center;
}
.steps i {
  display: block;
  height: 19px;
  width: 91%;
  background: #f4ebde;
}
.steps i:last-child {
  width: 100%;
  background: #eee2d1;
}
.hint {
  position: fixed;
  right: 32px;
  bottom: 92px;
  z-index: 2;
  display: flex;
  gap: 12px;
  align-items: start;
  padding: 14px 12px 14px 17px;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--floating);
  max-width: 236px;
}
.hint button {
  flex: none;
  width: 24px;
  height: 24px;
  font-size: 17px;
  line-height: 20px;
  color: var(--muted);
}
@media (max-width: 1000px) {
  .first {
    grid-template-columns: 1fr;
  }
  .street {
    min-height: 300px;
    display: none;
  }
  .words {
    padding: 32px 24px;
    max-width: 560px;
    margin: 0 auto;
    width: 100%;
  }
  .home {
    margin-bottom: 40px;
  }
}
</style>
