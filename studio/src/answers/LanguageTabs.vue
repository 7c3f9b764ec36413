<script setup lang="ts">
/** One language beside the others, with what is missing in each. */
import { languageName } from '../logic/sentences'
import { useRadioKeys } from '../composables/useRadioKeys'
import { answerWords as say } from '../words/answers'

const model = defineModel<string>({ required: true })
const props = defineProps<{ languages: string[]; missing: Record<string, string> }>()
const keys = useRadioKeys(
  () => props.languages.length,
  () => props.languages.indexOf(model.value),
  (i) => {
    model.value = props.languages[i] ?? model.value
  },
)
</script>

<template>
  <div
    v-if="languages.length > 1"
    class="tabs"
    role="radiogroup"
    :aria-label="say.language"
    @keydown="keys.onKeydown"
  >
    <button
      v-for="(tag, i) in languages"
      :key="tag"
      type="button"
      class="chip"
      role="radio"
      :aria-checked="model === tag"
      :class="{ on: model === tag }"
      :tabindex="keys.tabindex(i)"
      @click="model = tag"
    >
      {{ languageName(tag) }}<span v-if="missing[tag]" class="tag clay">{{ missing[tag] }}</span>
    </button>
  </div>
</template>

<style scoped>
.tabs {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.chip {
  display: inline-flex;
  align-items: center;
  gap: 8px;
}
.on {
  background: var(--mulberry);
  color: var(--card);
  border-color: var(--mulberry);
}
</style>
