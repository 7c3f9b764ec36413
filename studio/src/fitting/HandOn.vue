<script setup lang="ts">
/** Handed on: the steps by email, the whole setup as a sheet of paper or as PDF. */
import { ref } from 'vue'
import { useMasking } from '../composables/useMasking'
import { useSheet } from '../composables/useSheet'
import EmailSteps from '../parts/EmailSteps.vue'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ site: string; kind: string }>()
const asking = ref(false)
const masking = useMasking()
const { isMaking, ready, make } = useSheet(() => props.site)
</script>

<template>
  <section :aria-label="say.handOn">
    <div class="acts">
      <v-btn variant="outlined" :aria-expanded="asking" @click="asking = !asking">{{ say.emailSteps }}</v-btn>
      <v-btn
        variant="outlined"
        :href="`/sheet/${site}${masking.on.value ? '?masked=1' : ''}`"
        target="_blank"
        rel="noopener"
        >{{ say.sheet }}</v-btn
      >
      <v-btn variant="outlined" :loading="isMaking" @click="make(masking.on.value)">{{ say.pdf }}</v-btn>
    </div>
    <p v-if="ready" role="status">
      {{ say.pdfReady }} <a class="act" :href="ready" target="_blank" rel="noopener">{{ say.open }}</a>
    </p>
    <p v-if="masking.on.value" class="small muted">{{ say.sheetMasked }}</p>
    <template v-if="asking">
      <p class="small muted">{{ say.emailHelp }}</p>
      <EmailSteps :site="site" :kind="kind" @sent="asking = false" />
    </template>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 10px;
  margin-top: 18px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
