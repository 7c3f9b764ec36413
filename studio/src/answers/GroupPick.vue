<script setup lang="ts">
/** The heading an answer stands under: one of those there are, a new one, renamed or taken away. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { answerWords as say } from '../words/answers'

type Group = Schemas['GroupOut']
const model = defineModel<string>({ required: true })
const props = defineProps<{
  groups: Group[]
  language: string
  put: (groups: Group[]) => Promise<Schemas['AnswersOut']>
}>()
const typed = ref('')
const nameOf = (group: Group): string =>
  group.title?.[props.language] || Object.values(group.title ?? {})[0] || say.newHeading
const options = computed(() => [
  { value: '', label: say.under },
  ...props.groups.map((group) => ({ value: group.key, label: nameOf(group) })),
])
const chosen = computed(() => props.groups.find((group) => group.key === model.value))
async function add(): Promise<void> {
  const title = typed.value.trim()
  if (!title) return
  const next = await props.put([...props.groups, { key: '', title: { [props.language]: title } }])
  typed.value = ''
  model.value = next.groups[next.groups.length - 1]?.key ?? ''
}
const rename = (title: string): void =>
  void props.put(
    props.groups.map((group) =>
      group.key === model.value
        ? { ...group, title: worded(group.title ?? {}, props.language, title) }
        : group,
    ),
  )
const remove = (): void => void props.put(props.groups.filter((group) => group.key !== model.value))
</script>

<template>
  <div class="stack">
    <PickOne v-model="model" :label="say.rows.under" :options="options" hide-label />
    <form class="add" novalidate @submit.prevent="add">
      <TextBox
        v-model="typed"
        :label="say.newHeading"
        :placeholder="say.newHeading"
        hide-label
        :maxlength="120"
      />
      <v-btn type="submit" variant="outlined">{{ say.addHeading }}</v-btn>
    </form>
    <template v-if="chosen">
      <TextBox
        :key="chosen.key + language"
        :model-value="chosen.title?.[language] ?? ''"
        :label="say.renameHeading"
        :lang="language"
        :maxlength="120"
        @change="rename(($event.target as HTMLInputElement).value)"
      />
      <p>
        <button type="button" class="quiet" @click="remove">{{ say.removeHeading }}</button>
      </p>
    </template>
  </div>
</template>

<style scoped>
.add {
  display: flex;
  gap: 10px;
}
.add > :first-child {
  flex: 1;
}
</style>
