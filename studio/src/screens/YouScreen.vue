<script setup lang="ts">
import { businessKey } from '../api/here'
import { useHears } from '../composables/useHears'
import TopBar from '../parts/TopBar.vue'
import YourAccount from '../parts/YourAccount.vue'
import { useSession } from '../stores/session'
import WayIn from '../team/WayIn.vue'
import HearsTable from '../team/HearsTable.vue'
import { words } from '../words/app'

const session = useSession()
const hears = useHears()
</script>

<template>
  <div class="page">
    <TopBar help="you" here="you" />
    <main id="main">
      <header>
        <h1>{{ session.hello?.name || words.business.account }}</h1>
        <p class="muted">{{ words.business.accountLead }}</p>
      </header>
      <WayIn v-if="session.hello?.needs_step" />
      <YourAccount />
      <WayIn v-if="!session.hello?.needs_step" />
      <HearsTable v-if="businessKey && !session.may('team')" class="below" :state="hears" />
    </main>
  </div>
</template>

<style scoped>
main {
  max-width: 880px;
}
.below {
  margin-top: 24px;
}
</style>
<style scoped src="./BusinessScreen.css"></style>
