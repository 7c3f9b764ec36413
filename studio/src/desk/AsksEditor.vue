<script setup lang="ts">
/** Questions before any app: in order, each folded to a line, one of them open; ready sets to begin with. */
import { computed, nextTick, onMounted, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { DeskState } from '../composables/useDesk'
import { useToast } from '../composables/useToast'
import { aboutQuestion, labelOf, MOST, newQuestion, withReady, type Asks, type Question } from '../logic/asks'
import { moved } from '../logic/order'
import { languageName } from '../logic/sentences'
import { worded } from '../logic/texts'
import GripDots from '../parts/GripDots.vue'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { askWords as say, type ReadyQuestion } from '../words/asks'
import AskQuestion from './AskQuestion.vue'

const props = defineProps<{ state: DeskState }>()
const emit = defineEmits<{ show: [] }>()
const toast = useToast()
const NOTHING: Asks = { when: 'never', title: {}, questions: [] }
const asks = computed<Asks>(() => props.state.draft.value?.asks ?? NOTHING)
const desk = computed(() => props.state.desk.value)
const language = ref(desk.value?.language ?? 'en')
const languages = computed(() =>
  (desk.value?.languages ?? []).map((value) => ({ value, label: languageName(value) })),
)
const opened = ref('')
const typed = ref('')
const list = ref<HTMLElement>()
const write = (more: Partial<Asks>): void => props.state.put('asks', { ...asks.value, ...more })
const questions = computed<Question[]>({
  get: () => asks.value.questions ?? [],
  set: (next) => write({ questions: next }),
})
const when = computed({
  get: () => asks.value.when ?? 'never',
  set: (value) => {
    write({ when: value })
    emit('show')
  },
})
const WHENS = (['never', 'always', 'nobody'] as const).map((value) => ({ value, label: say.whens[value] }))
onMounted(() => {
  if (when.value !== 'never') emit('show')
})
/** Whoever asks something means it to be asked. */
const switched = (): Partial<Asks> => (when.value === 'never' ? { when: 'always' } : {})
function add(): void {
  const made = newQuestion(typed.value.trim(), language.value, questions.value)
  write({ questions: [...questions.value, made], ...switched() })
  opened.value = made.key
  typed.value = ''
  emit('show')
}
function begin(ready: ReadyQuestion[]): void {
  write({ questions: withReady(questions.value, ready, language.value), ...switched() })
  emit('show')
}
const change = (at: number, more: Partial<Question>): void => {
  questions.value = questions.value.map((question, i) => (i === at ? { ...question, ...more } : question))
}
function remove(at: number): void {
  const before = questions.value
  questions.value = before.filter((_, i) => i !== at)
  toast.say(say.removed, () => {
    questions.value = before
  })
}
function move(at: number, by: number): void {
  const next = moved(questions.value, at, by)
  if (!next) return
  questions.value = next
  void nextTick(() => list.value?.querySelectorAll<HTMLElement>('.grip')[at + by]?.focus())
}
</script>

<template>
  <div ref="list" class="stack">
    <PickOne v-model="when" :label="say.when" :options="WHENS" hide-label />
    <PickOne v-if="languages.length > 1" v-model="language" :label="say.language" :options="languages" />
    <VueDraggable v-model="questions" tag="ul" handle=".grip" :animation="150">
      <li v-for="(question, i) in questions" :key="question.key">
        <div class="line">
          <GripDots :label="say.move(labelOf(question, language))" @move="move(i, $event)" />
          <span class="what"
            ><b :class="{ blank: !labelOf(question, language) }">{{
              labelOf(question, language) || say.blank
            }}</b
            ><small>{{ aboutQuestion(question, questions, language) }}</small></span
          >
          <span v-if="question.needed" class="tag">{{ say.needed }}</span>
          <button
            type="button"
            class="act"
            :aria-expanded="opened === question.key"
            :aria-label="`${opened === question.key ? say.fold : say.change}: ${labelOf(question, language)}`"
            @click="opened = opened === question.key ? '' : question.key"
          >
            {{ opened === question.key ? say.fold : say.change }}
          </button>
        </div>
        <AskQuestion
          v-if="opened === question.key"
          :question="question"
          :earlier="questions.slice(0, i)"
          :language="language"
          @change="(more) => change(i, more)"
          @remove="remove(i)"
        />
      </li>
    </VueDraggable>
    <p v-if="questions.length >= MOST" class="small muted">{{ say.full }}</p>
    <template v-else>
      <form class="add" novalidate @submit.prevent="add">
        <TextBox v-model="typed" :label="say.add" :placeholder="say.add" hide-label :maxlength="200" />
        <v-btn type="submit" variant="outlined">{{ say.addGo }}</v-btn>
      </form>
      <p class="begin">
        <span class="small muted">{{ say.begin }}</span>
        <button
          v-for="ready in say.sets"
          :key="ready.name"
          type="button"
          class="chip"
          @click="begin(ready.questions)"
        >
          {{ ready.name }}
        </button>
      </p>
    </template>
    <template v-if="questions.length">
      <TextBox
        :model-value="asks.title?.[language] ?? ''"
        :label="say.title"
        :who="`${say.titleHelp} “${desk?.small_words.ask ?? ''}”.`"
        :lang="language"
        :maxlength="120"
        @update:model-value="write({ title: worded(asks.title, language, $event) })"
      />
      <p class="small">{{ say.where }}</p>
    </template>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
ul:empty {
  display: none;
}
li {
  border-bottom: 1px solid var(--hairline);
}
.line {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 56px;
  padding: 6px 0;
}
.what {
  flex: 1;
  display: grid;
  min-width: 0;
  overflow-wrap: anywhere;
}
.what small {
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
b {
  font-weight: 600;
}
.blank {
  color: var(--brass-dark);
}
.tag {
  background: var(--wine-tint);
  color: var(--mulberry);
}
.add {
  display: flex;
  gap: 10px;
}
.add > :first-child {
  flex: 1;
}
.begin {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
</style>
