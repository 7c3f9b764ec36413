<script setup lang="ts">
/** Notes that only the team sees, and a box for one more. */
import { ref } from 'vue'
import type { Schemas } from '../api/client'
import { useKept } from '../composables/useKept'
import { ago } from '../logic/time'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'

const props = defineProps<{
  entry: Schemas['EntryOut']
  add: (text: string) => Promise<boolean>
  wrong: string
}>()
const kept = useKept(
  () => `note-${String(props.entry.id)}`,
  () => '',
)
const text = kept.typed
const adding = ref(false)
async function submit(): Promise<void> {
  if (!text.value.trim() || adding.value) return
  adding.value = true
  if (await props.add(text.value)) text.value = ''
  adding.value = false
}
const initials = (name: string): string =>
  name
    .split(/\s+/)
    .slice(0, 2)
    .map((part) => part[0] ?? '')
    .join('')
</script>

<template>
  <section :aria-label="say.notes">
    <h3>{{ say.notes }}</h3>
    <div v-for="note in entry.notes" :key="note.id" class="note">
      <span class="face" aria-hidden="true">{{ initials(note.by) }}</span>
      <p>
        <span class="sr">{{ note.by }}: </span>{{ note.text }}
        <small class="muted">{{ ago(new Date(note.at), new Date()) }}</small>
      </p>
    </div>
    <form @submit.prevent="submit">
      <TextBox
        v-model="text"
        lines
        :rows="1"
        hide-label
        :label="say.addNote"
        :placeholder="say.addNote"
        :wrong="wrong"
        dir="auto"
      />
      <v-btn v-if="text.trim()" type="submit" variant="outlined">{{ say.addNoteGo }}</v-btn>
    </form>
  </section>
</template>

<style scoped>
h3 {
  font: 600 15.5px/21px var(--heading);
  margin-bottom: 10px;
}
.note {
  display: flex;
  gap: 12px;
  margin-bottom: 10px;
}
.note p {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  min-width: 0;
}
.note small {
  display: block;
}
.face {
  flex: none;
  width: 27px;
  height: 30px;
  display: grid;
  place-items: center;
  font-size: 12px;
  font-weight: 600;
  color: var(--mulberry);
  background: var(--wine-tint);
  border-radius: 13px 13px 6px 6px;
}
form {
  display: flex;
  flex-direction: column;
  align-items: start;
  gap: 8px;
}
form > :first-child {
  width: 100%;
}
</style>
