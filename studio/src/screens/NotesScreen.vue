<script setup lang="ts">
/** Notes that visitors left while nobody was in: the list left, the letter right. */
import { computed, onMounted, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import NoteLetter from '../notes/NoteLetter.vue'
import NoteRow from '../notes/NoteRow.vue'
import { useToast } from '../composables/useToast'
import TopBar from '../parts/TopBar.vue'
import { words } from '../words/app'

type Note = Schemas['NoteOut']
const props = defineProps<{ site: string }>()
const toast = useToast()
const notes = ref<Note[] | null>(null)
const keptDays = ref(90)
const chosen = ref<number | null>(null)
const wrong = ref('')
const lost = ref('')
const open = computed(() => notes.value?.find((note) => note.id === chosen.value) ?? null)
const groups = computed(() => {
  const all = notes.value ?? []
  return [
    {
      title: words.notes.waiting,
      notes: all.filter((item) => item.state === 'new' || item.state === 'read'),
    },
    {
      title: words.notes.behind,
      notes: all.filter((item) => item.state === 'answered' || item.state === 'done'),
    },
  ].filter((group) => group.notes.length)
})

async function load(): Promise<void> {
  try {
    const answer = await want(api.GET('/api/sites/{key}/notes', { params: { path: { key: props.site } } }))
    notes.value = answer.notes
    keptDays.value = answer.kept_days
    chosen.value = groups.value[0]?.notes[0]?.id ?? null
  } catch (error) {
    lost.value = (error as Refusal).message
  }
}
async function change(asked: () => Promise<Note>, then = ''): Promise<void> {
  wrong.value = ''
  try {
    const next = await asked()
    notes.value = (notes.value ?? []).map((note) => (note.id === next.id ? next : note))
    if (then) toast.say(then)
  } catch (error) {
    wrong.value = (error as Refusal).message
  }
}
const at = (note: Note) => ({ params: { path: { pk: note.id } } })
const answer = (note: Note, text: string): Promise<void> =>
  change(
    () => want(api.POST('/api/notes/{pk}/answer', { ...at(note), body: { text } })),
    words.notes.sent(note.reach),
  )
const mark = (note: Note, state: Schemas['MarkIn']['state']): Promise<void> =>
  change(() => want(api.POST('/api/notes/{pk}/mark', { ...at(note), body: { state } })))
async function remove(note: Note): Promise<void> {
  await want(api.DELETE('/api/notes/{pk}', at(note)))
  notes.value = (notes.value ?? []).filter((item) => item.id !== note.id)
  chosen.value = groups.value[0]?.notes[0]?.id ?? null
  toast.say(words.notes.deleted)
}
function choose(note: Note): void {
  chosen.value = note.id
  wrong.value = ''
}
watch(open, (note) => {
  if (note?.state === 'new') void mark(note, 'read')
})
onMounted(load)
</script>

<template>
  <TopBar help="notes" here="notes" />
  <main id="main" class="notes">
    <header>
      <h1>{{ words.notes.title }}</h1>
      <p class="muted">{{ words.notes.lead(keptDays) }}</p>
    </header>
    <p v-if="lost" role="alert">
      {{ lost }} <button type="button" class="act" @click="load">{{ words.desk.again }}</button>
    </p>
    <p v-else-if="!notes" class="muted" role="status">{{ words.notes.loading }}</p>
    <section v-else-if="!notes.length" class="empty">
      <svg viewBox="0 0 120 138" width="120" height="138" fill="none" aria-hidden="true">
        <path
          d="M6 132V60a54 54 0 0 1 108 0v72z"
          fill="var(--wine-tint)"
          stroke="var(--wine-line)"
          stroke-width="2"
        />
        <rect
          x="36"
          y="76"
          width="48"
          height="12"
          rx="4"
          fill="var(--card)"
          stroke="var(--mulberry)"
          stroke-width="2"
        />
        <path d="M43 82h34" stroke="var(--mulberry)" stroke-width="2" />
        <path d="M0 136h120" stroke="var(--edge)" stroke-width="2" />
      </svg>
      <h2>{{ words.notes.empty }}</h2>
      <p>{{ words.notes.emptyHelp(keptDays) }}</p>
    </section>
    <div v-else class="both">
      <nav :aria-label="words.notes.title">
        <section v-for="group in groups" :key="group.title">
          <h2>{{ group.title }}</h2>
          <NoteRow
            v-for="note in group.notes"
            :key="note.id"
            :note="note"
            :chosen="note.id === chosen"
            @choose="choose(note)"
          />
        </section>
      </nav>
      <NoteLetter
        v-if="open"
        :key="open.id"
        :note="open"
        :wrong="wrong"
        :kept-days="keptDays"
        @answer="answer(open, $event)"
        @mark="mark(open, $event)"
        @remove="remove(open)"
      />
    </div>
  </main>
</template>

<style scoped>
.notes {
  padding: 12px 24px 44px;
  max-width: 1280px;
}
header {
  display: flex;
  align-items: baseline;
  gap: 16px;
  min-height: 44px;
  margin-bottom: 8px;
  flex-wrap: wrap;
}
h1 {
  font-size: 27px;
  line-height: 32px;
}
.both {
  display: grid;
  grid-template-columns: minmax(280px, 452px) minmax(0, 1fr);
  gap: 24px;
  align-items: start;
}
nav h2 {
  font: 500 13px/18px var(--text);
  color: var(--muted);
  padding: 12px 14px 8px;
}
.empty {
  max-width: 460px;
  margin: 64px auto;
  text-align: center;
}
.empty h2 {
  font-size: 18px;
  line-height: 24px;
  margin: 20px 0 8px;
}
.act {
  font-weight: 500;
  color: var(--dark);
  border-bottom: 2px solid var(--brass);
  min-height: 32px;
}
@media (max-width: 800px) {
  .notes {
    padding-inline: 12px;
  }
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
