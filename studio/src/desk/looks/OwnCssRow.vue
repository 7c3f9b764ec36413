<script setup lang="ts">
/** The owner's own CSS for our named parts, checked line by line, with a way back. */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import { useToast } from '../../composables/useToast'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import LookRow from '../../parts/LookRow.vue'
import TextBox from '../../parts/TextBox.vue'
import { looksWords as say } from '../../words/looks'

const props = defineProps<{ looks: Schemas['Looks']; parts: string[]; dropped: string[] }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const toast = useToast()
const open = ref(!!props.looks.css)
const css = computed({
  get: () => props.looks.css ?? '',
  set: (value: string) => emit('set', { css: value }),
})
function back(): void {
  const was = css.value
  css.value = ''
  toast.say(say.cssTaken, () => {
    css.value = was
  })
}
</script>

<template>
  <LookRow :label="say.rows.css">
    <p class="small">
      <button type="button" class="act" :aria-expanded="open" @click="open = !open">
        {{ say.cssLabel }}
      </button>
    </p>
    <template v-if="open">
      <p class="small muted">{{ say.css }}</p>
      <TextBox
        v-model="css"
        class="code"
        lines
        :rows="5"
        :label="say.cssLabel"
        hide-label
        :placeholder="say.cssHint"
        dir="ltr"
        :maxlength="8000"
      />
      <ul v-if="dropped.length" role="status">
        <li v-for="line in dropped" :key="line"><DoorGlyph state="ajar" :size="15" />{{ line }}</li>
      </ul>
      <p class="small muted">{{ say.cssParts(parts) }}</p>
      <p v-if="css" class="small">
        <button type="button" class="act" @click="back">{{ say.cssBack }}</button>
      </p>
    </template>
  </LookRow>
</template>

<style scoped>
.code :deep(textarea) {
  font:
    13px/20px ui-monospace,
    monospace;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  gap: 6px;
}
li {
  display: flex;
  gap: 9px;
  align-items: start;
  font-size: 13px;
  line-height: 18px;
  color: var(--brass-dark);
}
</style>
