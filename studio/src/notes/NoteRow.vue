<script setup lang="ts">
/** One note in the list: who, when, its first words, where it was written. */
import { useMasking } from '../composables/useMasking'
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { noteState } from '../logic/notes'
import { ago } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { words } from '../words/app'

const props = defineProps<{ note: Schemas['NoteOut']; chosen: boolean }>()
defineEmits<{ choose: [] }>()
const state = computed(() => noteState(props.note.state, words))
const masking = useMasking()
</script>

<template>
  <button
    type="button"
    class="row"
    :class="{ chosen }"
    :aria-current="chosen ? 'true' : undefined"
    @click="$emit('choose')"
  >
    <DoorGlyph :state="state.glyph" :size="20" />
    <span class="all">
      <span class="who"
        ><b>{{ note.name || masking.within(note.reach) }}</b
        ><span class="when">{{ ago(new Date(note.at), new Date()) }}</span></span
      >
      <span class="words" :lang="note.language || undefined" :dir="note.direction">{{ note.text }}</span>
      <span class="where">{{ state.says }}{{ note.title ? `, ${note.title}` : '' }}</span>
    </span>
  </button>
</template>

<style scoped>
.row {
  display: flex;
  gap: 14px;
  width: 100%;
  text-align: start;
  padding: 12px 14px 14px;
  border-bottom: 1px solid var(--hairline);
}
.row:hover {
  background: var(--card);
}
.chosen {
  background: var(--card);
  border-radius: var(--arch-card);
  border-bottom-color: transparent;
  box-shadow: var(--raised);
}
.row > svg {
  margin-top: 3px;
}
.all {
  flex: 1;
  min-width: 0;
}
.all > span {
  display: block;
}
.who {
  display: flex !important;
  justify-content: space-between;
  gap: 12px;
}
.who b {
  font-weight: 600;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.when {
  flex: none;
  font-size: 13px;
  color: var(--muted);
}
.words {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.where {
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
