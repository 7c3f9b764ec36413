<script setup lang="ts">
/** Up to twenty ready answers, each with a name. */
import { onMounted, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'

const MOST = 20
const answers = ref<Schemas['ReadyOut'][]>([])
const form = useForm()
const toast = useToast()
onMounted(() =>
  form.send(async () => {
    answers.value = (await want(api.GET('/api/guestbook-ready'))).answers
  }),
)
async function save(): Promise<void> {
  const kept = await form.send(() =>
    want(api.PUT('/api/guestbook-ready', { body: { answers: answers.value } })),
  )
  if (!kept) return
  answers.value = kept.answers
  toast.say(say.readySaved)
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
    <p v-if="form.wrong.value" role="alert" class="wrong">{{ form.wrong.value.says }}</p>
    <p class="row">
      <button
        v-if="answers.length < MOST"
        type="button"
        class="act"
        @click="answers = [...answers, { name: '', text: '' }]"
      >
        {{ say.readyAdd }}
      </button>
      <v-btn type="submit" color="primary">{{ say.save }}</v-btn>
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
