<script setup lang="ts">
/** The door's words, each with who says it, to whom and when. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/en'

const props = defineProps<{ state: DeskState }>()
const language = computed(() => props.state.desk.value?.language ?? 'en')
const small = computed<Record<string, string>>(() => props.state.desk.value?.small_words ?? {})
type Field = 'label' | 'heading' | 'note'
const text = (field: Field) => computed({
  get: () => props.state.draft.value?.says[field]?.[language.value] ?? '',
  set: (value: string) => {
    const says = props.state.draft.value?.says
    if (!says) return
    says[field] = { ...says[field], [language.value]: value }
    if (!value) delete says[field]?.[language.value]
    props.state.edit('says')
  },
})
const label = text('label')
const heading = text('heading')
const note = text('note')
const also = (field: 'page' | 'mark') => computed({
  get: () => props.state.draft.value?.also[field] ?? true,
  set: (value: boolean) => { if (props.state.draft.value) { props.state.draft.value.also[field] = value; props.state.edit('also') } },
})
const page = also('page')
const mark = also('mark')
const markWords = computed({
  get: () => props.state.draft.value?.also.mark_words?.[language.value] ?? '',
  set: (value: string) => {
    const part = props.state.draft.value?.also
    if (!part) return
    part.mark_words = { ...part.mark_words, [language.value]: value }
    if (!value) delete part.mark_words[language.value]
    props.state.edit('also')
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
