<script setup lang="ts">
/** Pick many by typing: what fits comes up as chips, what is picked stands above. */
import { computed, ref } from 'vue'
import TextBox from './TextBox.vue'

const model = defineModel<string[]>({ required: true })
const props = defineProps<{
  label: string
  options: readonly { value: string; label: string }[]
  placeholder: string
  remove: (name: string) => string
  single?: boolean
  autofocus?: boolean
}>()
const emit = defineEmits<{ picked: [string] }>()
const typed = ref('')
const fold = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
const found = computed(() => {
  const wanted = fold(typed.value.trim())
  if (!wanted) return []
  const left = props.options.filter(
    (option) => !model.value.includes(option.value) && fold(option.label).includes(wanted),
  )
  return left
    .sort((a, b) => Number(fold(b.label).startsWith(wanted)) - Number(fold(a.label).startsWith(wanted)))
    .slice(0, 6)
})
const nameOf = (value: string): string =>
  props.options.find((option) => option.value === value)?.label ?? value
function add(value: string): void {
  model.value = props.single ? [value] : [...model.value, value]
  typed.value = ''
  emit('picked', value)
}
</script>

<template>
  <div class="search-pick">
    <ul v-if="model.length && !single" class="row">
      <li v-for="value in model" :key="value" class="picked">
        {{ nameOf(value)
        }}<button
          type="button"
          :aria-label="remove(nameOf(value))"
          @click="model = model.filter((other) => other !== value)"
        >
          ×
        </button>
      </li>
    </ul>
    <TextBox
      v-model="typed"
      :label="label"
      :placeholder="placeholder"
      hide-label
      :autofocus="autofocus"
      @keydown.enter.prevent="found[0] && add(found[0].value)"
    />
    <div v-if="found.length" class="row" role="group" :aria-label="label">
      <button
        v-for="option in found"
        :key="option.value"
        type="button"
        class="chip"
        @click="add(option.value)"
      >
        {{ option.label }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.search-pick {
  display: grid;
  gap: 8px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  list-style: none;
}
.picked {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  height: 32px;
  padding: 0 4px 0 13px;
  border-radius: var(--arch-32);
  background: var(--mulberry);
  color: var(--card);
  font-size: 13.5px;
  font-weight: 500;
}
.picked button {
  width: 26px;
  height: 28px;
  text-align: center;
  font-size: 16px;
  color: var(--card);
}
</style>
