<script setup lang="ts">
/** Where notes for this person are mailed; it holds at once, with no publishing. */
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { useKept } from '../composables/useKept'
import { useToast } from '../composables/useToast'
import TextBox from '../parts/TextBox.vue'
import { peopleWords as say } from '../words/people'

const props = defineProps<{ person: Schemas['AssistantOut'] }>()
const emit = defineEmits<{ put: [Schemas['PeopleOut']] }>()
const form = useForm()
const toast = useToast()
const kept = useKept(
  () => `notices-${props.person.key}`,
  () => props.person.notice_email,
)
const typed = kept.typed
async function save(): Promise<void> {
  if (!kept.waits.value) return
  kept.sent()
  const all = await form.send(() =>
    want(
      api.PUT('/api/people/{key}/notices', {
        params: { path: { key: props.person.key } },
        body: { email: typed.value },
      }),
    ),
  )
  if (!all) return
  emit('put', all)
  toast.say(typed.value.trim() ? say.noticesTo(typed.value.trim()) : say.noticesOff)
}
</script>

<template>
  <form novalidate @submit.prevent="save">
    <TextBox
      v-model="typed"
      type="email"
      :label="say.notices"
      :who="say.noticesHelp"
      :wrong="form.at('email')"
      @update:model-value="form.typed('email')"
    />
    <v-btn v-if="kept.waits.value" type="submit" variant="outlined">{{ say.noticesSave }}</v-btn>
  </form>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
  align-items: end;
}
form > :first-child {
  flex: 1;
}
</style>
