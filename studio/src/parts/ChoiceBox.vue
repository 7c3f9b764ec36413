<script setup lang="ts">
/** A box to choose in by typing part of the name (Vuetify's autocomplete, dressed once here). */
import { useId } from 'vue'
import { VAutocomplete } from 'vuetify/components/VAutocomplete'
import type { Schemas } from '../api/client'
import { words } from '../words/app'

const model = defineModel<string>({ required: true })
defineProps<{ label: string; choices: Schemas['ChoiceOut'][]; help?: string; wrong?: string }>()
const id = useId()
</script>

<template>
  <div>
    <label :for="id">{{ label }}</label>
    <VAutocomplete
      :id="id"
      v-model="model"
      :items="choices"
      item-title="label"
      item-value="value"
      variant="solo"
      flat
      density="compact"
      hide-details
      single-line
      auto-select-first
      :placeholder="words.business.search"
      :menu-props="{ maxHeight: 320 }"
      menu-icon=""
      :aria-describedby="id + 'd'"
      :list-props="{ density: 'compact' }"
    />
    <p :id="id + 'd'" class="small" :class="wrong ? 'wrong' : 'muted'">{{ wrong || help }}</p>
  </div>
</template>

<style scoped>
label {
  display: block;
  font-weight: 600;
  font-size: 14px;
  line-height: 20px;
  margin-bottom: 6px;
}
p:not(:empty) {
  margin-top: 6px;
}
.wrong {
  color: var(--clay-dark);
}
</style>
