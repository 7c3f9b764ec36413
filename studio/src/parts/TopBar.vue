<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { businessKey } from '../api/here'
import { isTyping, singleKeys } from '../composables/useKeys'
import { clock, dayName } from '../logic/time'
import { useSession } from '../stores/session'
import { helpWords, type HelpTopic } from '../words/help'
import { words } from '../words/app'
import { teamWords } from '../words/team'
import { reviewWords } from '../words/review'
import BrandMark from './BrandMark.vue'
import BusinessMenu from './BusinessMenu.vue'
import MenuBox from './MenuBox.vue'

/** `help` is what the screen is, as its help tells it. */
defineProps<{
  here?: 'doors' | 'rota' | 'people' | 'answers' | 'guestbook' | 'footfall' | 'fitting' | 'business' | 'you'
  help: HelpTopic
}>()
const HelpSheet = defineAsyncComponent(() => import('./HelpSheet.vue'))
const FindAnywhere = defineAsyncComponent(() => import('./FindAnywhere.vue'))
const emit = defineEmits<{ find: []; did: [] }>()
const session = useSession()
const router = useRouter()
const route = useRoute()
const hello = computed(() => session.hello)
/** Within a business: on the pages before, there is none to show. */
const isIn = computed(() => !!businessKey && !!hello.value?.business)
const closes = computed(() =>
  hello.value?.closes_at ? dayName(new Date(hello.value.closes_at), new Date()) : '',
)
/** A copy somebody looks in at. */
const goes = computed(() =>
  hello.value?.goes_at
    ? `${dayName(new Date(hello.value.goes_at), new Date())}, ${clock(new Date(hello.value.goes_at))}`
    : '',
)
const isDesk = computed(() => route.name === 'desk')
const site = computed(() => String(route.params.site || hello.value?.site || ''))
const finds = ref(false)
const helps = ref(false)
defineExpose({ help: () => (helps.value = !helps.value) })
const find = (): void => {
  if (isDesk.value) emit('find')
  else finds.value = true
}
/** The desk has its own keys. */
function key(event: KeyboardEvent): void {
  if (isDesk.value) return
  const mod = event.ctrlKey || event.metaKey
  if (mod && event.key.toLowerCase() === 'k' && isIn.value) finds.value = true
  else if (!mod && event.key === '?' && singleKeys.value && !isTyping(event.target)) helps.value = true
  else return
  event.preventDefault()
}
onMounted(() => addEventListener('keydown', key))
onBeforeUnmount(() => removeEventListener('keydown', key))
async function signOut(): Promise<void> {
  await session.signOut()
  await router.push({ name: 'sign-in' })
}
</script>

<template>
  <header class="bar on-mulberry">
    <router-link to="/" class="home" :aria-label="words.product"><BrandMark on-mulberry /></router-link>
    <BusinessMenu v-if="isIn" :here="here" />
    <nav v-if="isIn" aria-label="Main">
      <router-link
        :to="{ name: 'desk', params: { site } }"
        :aria-current="here === 'doors' ? 'page' : undefined"
        >{{ words.nav.doors }}</router-link
      >
      <router-link :to="{ name: 'rota' }" :aria-current="here === 'rota' ? 'page' : undefined">{{
        words.nav.rota
      }}</router-link>
      <router-link :to="{ name: 'people' }" :aria-current="here === 'people' ? 'page' : undefined">{{
        words.nav.people
      }}</router-link>
      <router-link
        :to="{ name: 'answers', params: { site } }"
        :aria-current="here === 'answers' ? 'page' : undefined"
        >{{ words.nav.answers }}</router-link
      >
      <router-link
        v-if="session.may('guests')"
        :to="{ name: 'guestbook' }"
        :aria-current="here === 'guestbook' ? 'page' : undefined"
        >{{ words.nav.guestbook
        }}<span v-if="hello?.unread" class="count"
          ><span aria-hidden="true">{{ hello.unread }}</span
          ><span class="sr">, {{ words.nav.unread(hello.unread) }}</span></span
        ></router-link
      >
      <router-link
        v-if="session.may('counts')"
        :to="{ name: 'footfall' }"
        :aria-current="here === 'footfall' ? 'page' : undefined"
        >{{ words.nav.footfall }}</router-link
      >
      <router-link
        v-if="session.may('doors')"
        :to="{ name: 'fitting', params: { site } }"
        :aria-current="here === 'fitting' ? 'page' : undefined"
        >{{ words.nav.fitting }}</router-link
      >
    </nav>
    <button v-if="isIn" type="button" class="finder" @click="find">
      <span>{{ reviewWords.find.open }}</span><kbd aria-hidden="true">Ctrl K</kbd>
    </button>
    <button type="button" class="helper" @click="helps = true">
      <span>{{ helpWords.open }}</span><kbd aria-hidden="true">?</kbd>
    </button>
    <v-menu v-if="hello?.signed_in">
      <template #activator="{ props: press }">
        <button type="button" class="me" v-bind="press">
          <span aria-hidden="true">{{ hello.initials }}</span><span class="sr">{{ words.nav.account }}</span>
        </button>
      </template>
      <MenuBox>
        <p class="head" role="none">{{ hello.name || hello.email }}</p>
        <router-link v-if="hello.business" class="entry" :to="{ name: 'you' }">{{
          teamWords.switcher.you
        }}</router-link>
        <template v-if="hello.pretend">
          <a class="entry" href="/pretend/phone/" target="_blank">{{ words.findPretendPhone }}</a>
          <a class="entry" href="/pretend/mail/" target="_blank">{{ words.findPretendMail }}</a>
        </template>
        <button type="button" class="entry" @click="signOut">{{ words.nav.signOut }}</button>
      </MenuBox>
    </v-menu>
    <HelpSheet v-if="helps" :what="help" @close="helps = false" />
    <FindAnywhere v-if="finds" :site="site" @close="finds = false" @did="emit('did')" />
  </header>
  <p v-if="isIn && closes" class="closing" role="status">
    {{ teamWords.end.bar(closes) }}
    <router-link v-if="session.may('data')" :to="{ name: 'data' }">{{ teamWords.end.barGo }}</router-link>
  </p>
  <p v-if="isIn && goes" class="closing calm" role="status">
    {{ teamWords.end.copy(goes) }}
    <a v-if="hello?.demo_shop" :href="hello.demo_shop" target="_blank">{{ teamWords.end.copyShop }}</a>
  </p>
</template>

<style scoped src="./TopBar.css"></style>
