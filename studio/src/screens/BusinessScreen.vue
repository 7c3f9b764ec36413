<script setup lang="ts">
import { useBusinessRow } from '../composables/useBusinessRow'
import BusinessTabs from '../parts/BusinessTabs.vue'
import ChoiceBox from '../parts/ChoiceBox.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import { teamWords } from '../words/team'
import { words } from '../words/app'

const session = useSession()
const { row, choices, form, failed, load, saved, set } = useBusinessRow()
const name = set('name')
const country = set('country')
const zone = set('zone')
const currency = set('currency')
</script>

<template>
  <div class="page">
    <TopBar help="business" here="business" />
    <ScreenWait v-if="!row || !choices" :failed="failed" @again="load" />
    <main v-else id="main">
      <BusinessTabs here="business" :lead="`${words.business.lead} ${words.business.draftNote}`">
        <span class="saved small muted" role="status">{{ saved }}</span>
      </BusinessTabs>
      <fieldset class="letter" :disabled="!session.may('business')">
        <p v-if="!session.may('business')" class="wide muted">{{ teamWords.mayNot.business }}</p>
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
      </fieldset>
    </main>
  </div>
</template>

<style scoped src="./BusinessScreen.css"></style>
