<script setup lang="ts">
/** The door's words, each with who says it, to whom and when. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/en'

const props = defineProps<{ state: DeskState }>()
const language = computed(() => props.state.desk.value?.language ?? 'en')
const small = computed<Record<string, string>>(() => props.state.desk.value?.small_words ?? {})
/** A text with this language's words changed; emptied words are taken out, so that the small words stand in. */
function worded(texts: Record<string, string> | undefined, value: string): Record<string, string> {
  const rest = Object.fromEntries(Object.entries(texts ?? {}).filter(([tag]) => tag !== language.value))
  return value ? { ...rest, [language.value]: value } : rest
}
type Field = 'label' | 'heading' | 'note'
const text = (field: Field) => computed({
  get: () => props.state.draft.value?.says[field]?.[language.value] ?? '',
  set: (value: string) => {
    props.state.write('says', { [field]: worded(props.state.draft.value?.says[field], value) })
  },
})
const label = text('label')
const heading = text('heading')
const note = text('note')
const also = (field: 'page' | 'mark') => computed({
  get: () => props.state.draft.value?.also[field] ?? true,
  set: (value: boolean) => props.state.write('also', { [field]: value }),
})
const page = also('page')
const mark = also('mark')
const markWords = computed({
  get: () => props.state.draft.value?.also.mark_words?.[language.value] ?? '',
  set: (value: string) => {
    props.state.write('also', { mark_words: worded(props.state.draft.value?.also.mark_words, value) })
  },
})
</script>

<template>
  <div class="says">
    <TextBox v-model="label" :label="words.says.label" :who="words.says.labelWho" :placeholder="small.label" :lang="language" :maxlength="60" />
    <TextBox v-model="heading" :label="words.says.heading" :who="words.says.headingWho" :placeholder="small.heading" :lang="language" :maxlength="160" />
    <TextBox v-model="note" lines :label="words.says.note" :who="words.says.noteWho" :placeholder="words.says.notePlaceholder" :lang="language" :maxlength="600" />
    <fieldset>
      <legend>{{ words.says.also }}</legend>
      <p class="small muted">{{ words.says.seen }}</p>
      <label class="tick"><input v-model="page" type="checkbox" /><span>{{ words.says.page }}<small>{{ words.says.pageWho }}</small></span></label>
      <label class="tick"><input v-model="mark" type="checkbox" /><span>{{ words.says.mark }}<small>{{ words.says.markWho }}</small></span></label>
      <TextBox v-if="mark" v-model="markWords" class="mark" :label="words.says.markWho" hide-label :placeholder="small.mark" :lang="language" :maxlength="120" />
    </fieldset>
  </div>
</template>

<style scoped>
.says { display: grid; gap: 18px }
fieldset { border: 0; border-top: 1px solid var(--hairline); padding: 14px 0 0; margin: 0; display: grid; gap: 8px } legend { float: left; font-weight: 600; font-size: 14px; padding: 0 } legend + p { clear: both; margin-top: -6px }
.tick { display: flex; gap: 12px; align-items: start; min-height: 32px; cursor: pointer; font-weight: 500 } .tick small { display: block; font-size: 13px; line-height: 18px; color: var(--muted); font-weight: 400 }
input[type='checkbox'] { appearance: none; flex: none; width: 20px; height: 22px; margin: 0; border: 1px solid var(--edge); border-radius: 9px 9px 5px 5px; background: #fff } input[type='checkbox']:checked { background: var(--mulberry) url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 14 12'%3E%3Cpath d='m2.5 6.5 3 3.500 6-7.500' fill='none' stroke='%23fffcf6' stroke-width='2'/%3E%3C/svg%3E") center / 13px no-repeat; border-color: var(--mulberry) }
.mark { margin-left: 32px }
</style>
