<script setup lang="ts" generic="T extends string">
/** One of a few, as chips in a row. */
import { useRadioKeys } from '../composables/useRadioKeys'

const model = defineModel<T>({ required: true })
const props = defineProps<{
  label: string
  options: readonly { value: T; label: string; help?: string }[]
  hideLabel?: boolean
}>()
const keys = useRadioKeys(
  () => props.options.length,
  () => props.options.findIndex((option) => option.value === model.value),
  (i) => {
    const to = props.options[i]
    if (to) model.value = to.value
  },
)
</script>

<template>
  <fieldset class="pick-one" role="radiogroup" @keydown="keys.onKeydown">
    <legend :class="{ sr: hideLabel }">{{ label }}</legend>
    <div class="row">
      <button
        v-for="(option, i) in options"
        :key="option.value"
        type="button"
        class="chip"
        role="radio"
        :tabindex="keys.tabindex(i)"
        :aria-checked="model === option.value"
        @click="model = option.value"
      >
        {{ option.label }}
      </button>
    </div>
    <p v-if="options.find((option) => option.value === model)?.help" class="small muted">
      {{ options.find((option) => option.value === model)?.help }}
    </p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  min-width: 0;
}
legend {
  font-weight: 600;
  font-size: 14px;
  padding: 0;
  margin-bottom: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
p {
  margin-top: 6px;
}
</style>
