<script setup lang="ts" generic="T extends string">
/** Any of a few, as chips in a row; none chosen has a meaning that `help` says. */
import ChipRow from './ChipRow.vue'

const model = defineModel<T[]>({ required: true })
defineProps<{
  label: string
  options: readonly { value: T; label: string }[]
  help?: string
  hideLabel?: boolean
}>()
const turn = (value: T): void => {
  model.value = model.value.includes(value)
    ? model.value.filter((item) => item !== value)
    : [...model.value, value]
}
</script>

<template>
  <ChipRow :label="label" :hide-label="hideLabel" :help="model.length ? undefined : help">
    <button
      v-for="option in options"
      :key="option.value"
      type="button"
      class="chip"
      :aria-pressed="model.includes(option.value)"
      @click="turn(option.value)"
    >
      {{ option.label }}
    </button>
  </ChipRow>
</template>
