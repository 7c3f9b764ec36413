<script setup lang="ts">
/** Who one rehearses as, and what the stage shows of the button. */
import { computed, onMounted, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { Pretence, RehearsalState } from '../composables/useRehearsal'
import { countryName, languageName } from '../logic/sentences'
import MenuBox from '../parts/MenuBox.vue'
import SearchPick from '../parts/SearchPick.vue'
import TextBox from '../parts/TextBox.vue'
import NumberBox from '../parts/NumberBox.vue'
import PickOne from '../parts/PickOne.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{ state: RehearsalState; languages: string[]; facts: Record<string, string> }>()
const emit = defineEmits<{ startOver: [] }>()
const say = deskWords.stage
const as = props.state.rehearsal
const choices = ref<Schemas['ChoicesOut'] | null>(null)
onMounted(async () => {
  choices.value = await want(api.GET('/api/choices'))
})
const VISITORS = [
  ['first', say.first],
  ['returning', say.returning],
  ['no_storage', say.noStorage],
] as const
const visitor = computed(() => VISITORS.find(([value]) => value === as.visitor)?.[1] ?? '')
const country = computed(() => (as.country ? say.inCountry(countryName(as.country)) : say.anywhere))
const language = computed(() => (as.language ? say.reading(languageName(as.language)) : say.pageLanguage))
const page = computed({
  get: () => as.page,
  set: (value: number | null) => {
    as.page = value ?? 1
  },
})
const SHELF = Object.entries(say.shelves).map(([value, label]) => ({ value: value as Pretence, label }))
/** Off a product's page only a basket can be told beside. */
const shelf = computed(() => SHELF.filter(({ value }) => props.facts.product || !value || value === 'basket'))
const picked = computed({
  get: () => (as.country ? [as.country] : []),
  set: (value) => {
    as.country = value[0] ?? ''
  },
})
const others = computed(
  () =>
    Number(as.page > 1) +
    Number(!!as.campaign) +
    Number(!!as.referrer) +
    Number(!!as.pretend) +
    Number(!!as.zone),
)
const zone = computed({
  get: () => (as.zone ? [as.zone] : []),
  set: (value) => {
    as.zone = value[0] ?? ''
  },
})
</script>

<template>
  <div class="rehearse" role="group" :aria-label="say.as">
    <span class="lead">{{ say.as }}</span>
    <v-menu>
      <template #activator="{ props: press }"
        ><button type="button" class="chip drop" v-bind="press">{{ visitor }}</button></template
      >
      <MenuBox>
        <button
          v-for="[value, label] in VISITORS"
          :key="value"
          type="button"
          class="entry"
          @click="as.visitor = value"
        >
          {{ label }}<small v-if="value === 'no_storage'">{{ say.noStorageHelp }}</small>
        </button>
      </MenuBox>
    </v-menu>
    <v-menu :close-on-content-click="false">
      <template #activator="{ props: press }"
        ><button type="button" class="chip drop" v-bind="press" aria-haspopup="dialog">
          {{ country }}
        </button></template
      >
      <MenuBox class="wide" :label="deskWords.whom.countries">
        <SearchPick
          v-model="picked"
          single
          :label="say.searchCountry"
          :options="choices?.countries ?? []"
          :placeholder="say.searchCountry"
          :remove="(name) => name"
        /><button type="button" class="entry" @click="as.country = ''">{{ say.unknown }}</button>
      </MenuBox>
    </v-menu>
    <v-menu>
      <template #activator="{ props: press }"
        ><button type="button" class="chip drop" v-bind="press">{{ language }}</button></template
      >
      <MenuBox>
        <button type="button" class="entry" @click="as.language = ''">{{ say.pageLanguage }}</button><button
          v-for="tag in languages"
          :key="tag"
          type="button"
          class="entry"
          @click="as.language = tag"
        >
          {{ say.reading(languageName(tag)) }}
        </button>
      </MenuBox>
    </v-menu>
    <v-menu :close-on-content-click="false">
      <template #activator="{ props: press }"
        ><button type="button" class="chip drop" v-bind="press" aria-haspopup="dialog">
          {{ others ? `${others} ${say.more}` : say.more }}
        </button></template
      >
      <MenuBox class="wide stack" :label="say.more">
        <NumberBox v-model="page" :label="say.pageOf" wrong="Write a whole number." :low="1" :high="100" />
        <TextBox v-model="as.campaign" :label="say.campaign" dir="ltr" :maxlength="80" />
        <TextBox
          v-model="as.referrer"
          :label="say.referrer"
          placeholder="news.example"
          dir="ltr"
          :maxlength="200"
        />
        <PickOne v-model="as.pretend" :label="say.shelf" :options="shelf" />
        <div>
          <p class="title" aria-hidden="true">{{ say.zoneOf }}</p>
          <SearchPick
            v-model="zone"
            :label="say.zoneOf"
            :options="choices?.zones ?? []"
            :placeholder="say.zoneLike"
            :remove="(name) => name"
          />
        </div>
      </MenuBox>
    </v-menu>
    <button type="button" class="chip push" @click="emit('startOver')">{{ say.startOver }}</button>
  </div>
</template>

<style scoped>
.title {
  margin-bottom: 5px;
  font-weight: 600;
  line-height: 20px;
}
.rehearse {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 6px;
  align-items: center;
}
.lead {
  font-size: 13px;
  color: var(--muted);
}
.chip {
  font-size: 13px;
  padding: 0 9px;
}
.push {
  margin-left: auto;
}
.entry small {
  display: block;
  color: var(--muted);
  font-size: 12.5px;
}
.wide {
  width: 300px;
  padding: 14px !important;
}
</style>
