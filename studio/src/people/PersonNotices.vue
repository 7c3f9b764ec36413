<script setup lang="ts">
/** Where notes for this person are mailed; it holds at once, with no publishing. */
import { computed, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { useKept } from '../composables/useKept'
import { useToast } from '../composables/useToast'
import TickBox from '../parts/TickBox.vue'
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
const atNight = ref(props.person.hears_at_night)
const moved = computed(() => kept.waits.value || atNight.value !== props.person.hears_at_night)
async function save(): Promise<void> {
  if (!moved.value) return
  kept.sent()
  const all = await form.send(() =>
    want(
      api.PUT('/api/people/{key}/notices', {
        params: { path: { key: props.person.key } },
        body: { email: typed.value, at_night: atNight.value },
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
    <TickBox v-if="typed" v-model="atNight" class="night" :label="say.atNight" :help="say.atNightHelp" />
    <v-btn v-if="moved" type="submit" variant="outlined">{{ say.noticesSave }}</v-btn>
  </form>
</template>

<style scoped>
form {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: end;
}
form > :first-child {
  flex: 1 1 240px;
}
.night {
  flex: 1 1 100%;
  order: 1;
}
</style>
