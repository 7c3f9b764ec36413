<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'
import { words } from '../words/en'
import { reviewWords } from '../words/review'
import BrandMark from './BrandMark.vue'

defineProps<{ here?: 'doors' | 'rota' | 'people' | 'notes' | 'business' }>()
const FindAnywhere = defineAsyncComponent(() => import('./FindAnywhere.vue'))
const emit = defineEmits<{ help: []; find: []; did: [] }>()
const session = useSession()
const router = useRouter()
const route = useRoute()
const hello = computed(() => session.hello)
const isDesk = computed(() => route.name === 'desk')
const site = computed(() => String(route.params.site || hello.value?.site || ''))
const finds = ref(false)
const find = (): void => {
  if (isDesk.value) emit('find')
  else finds.value = true
}
/** The desk has its own keys. */
function key(event: KeyboardEvent): void {
  if (isDesk.value || !site.value || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'k')
    return
  event.preventDefault()
  finds.value = true
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
    <router-link to="/" class="home"><BrandMark on-mulberry /></router-link>
    <v-menu v-if="hello?.business">
      <template #activator="{ props: press }">
        <button type="button" class="business" v-bind="press">
          {{ hello.business
          }}<svg viewBox="0 0 10 6" width="10" height="6" aria-hidden="true">
            <path d="m1 1 4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.6" />
          </svg>
        </button>
      </template>
      <div class="menu">
        <p class="head">{{ words.nav.sites }}</p>
        <router-link
          v-for="each in hello.sites"
          :key="each.value"
          class="entry"
          :to="{ name: 'desk', params: { site: each.value } }"
          >{{ each.label }}</router-link
        >
      </div>
    </v-menu>
    <nav v-if="hello?.business" aria-label="Main">
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
        :to="{ name: 'notes', params: { site } }"
        :aria-current="here === 'notes' ? 'page' : undefined"
        >{{ words.nav.notes }}</router-link
      >
      <router-link :to="{ name: 'business' }" :aria-current="here === 'business' ? 'page' : undefined">{{
        words.nav.business
      }}</router-link>
    </nav>
    <button v-if="hello?.business" type="button" class="finder" @click="find">
      <span>{{ reviewWords.find.open }}</span><kbd aria-hidden="true">Ctrl K</kbd>
    </button>
    <button v-if="here === 'doors'" type="button" class="helper" @click="emit('help')">
      {{ deskWords.help.open }}<kbd aria-hidden="true">?</kbd>
    </button>
    <v-menu v-if="hello?.signed_in">
      <template #activator="{ props: press }">
        <button type="button" class="me" v-bind="press">
          <span aria-hidden="true">{{ hello.initials }}</span><span class="sr">{{ words.nav.account }}</span>
        </button>
      </template>
      <div class="menu">
        <p class="head">{{ hello.name || hello.email }}</p>
        <template v-if="hello.pretend">
          <a class="entry" href="/pretend/phone/" target="_blank">{{ words.findPretendPhone }}</a>
          <a class="entry" href="/pretend/mail/" target="_blank">{{ words.findPretendMail }}</a>
        </template>
        <button type="button" class="entry" @click="signOut">{{ words.nav.signOut }}</button>
      </div>
    </v-menu>
    <FindAnywhere v-if="finds" :site="site" @close="finds = false" @did="emit('did')" />
  </header>
</template>

<style scoped>
.bar {
  display: flex;
  align-items: center;
  height: 56px;
  padding: 0 24px;
  background: var(--mulberry);
  color: var(--card);
  gap: 18px;
}
.home {
  text-decoration: none;
}
.business {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  font-size: 14px;
  min-height: 32px;
  color: var(--card);
}
nav {
  display: flex;
  align-self: end;
  gap: 4px;
  margin-left: 36px;
}
nav a {
  padding: 11px 20px 10px;
  color: var(--card);
  text-decoration: none;
  border-radius: 20px 20px 0 0;
  font-size: 14.5px;
}
nav a[aria-current] {
  background: var(--paper);
  color: var(--dark);
  font-weight: 500;
}
nav a:not([aria-current]):hover {
  background: var(--dark);
}
.finder {
  margin-left: auto;
  display: inline-flex;
  gap: 10px;
  align-items: center;
  font-size: 13.5px;
  min-height: 32px;
}
.finder kbd {
  font: 600 12px/20px var(--text);
  padding: 0 8px;
  border: 1px solid #8d5b6e;
  border-radius: 7px 7px 4px 4px;
}
.finder + .helper,
.finder + .me {
  margin-left: 0;
}
.helper {
  margin-left: auto;
  display: inline-flex;
  gap: 10px;
  align-items: center;
  font-size: 13.5px;
  min-height: 32px;
}
.helper kbd {
  font: 600 12px/20px var(--text);
  padding: 0 8px;
  border: 1px solid #8d5b6e;
  border-radius: 7px 7px 4px 4px;
}
.helper + .me {
  margin-left: 0;
}
.me {
  flex: none;
}
.me {
  margin-left: auto;
  text-align: center;
  width: 32px;
  height: 36px;
  border-radius: 16px 16px 8px 8px;
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 12px/36px var(--text);
}
.head {
  padding: 8px 12px 6px;
  font-size: 13px;
  color: var(--muted);
}
.entry {
  display: block;
  width: 100%;
  text-align: start;
  padding: 9px 12px;
  border-radius: var(--arch-32);
  color: var(--ink);
  text-decoration: none;
}
.entry:hover,
.entry:focus-visible {
  background: var(--wine-tint);
}
@media (max-width: 700px) {
  .bar {
    flex-wrap: wrap;
    height: auto;
    padding: 8px 12px 0;
    gap: 4px 8px;
  }
  nav {
    order: 1;
    width: 100%;
    margin-left: 0;
    gap: 0;
    overflow-x: auto;
    scrollbar-width: none;
  }
  nav a {
    flex: 1 0 auto;
    text-align: center;
    white-space: nowrap;
    padding-inline: 11px;
    min-height: 44px;
  }
  .business {
    max-width: 34vw;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: ellipsis;
    display: block;
  }
  .business svg,
  .finder kbd {
    display: none;
  }
  .finder,
  .helper,
  .me {
    min-height: 44px;
  }
  .me {
    height: 44px;
    line-height: 44px;
    width: 40px;
  }
  .helper {
    font-size: 0;
    gap: 0;
  }
  .helper kbd {
    font-size: 13px;
  }
  .home :deep(b) {
    display: none;
  }
}
</style>
