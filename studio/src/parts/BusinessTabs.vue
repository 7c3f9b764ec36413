<script setup lang="ts">
/** What is set for the business as a whole: its name, and the screens behind it. */
import { computed } from 'vue'
import { useSession } from '../stores/session'
import { teamWords } from '../words/team'

type Tab = 'business' | 'languages' | 'team' | 'data' | 'history'
defineProps<{ here: Tab; lead?: string }>()
const session = useSession()
const say = teamWords.tabs
const tabs = computed(() =>
  (
    [
      ['business', true],
      ['languages', true],
      ['team', session.may('team')],
      ['data', session.may('business')],
      ['history', session.may('team')],
    ] as [Tab, boolean][]
  ).flatMap(([name, may]) => (may ? [name] : [])),
)
</script>

<template>
  <header class="head">
    <h1>{{ session.hello?.business }}</h1>
    <nav :aria-label="say.label">
      <router-link
        v-for="tab in tabs"
        :key="tab"
        :to="{ name: tab }"
        :aria-current="tab === here ? 'page' : undefined"
        >{{ say[tab] }}</router-link
      >
    </nav>
    <p v-if="lead" class="muted">{{ lead }}</p>
    <slot />
  </header>
</template>

<style scoped>
.head {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 4px 24px;
  align-items: center;
  min-height: 56px;
  padding: 12px 0;
}
.head > :deep(.saved) {
  justify-self: end;
}
h1 {
  font-size: 27px;
  line-height: 32px;
  overflow-wrap: anywhere;
}
nav {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
}
nav a {
  min-height: 32px;
  padding: 5px 12px;
  border: 1px solid var(--box-line);
  border-radius: var(--arch-32);
  background: var(--card);
  color: var(--dark);
  font-size: 13.5px;
  line-height: 20px;
  font-weight: 500;
  text-decoration: none;
}
nav a:hover {
  border-color: var(--mulberry);
}
nav a[aria-current] {
  background: var(--mulberry);
  border-color: var(--mulberry);
  color: var(--card);
}
@media (max-width: 900px) {
  .head {
    grid-template-columns: minmax(0, 1fr);
    gap: 10px;
  }
  .head > :deep(.saved) {
    justify-self: start;
  }
}
@media (max-width: 700px) {
  nav a {
    min-height: 44px;
    padding-block: 11px;
  }
}
</style>
