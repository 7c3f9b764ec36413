<script setup lang="ts">
/**
 * Behind the business's name: its settings, its websites, and the other businesses one looks after. With
 * more than a handful they are found by typing.
 */
import { computed, ref } from 'vue'
import { addressAt, moveTo } from '../api/here'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import { teamWords } from '../words/team'
import MenuBox from './MenuBox.vue'

defineProps<{ here?: string }>()
const FINDS_FROM = 6
const session = useSession()
const say = teamWords.switcher
const typed = ref('')
const others = computed(
  () => session.hello?.businesses?.filter((each) => each.key !== session.hello?.business_key) ?? [],
)
const finds = computed(() => others.value.length >= FINDS_FROM)
const fold = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
const found = computed(() => {
  const wanted = fold(typed.value.trim())
  return others.value.filter((each) => fold(each.name).includes(wanted))
})
function first(): void {
  const to = found.value[0]
  if (to) moveTo(addressAt(to.key))
}
</script>

<template>
  <v-menu :close-on-content-click="!finds">
    <template #activator="{ props: press }">
      <button type="button" class="business" :title="session.hello?.business" v-bind="press">
        <b>{{ session.hello?.business }}</b><svg viewBox="0 0 10 6" width="10" height="6" aria-hidden="true">
          <path d="m1 1 4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.6" />
        </svg>
      </button>
    </template>
    <MenuBox :finder="finds">
      <template v-if="others.length">
        <p class="head" role="none">{{ teamWords.businesses }}</p>
        <label v-if="finds" class="finds" role="none"
          ><span class="sr">{{ say.find }}</span
          ><input v-model="typed" type="search" :placeholder="say.find" @keydown.enter.prevent="first"
        /></label>
        <a v-for="each in found" :key="each.key" class="entry" :href="addressAt(each.key)">{{ each.name }}</a>
        <p v-if="!found.length" class="head" role="none">{{ say.none }}</p>
      </template>
      <a class="entry" href="/businesses">{{ others.length ? say.all : teamWords.another }}</a>
      <p class="head" role="none">{{ session.hello?.business }}</p>
      <router-link
        class="entry"
        :to="{ name: 'business' }"
        :aria-current="here === 'business' ? 'page' : undefined"
        >{{ words.nav.business }}</router-link
      >
      <router-link v-if="session.may('team')" class="entry" :to="{ name: 'team' }">{{
        teamWords.tabs.team
      }}</router-link>
      <template v-if="(session.hello?.sites?.length ?? 0) > 1">
        <p class="head" role="none">{{ words.nav.sites }}</p>
        <router-link
          v-for="each in session.hello?.sites"
          :key="each.value"
          class="entry"
          :to="{ name: 'desk', params: { site: each.value } }"
          >{{ each.label }}</router-link
        >
      </template>
    </MenuBox>
  </v-menu>
</template>

<style scoped>
.business {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-width: 0;
  flex: 0 1 auto;
  font-size: 14px;
  min-height: 32px;
  color: var(--card);
}
.business b {
  font-weight: 400;
  max-width: 26ch;
  overflow: hidden;
  white-space: nowrap;
  text-overflow: ellipsis;
}
.business svg {
  flex: none;
}
.finds input {
  width: calc(100% - 24px);
  margin: 2px 12px 6px;
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--edge);
  border-radius: var(--arch-32);
  background: #fff;
  color: var(--ink);
}
@media (max-width: 900px) {
  .business {
    min-height: 44px;
    flex: 1 1 60px;
  }
  .business b {
    max-width: none;
  }
}
</style>
