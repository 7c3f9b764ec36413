<script setup lang="ts">
/** One set of questions: in order, each folded to a line, one of them open; ready sets to begin with. */
import { computed, nextTick, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { useToast } from '../composables/useToast'
import {
  aboutQuestion,
  labelOf,
  MOST,
  newQuestion,
  withReady,
  type Question,
  type QuestionSet,
} from '../logic/asks'
import { moved } from '../logic/order'
import { worded } from '../logic/texts'
import GripDots from '../parts/GripDots.vue'
import TextBox from '../parts/TextBox.vue'
import { askWords as say, type ReadyQuestion } from '../words/asks'
import AskQuestion from './AskQuestion.vue'

const model = defineModel<QuestionSet>({ required: true })
const props = defineProps<{ language: string; usualTitle: string }>()
const emit = defineEmits<{ asked: [] }>()
const toast = useToast()
const opened = ref('')
const typed = ref('')
const list = ref<HTMLElement>()
const write = (more: Partial<QuestionSet>): void => {
  model.value = { ...model.value, ...more }
}
const questions = computed<Question[]>({
  get: () => model.value.questions ?? [],
  set: (next) => write({ questions: next }),
})
function add(): void {
  const made = newQuestion(typed.value.trim(), props.language, questions.value)
  questions.value = [...questions.value, made]
  opened.value = made.key
  typed.value = ''
  emit('asked')
}
function begin(ready: ReadyQuestion[]): void {
  questions.value = withReady(questions.value, ready, props.language)
  emit('asked')
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
    <TextBox
      v-if="questions.length"
      :model-value="model.title?.[language] ?? ''"
      :label="say.title"
      :who="`${say.titleHelp} “${usualTitle}”.`"
      :lang="language"
      :maxlength="120"
      @update:model-value="write({ title: worded(model.title, language, $event) })"
    />
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
