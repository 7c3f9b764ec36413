<script setup lang="ts">
/** Two people changed the same sentence: both are shown, one is chosen. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import { sentenceOf, textOf } from '../logic/sentences'
import { deskWords, type Matter } from '../words/desk'
import { words } from '../words/app'

const props = defineProps<{ state: DeskState }>()
const matter = computed<Matter>(() => {
  const { desk, conflict } = props.state
  return (desk.value?.sentences[conflict.value?.part ?? ''] ?? 'says') as Matter
})
const wordsOf = (draft: typeof props.state.draft.value): string => {
  const { desk, door } = props.state
  return desk.value && door.value && draft
    ? textOf(sentenceOf(matter.value, { desk: desk.value, door: door.value, draft, words }))
    : ''
}
</script>

<template>
  <div class="conflict" role="alert">
    <b>{{ deskWords.conflict.title(deskWords.matter[matter]) }}</b>
    <dl>
      <dt>{{ deskWords.conflict.mine }}</dt>
      <dd>{{ wordsOf(state.draft.value) }}</dd>
      <dt>{{ deskWords.conflict.theirs }}</dt>
      <dd>{{ wordsOf(state.conflict.value?.theirs ?? null) }}</dd>
    </dl>
    <div>
      <v-btn size="small" color="primary" @click="state.choose(true)">{{ words.desk.mine }}</v-btn><v-btn
        size="small"
        variant="outlined"
        @click="state.choose(false)"
        >{{ words.desk.theirs }}</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.conflict {
  margin-bottom: 12px;
  padding: 12px 16px;
  background: var(--clay-tint);
  border-radius: var(--arch-card);
}
.conflict div {
  display: flex;
  gap: 8px;
  margin-top: 10px;
}
b {
  color: var(--clay-dark);
}
dl {
  display: grid;
  grid-template-columns: 60px 1fr;
  gap: 4px 10px;
  margin-top: 8px;
}
dt {
  font-size: 13px;
  color: var(--muted);
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
