<script setup lang="ts">
/**
 * A whole number between two ends, or none where that is allowed; what can't be read stays as typed and
 * says so.
 */
import { ref, watch } from 'vue'
import TextBox from './TextBox.vue'

const model = defineModel<number | null>({ required: true })
const props = defineProps<{
  label: string
  help?: string
  wrong: string
  low?: number
  high?: number
  optional?: boolean
}>()
const typed = ref(model.value === null ? '' : String(model.value))
const amiss = ref('')
watch(model, (now) => {
  if (Number(typed.value) !== now || (typed.value === '') !== (now === null))
    typed.value = now === null ? '' : String(now)
})
watch(typed, (text) => {
  const value = text.trim()
  const number = Number(value)
  const fits = value
    ? /^\d+$/.test(value) && number >= (props.low ?? 0) && number <= (props.high ?? 3600)
    : !!props.optional
  amiss.value = fits ? '' : props.wrong
  if (fits) model.value = value ? number : null
})
</script>

<template>
  <TextBox
    v-model="typed"
    class="number"
    :label="label"
    :who="help"
    :wrong="amiss"
    dir="ltr"
    :maxlength="6"
  />
</template>

<style scoped>
.number :deep(.field),
.number :deep(.v-input) {
  max-width: 110px;
}
</style>
