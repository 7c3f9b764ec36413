<script setup lang="ts">
/** One answer: its question, its words in each language, and the sentences about it. */
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { api } from '../api/client'
import { fileAt } from '../api/here'
import type { Answer, AnswersState } from '../composables/useAnswers'
import { useToast } from '../composables/useToast'
import { worded } from '../logic/texts'
import type { Block } from '../logic/writing'
import { teamWords } from '../words/team'
import { answerWords as say } from '../words/answers'
import AnswerRows from './AnswerRows.vue'
import MayDo from '../parts/MayDo.vue'
import LanguageTabs from './LanguageTabs.vue'
import RichText from './RichText.vue'
import SaveLine from './SaveLine.vue'

const props = defineProps<{ state: AnswersState; answer: Answer }>()
const language = defineModel<string>('language', { required: true })
const emit = defineEmits<{ gone: [] }>()
const toast = useToast()
const title = ref<HTMLTextAreaElement>()
const all = computed(() => props.state.all.value)
const dir = computed<'ltr' | 'rtl'>(() => (/^(ar|he|fa|ur)\b/.test(language.value) ? 'rtl' : 'ltr'))
const missing = computed(() => Object.fromEntries(props.answer.missing.map((tag) => [tag, say.missing])))
const write = (change: Partial<Answer>): void => props.state.write(props.answer.key, change)
function writeTitle(event: Event): void {
  const typed = (event.target as HTMLTextAreaElement).value.replace(/\n/g, ' ')
  write({ title: worded(props.answer.title, language.value, typed) })
}
function writeBody(blocks: Block[]): void {
  const body = { ...props.answer.body }
  if (blocks.length) body[language.value] = blocks
  else delete body[language.value]
  write({ body })
}
/** A new one begins with its question. */
function begin(): void {
  if (!props.answer.title[language.value]) void nextTick(() => title.value?.focus())
}
onMounted(begin)
watch(() => props.answer.key, begin)
async function remove(): Promise<void> {
  const name = Object.values(props.answer.title)[0] ?? say.untitled
  await props.state.act(() =>
    api.DELETE('/api/sites/{key}/answers/{answer}', {
      params: { path: { key: all.value?.site ?? '', answer: props.answer.key } },
    }),
  )
  toast.say(say.removed(name), () => props.state.undo())
  emit('gone')
}
</script>

<template>
  <article v-if="all" class="writer" :aria-label="answer.title[language] || say.untitled">
    <div class="head">
      <LanguageTabs v-model="language" :languages="all.languages" :missing="missing" />
      <SaveLine :state="state" of="answer" :piece="answer.key" />
    </div>
    <MayDo power="doors" :says="teamWords.mayNot.read">
      <label class="asks" :for="`title-${answer.key}`">{{
        answer.kind === 'article' ? say.articleTitle : say.asks
      }}</label>
      <textarea
        :id="`title-${answer.key}`"
        ref="title"
        class="title"
        rows="1"
        maxlength="200"
        :lang="language"
        dir="auto"
        :value="answer.title[language] ?? ''"
        :placeholder="answer.title[all.language] || say.untitled"
        @input="writeTitle"
      />
      <RichText
        :key="answer.key"
        :model-value="answer.body[language] ?? []"
        :site="all.site"
        :label="`${say.writer}: ${answer.title[language] || say.untitled}`"
        :lang="language"
        :dir="dir"
        @update:model-value="writeBody"
      />
      <AnswerRows :state="state" :answer="answer" :language="language" />
      <p class="foot">
        <a
          class="quiet"
          :href="fileAt(`/api/sites/${all.site}/answers/${answer.key}/markdown?language=${language}`)"
          download
          >{{ say.asMarkdown }}</a
        >
        <button type="button" class="quiet" @click="remove">{{ say.remove }}</button>
      </p>
    </MayDo>
  </article>
</template>

<style scoped>
.writer {
  background: var(--card);
  border-radius: 40px 12px 12px 12px;
  box-shadow: var(--raised);
  padding: 26px 30px 20px;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 16px;
  justify-content: space-between;
  margin-bottom: 16px;
}
.asks {
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
.title {
  display: block;
  width: 100%;
  border: 0;
  padding: 2px 0 8px;
  background: none;
  color: var(--dark);
  font: 600 24px/30px var(--heading);
  letter-spacing: -0.01em;
  resize: none;
  field-sizing: content;
  overflow-wrap: anywhere;
}
.title:focus-visible {
  outline: none;
  box-shadow: 0 2px 0 var(--brass);
}
.foot {
  display: flex;
  gap: 18px;
  justify-content: flex-end;
  padding-top: 14px;
}
@media (max-width: 800px) {
  .title,
  .foot > * {
    min-height: 44px;
  }
  .writer {
    padding: 18px 14px;
  }
}
</style>
