<script setup lang="ts">
/** The ledger over the stage, with the ways on from it: handed to a colleague, or the line itself checked. */
import type { Schemas } from '../api/client'
import { deskWords } from '../words/desk'
import WhyLedger from './WhyLedger.vue'

defineProps<{ verdict: Schemas['StageOut']; busy: boolean; site: string; address: string }>()
const emit = defineEmits<{ fix: [Schemas['FixOut']]; open: [sentence: string]; share: [] }>()
const say = deskWords.stage
</script>

<template>
  <WhyLedger
    class="over"
    :verdict="verdict"
    :busy="busy"
    @fix="(fix) => emit('fix', fix)"
    @open="(sentence) => emit('open', sentence)"
  >
    <button type="button" class="act" @click="emit('share')">{{ say.share }}</button>
    <router-link
      v-if="address"
      class="act"
      :to="{ name: 'fitting', params: { site }, query: { page: address } }"
      >{{ say.checkLine }}</router-link
    >
  </WhyLedger>
</template>

<style scoped>
.over {
  position: absolute;
  inset: 0;
  overflow-y: auto;
}
@media (max-width: 700px) {
  .over {
    position: static;
  }
}
</style>
