<script setup lang="ts" generic="T extends string">
/** One of a few, as chips in a row. */
import { useRadioKeys } from '../composables/useRadioKeys'
import ChipRow from './ChipRow.vue'

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
  <ChipRow
    role="radiogroup"
    :label="label"
    :hide-label="hideLabel"
    :help="options.find((option) => option.value === model)?.help"
    @keydown="keys.onKeydown"
  >
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
  </ChipRow>
</template>
