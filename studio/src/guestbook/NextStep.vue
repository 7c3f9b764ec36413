<script setup lang="ts">
/** The one next step: what, when, and who is told an hour before. */
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'

const props = defineProps<{
  entry: Schemas['EntryOut']
  hands: Schemas['HandOut'][]
  me: string
  wrong: { field: string; says: string } | null
  put: (step: Schemas['NextIn']) => Promise<boolean>
}>()
const editing = ref(false)
const text = ref('')
const day = ref('')
const time = ref('')
const whom = ref('')
const at = computed(() => (props.entry.next_at ? new Date(props.entry.next_at) : null))
const NOBODY = 'nobody'
const choices = computed(() => [
  { value: NOBODY, label: say.stepNobody },
  ...props.hands.filter((hand) => !hand.is_gone).map((hand) => ({ value: hand.whom, label: hand.name })),
])
const toldName = computed(() => props.hands.find((hand) => hand.whom === props.entry.next_whom)?.name ?? '')
const two = (value: number): string => String(value).padStart(2, '0')
function begin(): void {
  text.value = props.entry.next_text
  day.value = at.value
    ? `${String(at.value.getFullYear())}-${two(at.value.getMonth() + 1)}-${two(at.value.getDate())}`
    : ''
  time.value = at.value ? `${two(at.value.getHours())}:${two(at.value.getMinutes())}` : '09:00'
  whom.value = props.entry.next_whom || (props.entry.next_text ? NOBODY : props.me)
  editing.value = true
}
watch(
  () => props.entry.id,
  () => (editing.value = false),
)
async function submit(): Promise<void> {
  const step = {
    text: text.value,
    day: day.value || null,
    time: time.value,
    whom: whom.value === NOBODY || !day.value ? '' : whom.value,
  }
  if (await props.put(step)) editing.value = false
}
const atDay = (moment: Date): string =>
  moment.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' }) +
  `, ${two(moment.getHours())}:${two(moment.getMinutes())}`
</script>

<template>
  <section :aria-label="say.step">
    <h3>{{ say.step }}</h3>
    <form v-if="editing" class="stack" @submit.prevent="submit">
      <TextBox v-model="text" :label="say.stepText" :maxlength="300" autofocus dir="auto" />
      <div class="when">
        <TextBox v-model="day" type="date" :label="say.stepDay" />
        <TextBox
          v-model="time"
          type="time"
          :label="say.stepTime"
          :wrong="wrong?.field === 'time' ? wrong.says : ''"
        />
      </div>
      <ChoiceBox
        v-if="day"
        v-model="whom"
        :label="say.stepWhom"
        :choices="choices"
        :wrong="wrong?.field === 'whom' ? wrong.says : ''"
      />
      <p class="row">
        <v-btn type="submit" color="primary">{{ say.stepSet }}</v-btn>
        <button type="button" class="act" @click="editing = false">{{ say.keep }}</button>
      </p>
    </form>
    <div v-else-if="entry.next_text" class="step">
      <b>{{ entry.next_text }}</b>
      <button v-if="at" type="button" class="act" @click="begin">{{ atDay(at) }}</button>
      <small v-if="toldName">{{ say.stepTold(toldName) }}</small>
      <p class="row">
        <button v-if="!at" type="button" class="act" @click="begin">{{ say.stepChange }}</button>
        <button type="button" class="act" @click="put({ text: '', day: null, time: '', whom: '' })">
          {{ say.stepDone }}
        </button>
      </p>
    </div>
    <p v-else>
      <span class="muted">{{ say.noStep }}</span>{{ ' '
      }}<button type="button" class="act" @click="begin">{{ say.stepNew }}</button>
    </p>
  </section>
</template>

<style scoped>
h3 {
  font: 600 15.5px/21px var(--heading);
  margin-bottom: 10px;
}
.step {
  background: var(--brass-tint);
  border-radius: 18px 18px 10px 10px;
  padding: 12px 15px;
  display: grid;
  gap: 4px;
  justify-items: start;
  overflow-wrap: anywhere;
}
.when {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
</style>
