<script setup lang="ts">
/** A note as a letter, with what can be done about it. */
import { useMasking } from '../composables/useMasking'
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { noteState } from '../logic/notes'
import { since } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/app'

type State = Schemas['MarkIn']['state']
const props = defineProps<{ note: Schemas['NoteOut']; wrong: string; keptDays: number }>()
const emit = defineEmits<{ answer: [text: string]; mark: [state: State]; remove: [] }>()
const text = ref('')
const sure = ref(false)
const state = computed(() => noteState(props.note.state, words))
const isBehind = computed(() => props.note.state === 'answered' || props.note.state === 'done')
const masking = useMasking()
</script>

<template>
  <article class="letter">
    <p class="small muted">{{ since(new Date(note.at), new Date()) }}</p>
    <h2>{{ note.name || masking.within(note.reach) }}</h2>
    <p class="state"><DoorGlyph :state="state.glyph" :size="16" />{{ state.says }}</p>
    <p class="words" :lang="note.language || undefined" :dir="note.direction">{{ note.text }}</p>
    <dl>
      <div v-if="note.address">
        <dt>{{ words.notes.was }}</dt>
        <dd>
          <a :href="note.address" target="_blank" rel="noopener">{{ note.title || note.address }}</a>
        </dd>
      </div>
      <div>
        <dt>{{ words.notes.reach }}</dt>
        <dd>{{ masking.within(note.reach) }}</dd>
      </div>
    </dl>
    <div v-if="note.answer" class="answer">
      <p class="small muted">{{ words.notes.answeredBy(note.answered_by) }}</p>
      <p class="said">{{ note.answer }}</p>
    </div>
    <template v-if="!isBehind">
      <form v-if="note.by_email" @submit.prevent="emit('answer', text)">
        <TextBox
          v-model="text"
          lines
          :rows="4"
          :label="words.notes.answer"
          :who="words.notes.answerWho(masking.within(note.reach))"
          :wrong="wrong"
        />
        <v-btn type="submit" color="primary">{{ words.notes.send }}</v-btn>
      </form>
      <div v-else class="acts">
        <v-btn color="primary" :href="note.call">{{ words.notes.call }}</v-btn>
        <v-btn variant="outlined" :href="note.text_link">{{ words.notes.text }}</v-btn>
        <button type="button" class="act" @click="emit('mark', 'answered')">
          {{ words.notes.answered }}
        </button>
      </div>
    </template>
    <footer>
      <button v-if="note.state !== 'done'" type="button" class="act" @click="emit('mark', 'done')">
        {{ words.notes.done }}
      </button>
      <button v-else type="button" class="act" @click="emit('mark', 'read')">{{ words.notes.again }}</button>
      <button v-if="!sure" type="button" class="act" @click="sure = true">{{ words.notes.remove }}</button>
      <template v-else>
        <span>{{ words.notes.sure }}</span>
        <button type="button" class="act" @click="emit('remove')">{{ words.notes.yes }}</button>
        <button type="button" class="act" @click="sure = false">{{ words.notes.keep }}</button>
      </template>
    </footer>
  </article>
</template>

<style scoped>
.letter {
  background: var(--card);
  border-radius: 40px 40px 12px 12px;
  box-shadow: var(--raised);
  padding: 36px 44px 24px;
  min-height: 480px;
  display: flex;
  flex-direction: column;
}
h2 {
  font-size: 27px;
  line-height: 32px;
  overflow-wrap: anywhere;
}
.state {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--muted);
  margin: 4px 0 16px;
}
.words {
  font-size: 17px;
  line-height: 32px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: repeating-linear-gradient(transparent 0 31px, var(--wine-line) 31px 32px);
}
.words:lang(ar) {
  line-height: 36px;
  background: none;
}
dl {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 36px;
  margin: 24px 0;
}
dt {
  font-size: 13px;
  color: var(--muted);
}
dd {
  margin: 0;
  font-weight: 600;
  overflow-wrap: anywhere;
}
dd a {
  color: var(--dark);
  text-decoration: none;
  border-bottom: 2px solid var(--brass);
}
.answer {
  border-top: 1px solid var(--hairline);
  padding: 16px 0 8px;
}
.said {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin-top: 4px;
}
form {
  max-width: 560px;
}
form .v-btn {
  margin-top: 14px;
}
.acts,
footer {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 12px 20px;
}
footer {
  margin-top: auto;
  padding-top: 24px;
}
.act {
  font-weight: 500;
  color: var(--dark);
  border-bottom: 2px solid var(--brass);
  min-height: 32px;
}
@media (max-width: 800px) {
  .letter {
    padding: 28px 20px 20px;
    border-radius: 28px 28px 12px 12px;
  }
  .act {
    min-height: 44px;
  }
}
</style>
