<script setup lang="ts">
/** The same without an account: nothing is kept on the server until it is wished. */
import WebsiteStart from '../begin/WebsiteStart.vue'
</script>

<template><WebsiteStart tries /></template>
