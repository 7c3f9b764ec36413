<script setup lang="ts">
/** One question: its words, how it is answered, what there is to choose from, and when it is asked. */
import { computed } from 'vue'
import { freshKey, labelOf, type Question } from '../logic/asks'
import { worded } from '../logic/texts'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { askWords as say } from '../words/asks'

const props = defineProps<{ question: Question; earlier: Question[]; language: string }>()
const emit = defineEmits<{ change: [Partial<Question>]; remove: [] }>()
const MOST_CHOICES = 12
const KINDS = Object.entries(say.kinds).map(([value, label]) => ({ value, label }))
const kind = computed({
  get: () => props.question.kind ?? 'words',
  set: (value) => {
    const to = value as NonNullable<Question['kind']>
    const needs = (to === 'one' || to === 'some') && !(props.question.choices ?? []).length
    emit('change', { kind: to, ...(needs ? { choices: [made([]), made(['x'])] } : {}) })
  },
})
const hasChoices = computed(() => kind.value === 'one' || kind.value === 'some')
const choices = computed(() => props.question.choices ?? [])
const made = (before: string[]) => ({
  key: freshKey(`${props.question.key}_${before.length + 1}`, [
    ...(props.question.choices ?? []).map(({ key }) => key),
    ...before,
  ]),
  words: {},
})
const needed = computed({
  get: () => props.question.needed ?? false,
  set: (value) => emit('change', { needed: value }),
})
const put = (at: number, text: string): void =>
  emit('change', {
    choices: choices.value.map((choice, i) =>
      i === at ? { ...choice, words: worded(choice.words, props.language, text) } : choice,
    ),
  })
/** Every choice of an earlier *one of*, as what this may hang on. */
const conditions = computed(() => [
  { value: '', label: say.always },
  ...props.earlier
    .filter((item) => item.kind === 'one')
    .flatMap((item) =>
      (item.choices ?? []).map((choice) => ({
        value: `${item.key}|${choice.key}`,
        label: say.onlyWhen(labelOf(item, props.language), choice.words?.[props.language] ?? ''),
      })),
    ),
])
const only = computed({
  get: () => {
    const when = props.question.only_when
    return when ? `${when.question}|${when.choice}` : ''
  },
  set: (value) => {
    const [question = '', choice = ''] = value.split('|')
    emit('change', { only_when: question ? { question, choice } : null })
  },
})
</script>

<template>
  <div class="stack within">
    <TextBox
      :model-value="question.label?.[language] ?? ''"
      :label="say.label"
      :lang="language"
      :maxlength="200"
      @update:model-value="emit('change', { label: worded(question.label, language, $event) })"
    />
    <ChoiceBox v-model="kind" :label="say.kind" :choices="KINDS" />
    <fieldset v-if="hasChoices" class="stack">
      <legend>{{ say.choices }}</legend>
      <div v-for="(choice, i) in choices" :key="choice.key" class="choice">
        <TextBox
          :model-value="choice.words?.[language] ?? ''"
          :label="say.choice(i + 1)"
          hide-label
          :placeholder="say.choice(i + 1)"
          :lang="language"
          :maxlength="80"
          @update:model-value="put(i, $event)"
        />
        <button
          type="button"
          class="x"
          :aria-label="say.lessChoice(i + 1)"
          @click="emit('change', { choices: choices.filter((_, at) => at !== i) })"
        >
          ×
        </button>
      </div>
      <p v-if="choices.length < MOST_CHOICES">
        <button
          type="button"
          class="act"
          @click="emit('change', { choices: [...choices, made(choices.map(({ key }) => key))] })"
        >
          {{ say.moreChoice }}
        </button>
      </p>
    </fieldset>
    <TextBox
      :model-value="question.hint?.[language] ?? ''"
      :label="say.hint"
      :who="say.hintHelp"
      :lang="language"
      :maxlength="120"
      @update:model-value="emit('change', { hint: worded(question.hint, language, $event) })"
    />
    <TickBox v-model="needed" :label="say.mustAnswer" />
    <ChoiceBox v-if="conditions.length > 1 || only" v-model="only" :label="say.only" :choices="conditions" />
    <p>
      <button type="button" class="quiet" @click="emit('remove')">{{ say.remove }}</button>
    </p>
  </div>
</template>

<style scoped>
.within {
  padding: 4px 0 14px 34px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
legend {
  margin-bottom: 5px;
  font-weight: 600;
  line-height: 20px;
}
.choice {
  display: flex;
  gap: 8px;
}
.choice > :first-child {
  flex: 1;
}
.x {
  width: 36px;
  min-height: 36px;
  font-size: 20px;
  color: var(--muted);
}
@media (max-width: 720px) {
  .within {
    padding-inline-start: 0;
  }
  .x {
    width: 44px;
    min-height: 44px;
  }
}
</style>
