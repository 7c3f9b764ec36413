<script setup lang="ts">
/** What is kept and for how long, everything about one person, ready answers, one's own systems. */
import { computed } from 'vue'
import { useSession } from '../stores/session'
import { fileAt } from '../api/here'
import FoldedPart from '../parts/FoldedPart.vue'
import SideSheet from '../parts/SideSheet.vue'
import { guestWords as say } from '../words/guestbook'
import AboutPart from './AboutPart.vue'
import DaysPart from './DaysPart.vue'
import HookPart from './HookPart.vue'
import ReadyPart from './ReadyPart.vue'

const props = defineProps<{ view: string; search: string }>()
const session = useSession()
const mayData = computed(() => session.may('data'))
defineEmits<{ close: [] }>()
const file = (kind: 'csv' | 'vcf'): string =>
  fileAt(
    `/api/guestbook.${kind}?${new URLSearchParams({ view: props.view, search: props.search }).toString()}`,
  )
</script>

<template>
  <SideSheet :title="say.keptTitle" @close="$emit('close')">
    <div class="stack">
      <DaysPart />
      <AboutPart v-if="mayData" />
      <section v-if="mayData">
        <h3>{{ say.out }}</h3>
        <p class="row">
          <a class="act" :href="file('csv')" download>{{ say.csv }}</a>
          <a class="act" :href="file('vcf')" download>{{ say.vcf }}</a>
        </p>
      </section>
      <FoldedPart :label="say.readyTitle" :holds="say.readyHolds"><ReadyPart /></FoldedPart>
      <FoldedPart v-if="mayData" :label="say.hook" :holds="say.hookHolds"><HookPart /></FoldedPart>
    </div>
  </SideSheet>
</template>

<style scoped>
h3 {
  font: 600 15.5px/21px var(--heading);
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  margin-top: 6px;
}
</style>
