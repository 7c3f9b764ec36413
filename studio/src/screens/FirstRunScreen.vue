<script setup lang="ts">
/** One breath: the website's address, or a name and a pasted number, and the door is live. */
import WebsiteStart from '../begin/WebsiteStart.vue'
</script>

<template><WebsiteStart /></template>
