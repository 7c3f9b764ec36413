<script setup lang="ts">
/** Two people changed one sentence: both are shown, by their boxes where it hides them; one is chosen. */
import { computed, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
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
const mine = computed(() => wordsOf(props.state.draft.value))
const theirs = computed(() => wordsOf(props.state.conflict.value?.theirs ?? null))
const boxes = shallowRef<Schemas['DifferenceOut'][]>([])
watch(
  () => [props.state.conflict.value, props.state.draft.value] as const,
  async ([conflict, draft]) => {
    const key = props.state.door.value?.key
    if (!conflict || !draft || !key) return
    try {
      boxes.value = await want(
        api.POST('/api/doors/{key}/differences', {
          params: { path: { key } },
          body: { [conflict.part]: draft[conflict.part] },
        }),
      )
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  },
  { immediate: true },
)
const isTold = computed(() => mine.value !== theirs.value && boxes.value.length < 2)
</script>

<template>
  <div class="conflict" role="alert">
    <b>{{ deskWords.conflict.title(deskWords.matter[matter]) }}</b>
    <dl v-if="mine !== theirs">
      <dt>{{ deskWords.conflict.mine }}</dt>
      <dd>{{ mine }}</dd>
      <dt>{{ deskWords.conflict.theirs }}</dt>
      <dd>{{ theirs }}</dd>
    </dl>
    <template v-if="!isTold">
      <dl v-for="box in boxes" :key="box.label + box.mine">
        <dt class="box">{{ box.label }}</dt>
        <dt>{{ deskWords.conflict.mine }}</dt>
        <dd dir="auto">{{ box.mine }}</dd>
        <template v-if="box.theirs">
          <dt>{{ deskWords.conflict.theirs }}</dt>
          <dd dir="auto">{{ box.theirs }}</dd>
        </template>
      </dl>
    </template>
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
.box {
  grid-column: 1 / -1;
  color: inherit;
}
dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
