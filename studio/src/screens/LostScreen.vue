<script setup lang="ts">
import FirstPage from '../parts/FirstPage.vue'
import { words } from '../words/app'
</script>

<template>
  <FirstPage :title="words.errors.lost"
    ><p style="margin-top: 24px">
      <router-link class="press strong" to="/">{{ words.errors.back }}</router-link>
    </p></FirstPage
  >
</template>

<style scoped src="./first.css" />
