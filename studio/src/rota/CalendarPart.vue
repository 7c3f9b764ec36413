<script setup lang="ts">
/** Closures or leave out of a calendar file, looked at before they are taken. */
import { ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLatest } from '../composables/useLatest'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TextBox from '../parts/TextBox.vue'
import { rotaWords as say } from '../words/rota'

/** A little above the 5 MB a calendar may have: the server's own sentence is the finer one. */
const LARGEST_BYTES = 5_500_000
type Owner = { whose: 'shop' | 'person'; key: string }
const props = defineProps<{ owners: Schemas['ChoiceOut'][]; ownerOf: (key: string) => Owner }>()
const emit = defineEmits<{ take: [Schemas['CalendarIn']]; wrong: [says: string] }>()
const whose = defineModel<string>('whose', { required: true })
const text = defineModel<string>('text', { required: true })
const latest = useLatest()
const preview = shallowRef<Schemas['CalendarOut'] | null>(null)
const picker = ref<HTMLInputElement>()
async function file(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const found = input.files?.[0]
  input.value = ''
  if (found) {
    if (found.size > LARGEST_BYTES) {
      emit('wrong', say.tooLarge)
      return
    }
    const read = await found.text()
    text.value = read
    await look(read)
  }
}
/** Shows what the calendar would close. The model follows a tick later, so its text is handed over. */
async function look(read: string): Promise<void> {
  emit('wrong', '')
  try {
    const body = { ...props.ownerOf(whose.value), text: read }
    const found = await latest((signal) => want(api.POST('/api/rota/calendar/preview', { body, signal })))
    if (found) preview.value = found
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    preview.value = null
    emit('wrong', error.message)
  }
}
function typed(now: string): void {
  if (now.length > 20) void look(now)
}
function takeCalendar(): void {
  emit('take', { ...props.ownerOf(whose.value), text: text.value })
}
</script>

<template>
  <div class="stack">
    <p class="small muted">{{ say.calendarHelp }}</p>
    <ChoiceBox v-model="whose" :label="say.whose" :choices="owners" />
    <div class="ways">
      <v-btn size="small" variant="outlined" @click="picker?.click()">{{ say.choose }}</v-btn><input
        ref="picker"
        type="file"
        accept=".ics,text/calendar"
        class="sr"
        tabindex="-1"
        :aria-label="say.choose"
        @change="file"
      />
    </div>
    <TextBox
      v-model="text"
      lines
      :label="say.calendar"
      hide-label
      placeholder="BEGIN:VCALENDAR"
      dir="ltr"
      @update:model-value="typed"
    />
    <div v-if="preview" class="soft">
      <b>{{ preview.closes.length ? say.would(preview.closes.length) : say.nothing }}</b>
      <ul class="would">
        <li v-for="(close, i) in preview.closes.slice(0, 30)" :key="i">{{ close }}</li>
      </ul>
      <p v-for="note in preview.notes" :key="note" class="small muted">{{ note }}</p>
      <v-btn v-if="preview.closes.length" color="primary" size="small" @click="takeCalendar">{{
        say.apply
      }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  border-bottom: 1px solid var(--hairline);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.would li {
  padding: 4px 0;
}
</style>
