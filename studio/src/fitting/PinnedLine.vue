<script setup lang="ts">
/** The line for sites that demand `integrity`, made by a press, with what it costs said first. */
import { ref, shallowRef } from 'vue'
import { api, want, type Schemas } from '../api/client'
import CopyLine from '../parts/CopyLine.vue'
import FoldedPart from '../parts/FoldedPart.vue'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ site: string }>()
const made = shallowRef<Schemas['PinnedOut'] | null>(null)
const isMaking = ref(false)
async function make(): Promise<void> {
  isMaking.value = true
  try {
    made.value = await want(api.POST('/api/sites/{key}/pinned', { params: { path: { key: props.site } } }))
  } finally {
    isMaking.value = false
  }
}
const day = (at: string): string =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
</script>

<template>
  <FoldedPart :label="say.pinned" :holds="say.pinnedHolds">
    <p class="small">{{ say.pinnedHelp }}</p>
    <template v-if="made">
      <CopyLine :label="say.pinnedLine(day(made.until))" :line="made.line" :press="say.copy" />
    </template>
    <v-btn v-else variant="outlined" :loading="isMaking" @click="make">{{ say.pinnedGo }}</v-btn>
  </FoldedPart>
</template>
