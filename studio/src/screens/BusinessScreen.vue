<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { clock } from '../logic/time'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import YourAccount from '../parts/YourAccount.vue'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
const form = useForm()
const row = ref<Schemas['BusinessOut'] | null>(null)
const choices = ref<Schemas['ChoicesOut'] | null>(null)
const saved = ref('')
const adding = ref('')

onMounted(async () => {
  ;[row.value, choices.value] = await Promise.all([
    want(api.GET('/api/business')),
    want(api.GET('/api/choices')),
  ])
})
let waiting: Partial<Schemas['BusinessIn']> = {}
async function send(): Promise<void> {
  if (!row.value || !Object.keys(waiting).length) return
  const changes = waiting
  waiting = {}
  saved.value = words.desk.saving
  const next = await form.send(async () => {
    try {
      return await want(
        api.PATCH('/api/business', { body: { version: row.value?.version ?? 0, ...changes } }),
      )
    } catch (error) {
      if (error instanceof Refusal && error.status === 409) row.value = await want(api.GET('/api/business'))
      throw error
    }
  })
  // What could not be sent is not lost: it goes with what is typed next, or when the line is back.
  if (!next) waiting = { ...changes, ...waiting }
  if (!next && !form.wrong.value?.field) setTimeout(() => void send(), 3000)
  const isSaved = next && !Object.keys(waiting).length
  saved.value = isSaved ? words.desk.saved(clock(new Date())) : next ? words.desk.saving : ''
  if (next && row.value) row.value.version = next.version
  if (next && changes.name) void session.load()
}
const sendSoon = useDebounceFn(send, 500)
function set<K extends 'name' | 'country' | 'zone' | 'currency' | 'privacy_link'>(field: K) {
  return computed({
    get: () => row.value?.[field] ?? '',
    set: (value: string) => {
      if (row.value) {
        row.value[field] = value ?? ''
        waiting[field] = value ?? ''
        void sendSoon()
      }
    },
  })
}
const name = set('name')
const country = set('country')
const zone = set('zone')
const currency = set('currency')
const privacy = set('privacy_link')
function languages(next: string[]): void {
  if (!row.value || !next.length) return
  row.value.languages = next
  waiting.languages = next
  void send()
}
const label = (tag: string): string =>
  choices.value?.languages.find((language) => language.value === tag)?.label ?? tag
const others = computed(
  () => choices.value?.languages.filter((language) => !row.value?.languages.includes(language.value)) ?? [],
)
function add(tag: string): void {
  if (tag && row.value) languages([...row.value.languages, tag])
  adding.value = ''
}
function first(tag: string): void {
  if (row.value) languages([tag, ...row.value.languages.filter((language) => language !== tag)])
}
</script>

<template>
  <div class="page">
    <TopBar help="business" here="business" />
    <main v-if="row && choices" id="main">
      <header>
        <h1>{{ words.business.title }}</h1>
        <p class="muted">{{ words.business.lead }} {{ words.business.draftNote }}</p>
        <span class="saved small muted" role="status">{{ saved }}</span>
      </header>
      <section class="letter">
        <TextBox v-model="name" :label="words.business.name" :wrong="form.at('name')" :maxlength="120" />
        <ChoiceBox
          v-model="country"
          :label="words.business.country"
          :choices="choices.countries"
          :help="words.business.countryHelp"
          :wrong="form.at('country')"
        />
        <ChoiceBox
          v-model="zone"
          :label="words.business.zone"
          :choices="choices.zones"
          :wrong="form.at('zone')"
        />
        <ChoiceBox
          v-model="currency"
          :label="words.business.currency"
          :choices="choices.currencies"
          :wrong="form.at('currency')"
        />
        <div class="wide">
          <h2>{{ words.business.languages }}</h2>
          <ul>
            <li v-for="(tag, i) in row.languages" :key="tag">
              <span :lang="tag">{{ label(tag) }}</span><em v-if="i === 0">{{ words.business.first }}</em
              ><button v-else type="button" class="quiet" @click="first(tag)">
                {{ words.business.makeDefault }}</button
              ><button
                v-if="row.languages.length > 1"
                type="button"
                class="quiet"
                :aria-label="`${words.business.remove} ${label(tag)}`"
                @click="languages(row.languages.filter((other) => other !== tag))"
              >
                {{ words.business.remove }}
              </button>
            </li>
          </ul>
          <ChoiceBox
            class="adding"
            :model-value="adding"
            :label="words.business.addLanguage"
            :choices="others"
            :wrong="form.at('languages')"
            @update:model-value="add"
          />
        </div>
        <TextBox
          v-model="privacy"
          class="wide"
          :label="words.business.privacy"
          :help="words.business.privacyHelp"
          placeholder="https://averilcycles.example/contact"
          dir="ltr"
          :wrong="form.at('privacy_link')"
        />
        <p v-if="form.at('*')" class="wide wrong" role="alert">{{ form.at('*') }}</p>
        <div class="wide sites">
          <h2>{{ words.business.sites }}</h2>
          <p class="muted small">{{ words.business.sitesHelp }}</p>
          <router-link
            v-for="site in session.hello?.sites"
            :key="site.value"
            class="press"
            :to="{ name: 'desk', params: { site: site.value } }"
            >{{ site.label }}</router-link
          >
        </div>
      </section>
      <YourAccount />
    </main>
  </div>
</template>

<style scoped src="./BusinessScreen.css"></style>
