<script setup lang="ts" generic="T extends string">
/** Any of a few, as chips in a row; none chosen has a meaning that `help` says. */
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
  <fieldset class="pick-some">
    <legend :class="{ sr: hideLabel }">{{ label }}</legend>
    <div class="row">
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
    </div>
    <p v-if="help && !model.length" class="small muted">{{ help }}</p>
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
