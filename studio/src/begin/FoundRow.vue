<script setup lang="ts">
/** One thing that was found, as a sentence with a tick; a press on a word of it opens its editor below. */
import { computed, nextTick, ref } from 'vue'
import type { Schemas } from '../api/client'
import type { Row } from '../logic/website'
import { websiteWords as say } from '../words/website'
import FoundEditor from './FoundEditor.vue'

const props = defineProps<{ row: Row; place: Schemas['PlaceIn'] }>()
const emit = defineEmits<{ change: [Row] }>()
const editing = ref('')
const sentence = computed(() => props.row.parts.map((part) => part.text).join(''))
const isOn = computed(() => props.row.on || !props.row.ticks)
function turn(event: Event): void {
  emit('change', { ...props.row, on: (event.target as HTMLInputElement).checked })
}
const root = ref<HTMLElement>()
/** The editor goes; the focus is on its word again. */
async function close(): Promise<void> {
  const field = editing.value
  editing.value = ''
  await nextTick()
  root.value?.querySelector<HTMLElement>(`[data-field="${field}"]`)?.focus()
}
function changed(row: Row): void {
  emit('change', row)
  void close()
}
</script>

<template>
  <li ref="root" class="found-row" :class="{ off: !isOn }">
    <label v-if="row.ticks" class="box"
      ><input type="checkbox" :checked="row.on" :aria-label="say.tick(sentence)" @change="turn"
    /></label>
    <span v-else class="box" aria-hidden="true" />
    <div class="says">
      <p class="sentence">
        <template v-for="(part, at) in row.parts" :key="at"
          ><i
            v-if="part.swatch"
            class="swatch"
            :style="{ background: part.swatch }"
            aria-hidden="true"
          /><button
            v-if="part.field"
            type="button"
            class="word"
            :data-field="part.field"
            dir="auto"
            :aria-label="say.change(part.text)"
            :aria-expanded="editing === part.field"
            @click="editing = editing === part.field ? '' : part.field"
          >
            {{ part.text }}</button
          ><template v-else>{{ part.text }}</template></template
        >
      </p>
      <p class="where">
        {{ row.where
        }}<template v-if="row.quote"
          >, <q dir="auto">{{ row.quote }}</q></template
        >
      </p>
      <FoundEditor
        v-if="editing"
        :key="editing"
        :row="row"
        :field="editing"
        :place="place"
        @changed="changed"
        @close="close"
      />
    </div>
  </li>
</template>

<style scoped>
.found-row {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  gap: 12px;
  padding: 9px 0 8px 4px;
  border-top: 1px solid var(--hairline);
}
.box {
  padding-top: 1px;
}
input {
  appearance: none;
  display: block;
  width: 22px;
  height: 24px;
  margin: 0;
  border: 1px solid var(--edge);
  border-radius: 9px 9px 5px 5px;
  background: #fff;
  cursor: pointer;
}
input:checked {
  background: var(--mulberry) url('../parts/tick.svg') center / 13px no-repeat;
  border-color: var(--mulberry);
}
.sentence {
  font-size: 15.5px;
  line-height: 24px;
  overflow-wrap: anywhere;
}
.off .sentence {
  color: var(--muted);
}
.word {
  font-weight: 500;
  color: inherit;
  text-align: start;
  box-shadow: 0 2px 0 var(--brass);
  line-height: 20px;
  overflow-wrap: anywhere;
}
.word:hover {
  background: var(--brass-tint);
}
.swatch {
  display: inline-block;
  width: 14px;
  height: 16px;
  margin-inline-end: 5px;
  border-radius: 7px 7px 2px 2px;
  vertical-align: -2px;
}
.where {
  font-size: 13px;
  line-height: 19px;
  color: var(--muted);
  overflow-wrap: anywhere;
}
q {
  color: var(--ink);
  quotes: '“' '”';
}
@media (max-width: 600px) {
  .word {
    padding-block: 2px;
  }
  input {
    width: 26px;
    height: 28px;
  }
  .found-row {
    grid-template-columns: 28px minmax(0, 1fr);
  }
}
</style>
