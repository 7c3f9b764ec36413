<script setup lang="ts">
/** Up to twenty ready answers, each with a name: typed here, kept in this browser until they are saved. */
import { cloneFnJSON as copy } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { businessKey } from '../api/here'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'

type Ready = Schemas['ReadyOut']
const MOST = 20
const STORE = `kk.ready.${businessKey}`
const answers = ref<Ready[]>([])
/** What stood as the typing began; null until it is known. */
const was = ref<Ready[] | null>(null)
const waits = computed(() => !!was.value && JSON.stringify(answers.value) !== JSON.stringify(was.value))
const form = useForm()
const toast = useToast()
function stand(found: Ready[], shown: Ready[] = copy(found)): void {
  was.value = found
  answers.value = shown
}
const load = (): Promise<unknown> =>
  form.send(async () => {
    const found = (await want(api.GET('/api/guestbook-ready'))).answers
    const kept = localStorage.getItem(STORE)
    const waits = kept ? (JSON.parse(kept) as { was: Ready[]; answers: Ready[] }) : null
    if (waits) stand(waits.was, waits.answers)
    else stand(found)
  })
onMounted(load)
watch(
  answers,
  (now) => {
    if (!was.value) return
    if (JSON.stringify(now) === JSON.stringify(was.value)) localStorage.removeItem(STORE)
    else localStorage.setItem(STORE, JSON.stringify({ was: was.value, answers: now }))
  },
  { deep: true },
)
async function save(): Promise<void> {
  const before = was.value
  if (!before || form.busy.value) return
  const sent = copy(answers.value)
  const kept = await form.send(() =>
    want(api.PUT('/api/guestbook-ready', { body: { answers: sent, was: before } })),
  )
  if (!kept) return
  // What was typed while it was on its way stays in its box.
  const isSame = JSON.stringify(answers.value) === JSON.stringify(sent)
  const others = JSON.stringify(kept.answers) !== JSON.stringify(sent)
  stand(kept.answers, isSame ? undefined : answers.value)
  if (isSame) localStorage.removeItem(STORE)
  toast.say(others ? say.readySavedAll : say.readySaved)
}
</script>

<template>
  <form class="stack" @submit.prevent="save">
    <p class="small muted">{{ say.readyHelp }}</p>
    <fieldset v-for="(each, i) in answers" :key="i" class="stack">
      <legend class="sr">{{ each.name }}</legend>
      <TextBox v-model="each.name" :label="say.readyName" :maxlength="80" />
      <TextBox v-model="each.text" lines :rows="2" :label="say.readyText" :maxlength="2000" dir="auto" />
      <p>
        <button type="button" class="act" @click="answers = answers.filter((_, at) => at !== i)">
          {{ say.readyOut(each.name) }}
        </button>
      </p>
    </fieldset>
    <p v-if="form.elsewhere()" role="alert" class="wrong">{{ form.elsewhere() }}</p>
    <p v-if="!was && form.wrong.value">
      <button type="button" class="act" @click="load">{{ say.readyAgain }}</button>
    </p>
    <p v-if="was" class="row">
      <button
        v-if="answers.length < MOST"
        type="button"
        class="act"
        @click="answers = [...answers, { name: '', text: '' }]"
      >
        {{ say.readyAdd }}
      </button>
      <v-btn type="submit" color="primary">{{ say.save }}</v-btn>
      <span v-if="waits" class="small muted">{{ say.readyWaits }}</span>
    </p>
  </form>
</template>

<style scoped>
fieldset {
  border: 0;
  border-bottom: 1px solid var(--hairline);
  padding: 0 0 12px;
  margin: 0;
}
.row {
  display: flex;
  gap: 16px;
  align-items: center;
}
.wrong {
  color: var(--clay-dark);
}
</style>
