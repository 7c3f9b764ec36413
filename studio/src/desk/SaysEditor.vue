<script setup lang="ts">
/** The door's words, each with who says it, to whom and when. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import { worded } from '../logic/texts'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import OverridesEditor from './OverridesEditor.vue'
import { words } from '../words/en'

const props = defineProps<{ state: DeskState }>()
const language = computed(() => props.state.desk.value?.language ?? 'en')
const small = computed<Record<string, string>>(() => props.state.desk.value?.small_words ?? {})
type Field = 'label' | 'heading' | 'note' | 'away'
const text = (field: Field) => computed({
  get: () => props.state.draft.value?.says[field]?.[language.value] ?? '',
  set: (value: string) => {
    props.state.write('says', { [field]: worded(props.state.draft.value?.says[field], language.value, value) })
  },
})
const label = text('label')
const heading = text('heading')
const note = text('note')
const away = text('away')
const also = (field: 'page' | 'mark') => computed({
  get: () => props.state.draft.value?.also[field] ?? true,
  set: (value: boolean) => props.state.write('also', { [field]: value }),
})
const page = also('page')
const mark = also('mark')
const markWords = computed({
  get: () => props.state.draft.value?.also.mark_words?.[language.value] ?? '',
  set: (value: string) => {
    props.state.write('also', { mark_words: worded(props.state.draft.value?.also.mark_words, language.value, value) })
  },
})
</script>

<template>
  <div class="says">
    <TextBox v-model="label" :label="words.says.label" :who="words.says.labelWho" :placeholder="small.label" :lang="language" :maxlength="60" />
    <TextBox v-model="heading" :label="words.says.heading" :who="words.says.headingWho" :placeholder="small.heading" :lang="language" :maxlength="160" />
    <TextBox v-model="note" lines :label="words.says.note" :who="words.says.noteWho" :placeholder="words.says.notePlaceholder" :lang="language" :maxlength="600" />
    <TextBox v-model="away" lines :label="words.says.away" :who="words.says.awayWho" :placeholder="small.away" :lang="language" :maxlength="400" />
    <fieldset>
      <legend>{{ words.says.also }}</legend>
      <p class="small muted">{{ words.says.seen }}</p>
      <TickBox v-model="page" :label="words.says.page" :help="words.says.pageWho" />
      <TickBox v-model="mark" :label="words.says.mark" :help="words.says.markWho" />
      <TextBox v-if="mark" v-model="markWords" class="mark" :label="words.says.markWho" hide-label :placeholder="small.mark" :lang="language" :maxlength="120" />
    </fieldset>
    <OverridesEditor :state="state" />
  </div>
</template>

<style scoped>
.says { display: grid; gap: 18px }
fieldset { border: 0; border-top: 1px solid var(--hairline); padding: 14px 0 0; margin: 0; display: grid; gap: 8px } legend { float: left; font-weight: 600; font-size: 14px; padding: 0 } legend + p { clear: both; margin-top: -6px }
.mark { margin-left: 32px }
</style>
