<script setup lang="ts">
import { computed, ref } from 'vue'
import { useBusinessRow } from '../composables/useBusinessRow'
import BusinessTabs from '../parts/BusinessTabs.vue'
import ChoiceBox from '../parts/ChoiceBox.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import { teamWords } from '../words/team'
import { words } from '../words/app'

const session = useSession()
const { row, choices, form, failed, load, saved, putLanguages } = useBusinessRow()
const adding = ref('')
const label = (tag: string): string =>
  choices.value?.languages.find((language) => language.value === tag)?.label ?? tag
const others = computed(
  () => choices.value?.languages.filter((language) => !row.value?.languages.includes(language.value)) ?? [],
)
function add(tag: string): void {
  if (tag && row.value) putLanguages([...row.value.languages, tag])
  adding.value = ''
}
function first(tag: string): void {
  if (row.value) putLanguages([tag, ...row.value.languages.filter((language) => language !== tag)])
}
</script>

<template>
  <div class="page">
    <TopBar help="languages" here="business" />
    <ScreenWait v-if="!row || !choices" :failed="failed" @again="load" />
    <main v-else id="main">
      <BusinessTabs here="languages" :lead="words.business.languagesLead">
        <span class="saved small muted" role="status">{{ saved }}</span>
      </BusinessTabs>
      <fieldset class="letter" :disabled="!session.may('business')">
        <div class="wide">
          <p v-if="!session.may('business')" class="muted">{{ teamWords.mayNot.business }}</p>
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
                @click="putLanguages(row.languages.filter((other) => other !== tag))"
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
          <p v-if="form.at('*')" class="wrong" role="alert">{{ form.at('*') }}</p>
        </div>
      </fieldset>
    </main>
  </div>
</template>

<style scoped src="./BusinessScreen.css"></style>
