<script setup lang="ts">
/** An answer: by email from here with files, or begun in an app they can be reached by. */
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import { useCopy } from '../composables/useCopy'
import { useKept } from '../composables/useKept'
import { useMasking } from '../composables/useMasking'
import { appLink, MOST_BYTES, sizeOf } from '../logic/guestbook'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'

const props = defineProps<{
  entry: Schemas['EntryOut']
  wrong: { field: string; says: string; code: string } | null
  busy: boolean
  send: (text: string, files: File[]) => Promise<boolean>
  opened: (app: string, text: string) => Promise<boolean>
}>()
const kept = useKept(
  () => `answer-${String(props.entry.id)}`,
  () => '',
)
const text = kept.typed
const files = ref<File[]>([])
const picker = ref<HTMLInputElement>()
const box = ref<HTMLElement>()
const masking = useMasking()
const { copy } = useCopy()
const BY_MAIL = 'email'
const hows = computed(() => [
  ...(props.entry.email ? [{ value: BY_MAIL, label: say.byMail }] : []),
  ...props.entry.ways.map((way) => ({ value: way.app, label: way.name })),
])
const how = ref('')
watch(
  () => props.entry.id,
  () => {
    how.value = hows.value[0]?.value ?? ''
    files.value = []
  },
  { immediate: true },
)
const way = computed(() => props.entry.ways.find((each) => each.app === how.value))
const who = computed(() =>
  how.value === BY_MAIL
    ? say.answerWho(masking.within(props.entry.email))
    : how.value === 'phone'
      ? say.answerCall
      : say.answerIn(way.value?.name ?? ''),
)
const link = computed(() => (way.value ? appLink(way.value, text.value) : null))
const tooBig = computed(() => files.value.reduce((sum, file) => sum + file.size, 0) > MOST_BYTES)
const wrongText = computed(() => (props.wrong?.field === 'text' ? props.wrong.says : ''))
const wrongFiles = computed(() =>
  tooBig.value ? say.tooBig : props.wrong?.field === 'files' ? props.wrong.says : '',
)
function pick(event: Event): void {
  const input = event.target as HTMLInputElement
  files.value = [...files.value, ...(input.files ?? [])]
  input.value = ''
}
async function submit(): Promise<void> {
  if (tooBig.value) return
  if (await props.send(text.value, files.value)) {
    text.value = ''
    files.value = []
  }
}
async function openApp(): Promise<void> {
  const chosen = way.value
  if (!chosen) return
  const words = text.value
  if (link.value?.copies) await copy(words)
  // What was written is kept as an answer; the app itself is opened by the link.
  if (words.trim() && (await props.opened(chosen.app, words))) text.value = ''
}
defineExpose({ focus: () => box.value?.querySelector('textarea')?.focus() })
</script>

<template>
  <form v-if="hows.length" ref="box" class="stack answering" @submit.prevent="submit">
    <TextBox v-model="text" lines :rows="4" :label="say.answer" :who="who" :wrong="wrongText" dir="auto" />
    <p v-if="entry.ready.length" class="row">
      <span class="small muted">{{ say.ready }}</span>
      <button
        v-for="ready in entry.ready"
        :key="ready.name"
        type="button"
        class="chip"
        @click="text = text.trim() ? `${text.trimEnd()}\n\n${ready.text}` : ready.text"
      >
        {{ ready.name }}
      </button>
    </p>
    <PickOne v-if="hows.length > 1" v-model="how" :label="say.how" :options="hows" />
    <template v-if="how === BY_MAIL">
      <ul v-if="files.length">
        <li v-for="(file, i) in files" :key="i">
          {{ file.name }} <small class="muted">{{ sizeOf(file.size) }}</small>
          <button
            type="button"
            class="x"
            :aria-label="say.fileOut(file.name)"
            @click="files = files.filter((_, at) => at !== i)"
          >
            ×
          </button>
        </li>
      </ul>
      <p v-if="wrongFiles" class="wrong small" role="alert">{{ wrongFiles }}</p>
      <p class="row">
        <v-btn type="submit" color="primary" :loading="busy">{{
          wrong?.code === 'meanwhile' ? say.sendAnyway : say.send
        }}</v-btn>
        <button type="button" class="act" @click="picker?.click()">{{ say.files }}</button>
        <small class="muted">{{ say.fileRoom }}</small>
        <input
          ref="picker"
          type="file"
          multiple
          class="sr"
          tabindex="-1"
          :aria-label="say.files"
          @change="pick"
        />
      </p>
    </template>
    <p v-else-if="way && link" class="row">
      <v-btn
        color="primary"
        :href="link.href"
        :target="link.href.startsWith('http') ? '_blank' : undefined"
        rel="noopener"
        @click="openApp"
        >{{ way.app === 'phone' ? say.callThem : say.openIn(way.name) }}</v-btn
      >
      <small v-if="link.copies" class="muted">{{ say.copyFirst(way.name) }}</small>
    </p>
  </form>
  <p v-else class="muted">{{ say.noReach }}</p>
</template>

<style scoped>
form.stack.answering :deep(textarea) {
  min-height: 96px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  overflow-wrap: anywhere;
}
.x {
  min-width: 32px;
  min-height: 32px;
  font-size: 18px;
  color: var(--muted);
}
.wrong {
  color: var(--clay-dark);
}
@media (max-width: 720px) {
  .x {
    min-width: 44px;
    min-height: 44px;
  }
}
</style>
