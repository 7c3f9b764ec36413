<script setup lang="ts">
import TopBar from '../parts/TopBar.vue'
import YourAccount from '../parts/YourAccount.vue'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
</script>

<template>
  <div class="page">
    <TopBar help="you" here="you" />
    <main id="main">
      <header>
        <h1>{{ session.hello?.name || words.business.account }}</h1>
        <p class="muted">{{ words.business.accountLead }}</p>
      </header>
      <YourAccount />
    </main>
  </div>
</template>

<style scoped src="./BusinessScreen.css"></style>
