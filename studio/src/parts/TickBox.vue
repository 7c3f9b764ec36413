<script setup lang="ts">
/** Yes or no, with what it means. What `act` does may be refused: then the tick is as it was. */
import { nextTick } from 'vue'

const model = defineModel<boolean>({ required: true })
const props = defineProps<{
  label: string
  help?: string
  disabled?: boolean
  act?: (on: boolean) => Promise<unknown>
}>()
async function turned(event: Event): Promise<void> {
  const box = event.target as HTMLInputElement
  if (!props.act) {
    model.value = box.checked
    return
  }
  try {
    await props.act(box.checked)
  } finally {
    await nextTick()
    box.checked = model.value
  }
}
</script>

<template>
  <label class="tick"
    ><input type="checkbox" :checked="model" :disabled="disabled" @change="turned" /><span
      >{{ label }}<small v-if="help">{{ help }}</small></span
    ></label
  >
</template>

<style scoped>
.tick {
  display: flex;
  gap: 12px;
  align-items: start;
  min-height: 32px;
  padding-top: 4px;
  cursor: pointer;
  font-weight: 500;
}
small {
  display: block;
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
  font-weight: 400;
}
input {
  appearance: none;
  flex: none;
  width: 20px;
  height: 22px;
  margin: 0;
  border: 1px solid var(--edge);
  border-radius: 9px 9px 5px 5px;
  background: #fff;
}
input:checked {
  background: var(--mulberry) url('./tick.svg') center / 13px no-repeat;
  border-color: var(--mulberry);
}
</style>
