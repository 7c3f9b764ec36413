<script setup lang="ts">
import ToastLine from './parts/ToastLine.vue'
</script>

<template>
  <v-app>
    <router-view />
    <ToastLine />
  </v-app>
</template>
