<script setup lang="ts">
/** An entry as a letter: who, all that came in order, what was sent back, and what can be done about it. */
import { computed, ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { GuestbookState } from '../composables/useGuestbook'
import { useMasking } from '../composables/useMasking'
import { useToast } from '../composables/useToast'
import { since } from '../logic/time'
import { guestWords as say } from '../words/guestbook'
import AnswerBox from './AnswerBox.vue'
import AppStamp from './AppStamp.vue'
import GuestActs from './GuestActs.vue'
import GuestWords from './GuestWords.vue'
import NextStep from './NextStep.vue'
import SentAnswer from './SentAnswer.vue'
import TeamNotes from './TeamNotes.vue'

type Entry = Schemas['EntryOut']
const props = defineProps<{ book: GuestbookState; entry: Entry; hands: Schemas['HandOut'][]; me: string }>()
const emit = defineEmits<{ gone: [] }>()
const toast = useToast()
const masking = useMasking()
const acts = ref<InstanceType<typeof GuestActs>>()
const shows = ref(false)
watch(
  () => props.entry.id,
  () => (shows.value = false),
)
const newest = computed(() => props.entry.messages.at(-1))
const earlier = computed(() => props.entry.messages.slice(0, -1))
/** Words and answers in the order they came; what was before the newest words is folded. */
type Part = { at: string; message?: Schemas['MessageOut']; reply?: Schemas['ReplyOut'] }
const parts = computed<Part[]>(() => {
  const all: Part[] = [
    ...props.entry.messages.map((message) => ({ at: message.at, message })),
    ...props.entry.replies.map((reply) => ({ at: reply.at, reply })),
  ]
  const from = newest.value?.at ?? ''
  return all.filter((part) => shows.value || part.at >= from).sort((a, b) => (a.at < b.at ? -1 : 1))
})
const first = computed(() => props.entry.messages[0])
const wrongAt = (field: string): string =>
  props.book.wrong.value?.field === field ? props.book.wrong.value.says : ''
const wrongElse = computed(() =>
  ['text', 'files', 'time', 'whom'].includes(props.book.wrong.value?.field ?? '')
    ? ''
    : (props.book.wrong.value?.says ?? ''),
)
/** Which box was used last: what is amiss is told there. */
const used = ref<'answer' | 'note' | 'step'>('answer')
function send(text: string, files: File[]): Promise<boolean> {
  used.value = 'answer'
  return props.book.answer(text, files, props.entry.replies.length)
}
function opened(app: string, text: string): Promise<boolean> {
  used.value = 'answer'
  const body = { app, text, seen: props.entry.replies.length }
  return props.book.act((at) => want(api.POST('/api/guestbook/{pk}/opened', { ...at, body })))
}
function addNote(text: string): Promise<boolean> {
  used.value = 'note'
  return props.book.act((at) => want(api.POST('/api/guestbook/{pk}/notes', { ...at, body: { text } })))
}
function putStep(body: Schemas['NextIn']): Promise<boolean> {
  used.value = 'step'
  return props.book.act((at) => want(api.PUT('/api/guestbook/{pk}/next', { ...at, body })))
}
const again = (pk: number): Promise<boolean> =>
  props.book.act(() => want(api.POST('/api/replies/{pk}/again', { params: { path: { pk } } })))
async function part(pk: number): Promise<void> {
  const done = await props.book.act(() =>
    want(api.POST('/api/messages/{pk}/apart', { params: { path: { pk } } })),
  )
  if (!done) return
  toast.say(say.parted)
  await props.book.load()
}
const day = (text: string): string =>
  new Date(text).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
defineExpose({
  give: () => acts.value?.give(),
  done: () => acts.value?.done(),
})
</script>

<template>
  <article class="letter" :aria-label="entry.who">
    <div class="head">
      <div>
        <p class="small muted">{{ since(new Date(entry.at), new Date()) }}</p>
        <h2 tabindex="-1">{{ masking.within(entry.who) }}</h2>
        <p v-if="newest?.asked" class="muted">{{ say.toWhom(newest.asked) }}</p>
      </div>
      <AppStamp
        :initials="newest?.initials ?? ''"
        :name="newest?.app_name ? say.by(newest.app_name) : say.note"
      />
    </div>
    <p v-if="entry.open_by" class="flag" role="status">{{ say.openBy(entry.open_by) }}</p>
    <p v-if="entry.apart_until" class="flag">
      {{ say.apartUntil(since(new Date(entry.apart_until), new Date())) }}
    </p>
    <p v-if="earlier.length" class="before">
      {{ say.wroteBefore(earlier.length) }}{{ ' '
      }}<button v-if="!shows" type="button" class="act" @click="shows = true">{{ say.earlier }}</button>
    </p>
    <template v-for="each in parts" :key="`${each.message ? 'm' : 'r'}${each.message?.id ?? each.reply?.id}`">
      <GuestWords
        v-if="each.message"
        :message="each.message"
        :dated="entry.messages.length > 1"
        :parts="shows && entry.messages.length > 1"
        @part="part(each.message.id)"
      />
      <SentAnswer v-else-if="each.reply" :reply="each.reply" @again="again(each.reply.id)" />
    </template>
    <dl>
      <div v-if="newest?.address">
        <dt>{{ say.was }}</dt>
        <dd>
          <a :href="newest.address" target="_blank" rel="noopener">{{ entry.path }}</a>
        </dd>
      </div>
      <div v-if="newest?.language">
        <dt>{{ say.reads }}</dt>
        <dd>{{ say.readsIn(newest.language, newest.country) }}</dd>
      </div>
      <div v-if="entry.email || entry.phone">
        <dt>{{ say.reach }}</dt>
        <dd>{{ masking.within([entry.email, entry.phone].filter(Boolean).join(', ')) }}</dd>
      </div>
      <div v-if="first && earlier.length">
        <dt>{{ say.first }}</dt>
        <dd>{{ since(new Date(first.at), new Date()) }}</dd>
      </div>
    </dl>
    <GuestActs ref="acts" :book="book" :entry="entry" :hands="hands" :me="me" @gone="emit('gone')" />
    <p v-if="wrongElse" class="wrong" role="alert">{{ wrongElse }}</p>
    <AnswerBox
      :key="entry.id"
      :entry="entry"
      :wrong="used === 'answer' ? book.wrong.value : null"
      :busy="book.busy.value"
      :send="send"
      :opened="opened"
    />
    <div class="foot">
      <TeamNotes :entry="entry" :add="addNote" :wrong="used === 'note' ? wrongAt('text') : ''" />
      <NextStep
        :entry="entry"
        :hands="hands"
        :me="me"
        :wrong="used === 'step' ? book.wrong.value : null"
        :put="putStep"
      />
    </div>
    <p class="small muted">{{ say.keptUntil(day(entry.kept_until)) }}</p>
  </article>
</template>

<style scoped src="./GuestLetter.css"></style>
