<script setup lang="ts">
import { useBusinessRow } from '../composables/useBusinessRow'
import CountingPart from '../footfall/CountingPart.vue'
import BusinessTabs from '../parts/BusinessTabs.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TextBox from '../parts/TextBox.vue'
import { useSession } from '../stores/session'
import ClosePart from '../team/ClosePart.vue'
import TopBar from '../parts/TopBar.vue'
import { words } from '../words/app'

const session = useSession()
const { row, choices, form, failed, load, saved, set } = useBusinessRow()
const privacy = set('privacy_link')
</script>

<template>
  <div class="page">
    <TopBar help="data" here="business" />
    <ScreenWait v-if="!row || !choices" :failed="failed" @again="load" />
    <main v-else id="main">
      <BusinessTabs here="data" :lead="words.business.dataLead">
        <span class="saved small muted" role="status">{{ saved }}</span>
      </BusinessTabs>
      <section class="letter">
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
      </section>
      <CountingPart v-if="row && session.may('data')" :counting="row.is_counting" />
      <ClosePart v-if="session.may('data')" />
    </main>
  </div>
</template>

<style scoped src="./BusinessScreen.css"></style>
