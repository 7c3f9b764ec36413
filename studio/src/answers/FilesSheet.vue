<script setup lang="ts">
/** Answers out as files, and in from files or a page of one's own. */
import { ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { fileAt } from '../api/here'
import type { AnswersState } from '../composables/useAnswers'
import SideSheet from '../parts/SideSheet.vue'
import TextBox from '../parts/TextBox.vue'
import { filesWords as say } from '../words/answers'

const props = defineProps<{ state: AnswersState; site: string; language: string }>()
const emit = defineEmits<{ close: [] }>()
const chooser = ref<HTMLInputElement>()
const address = ref('')
const source = ref('')
const HTTPS = 'https://'
const busy = ref(false)
const wrong = ref('')
const came = ref<Schemas['ImportedOut'] | null>(null)
const path = () => ({ params: { path: { key: props.site } } })
async function take(ask: () => Promise<Schemas['ImportedOut']>): Promise<void> {
  busy.value = true
  wrong.value = ''
  came.value = null
  try {
    await props.state.settle()
    came.value = await ask()
    await props.state.load()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  } finally {
    busy.value = false
  }
}
function file(event: Event): void {
  const input = event.target as HTMLInputElement
  const chosen = input.files?.[0]
  input.value = ''
  if (!chosen) return
  const body = new FormData()
  body.append('file', chosen)
  void take(() =>
    want(
      api.POST('/api/sites/{key}/answers-files', {
        ...path(),
        body: body as never,
        bodySerializer: (data: unknown) => data as BodyInit,
      }),
    ),
  )
}
const page = (): Promise<void> =>
  take(() =>
    want(
      api.POST('/api/sites/{key}/answers-faq', {
        ...path(),
        body: { address: address.value, source: source.value },
      }),
    ),
  )
</script>

<template>
  <SideSheet :title="say.title" @close="emit('close')">
    <div class="stack">
      <section class="stack">
        <h3>{{ say.out }}</h3>
        <p>
          <a class="act" :href="fileAt(`/api/sites/${site}/answers.zip`)" download>{{ say.zip }}</a>
        </p>
        <p>
          <a class="act" :href="fileAt(`/api/sites/${site}/answers-faq?language=${language}`)" download>{{
            say.faq
          }}</a>
        </p>
        <p class="small muted">{{ say.faqHelp }}</p>
      </section>
      <section class="stack">
        <h3>{{ say.in }}</h3>
        <p>
          <b>{{ say.file }}</b>
        </p>
        <p class="small muted">{{ say.fileHelp }}</p>
        <p>
          <input
            ref="chooser"
            class="sr"
            type="file"
            accept=".md,.markdown,.zip,text/markdown"
            tabindex="-1"
            :aria-label="say.choose"
            @change="file"
          />
          <v-btn variant="outlined" :loading="busy" @click="chooser?.click()">{{ say.choose }}</v-btn>
        </p>
        <form class="stack" novalidate @submit.prevent="page">
          <p>
            <b>{{ say.page }}</b>
          </p>
          <TextBox v-model="address" :label="say.address" :placeholder="HTTPS" dir="ltr" :maxlength="2000" />
          <TextBox v-model="source" :label="say.source" lines dir="ltr" />
          <p>
            <v-btn
              type="submit"
              variant="outlined"
              :loading="busy"
              :disabled="!address.trim() && !source.trim()"
              >{{ say.read }}</v-btn
            >
          </p>
        </form>
        <p v-if="wrong" role="alert" class="wrong">{{ wrong }}</p>
        <div v-if="came" role="status">
          <p>
            <b>{{ came.says }}</b>
          </p>
          <template v-if="came.left_out.length">
            <p class="small muted">{{ say.leftOut }}</p>
            <ul class="small">
              <li v-for="name in came.left_out" :key="name">{{ name }}</li>
            </ul>
          </template>
        </div>
      </section>
    </div>
  </SideSheet>
</template>

<style scoped>
.wrong {
  color: var(--clay-dark);
}
ul {
  padding-inline-start: 20px;
  overflow-wrap: anywhere;
}
</style>
