<script setup lang="ts">
/** Where a choice ends: which answer, page, link, number, app or person, or which code. */
import { computed } from 'vue'
import type { Answers } from '../composables/useAnswers'
import type { Arm } from '../logic/signposts'
import PickOne from '../parts/PickOne.vue'
import SearchPick from '../parts/SearchPick.vue'
import TextBox from '../parts/TextBox.vue'
import { answerWords, treeWords as say } from '../words/answers'

const props = defineProps<{ arm: Arm; all: Answers; language: string }>()
const emit = defineEmits<{ change: [Partial<Arm>] }>()
const FEW = 8
const HTTPS = 'https://'
const to = computed({
  get: () => props.arm.to ?? '',
  set: (value: string) => emit('change', { to: value }),
})
const titled = (title: Record<string, string>): string =>
  title[props.language] || title[props.all.language] || Object.values(title)[0] || answerWords.untitled
const answers = computed(() =>
  props.all.answers.map((each) => ({
    value: each.key,
    label: titled(each.title) + (each.is_draft ? `, ${answerWords.keptBack}` : ''),
  })),
)
const people = computed(() => [
  { value: '', label: say.whoever.charAt(0).toUpperCase() + say.whoever.slice(1) },
  ...props.all.people.map((each) => ({ value: each.key, label: each.name })),
])
const ways = computed(() => props.all.ways.map((each) => ({ value: each.key, label: each.name })))
const nameOf = computed(() => answers.value.find((each) => each.value === to.value)?.label ?? '')
</script>

<template>
  <template v-if="arm.leads === 'answer'">
    <PickOne v-if="answers.length <= FEW" v-model="to" :label="say.answer" :options="answers" />
    <div v-else class="stack">
      <p v-if="nameOf">
        <b>{{ nameOf }}</b>
      </p>
      <SearchPick
        :model-value="to ? [to] : []"
        :label="say.answer"
        :options="answers"
        :placeholder="say.answer"
        :remove="(name) => name"
        single
        @update:model-value="to = $event[0] ?? ''"
      />
    </div>
  </template>
  <PickOne v-else-if="arm.leads === 'person'" v-model="to" :label="say.whom" :options="people" />
  <PickOne v-else-if="arm.leads === 'way'" v-model="to" :label="say.way" :options="ways" />
  <div v-else-if="arm.leads === 'page'" class="stack">
    <TextBox v-model="to" :label="say.page" placeholder="/find-us" dir="ltr" :maxlength="2000" />
    <p v-if="!to" class="chips">
      <button v-for="path in all.pages.slice(0, 8)" :key="path" type="button" class="chip" @click="to = path">
        {{ path }}
      </button>
    </p>
  </div>
  <TextBox
    v-else-if="arm.leads === 'link'"
    v-model="to"
    :label="say.link"
    :placeholder="HTTPS"
    dir="ltr"
    :maxlength="2000"
  />
  <TextBox
    v-else-if="arm.leads === 'call'"
    v-model="to"
    :label="say.call"
    type="tel"
    dir="ltr"
    :maxlength="60"
  />
  <TextBox
    v-else-if="arm.leads === 'code'"
    :model-value="arm.code ?? ''"
    :label="say.code"
    :help="say.codeHelp"
    dir="auto"
    :maxlength="80"
    @update:model-value="emit('change', { code: $event })"
  />
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
