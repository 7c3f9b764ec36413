<script setup lang="ts">
/** Where, for whom, then, found by, under which heading, and whether it is kept back: one sentence each. */
import { computed, ref } from 'vue'
import { api, type Schemas } from '../api/client'
import type { Answer, AnswersState } from '../composables/useAnswers'
import PageRules from '../desk/PageRules.vue'
import { languageName, textOf, whereSentence } from '../logic/sentences'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import TextBox from '../parts/TextBox.vue'
import { answerWords as say } from '../words/answers'
import GroupPick from './GroupPick.vue'
import RowLine from './RowLine.vue'

const props = defineProps<{ state: AnswersState; answer: Answer; language: string }>()
const all = computed(() => props.state.all.value)
type Row = 'where' | 'first' | 'whom' | 'then' | 'found' | 'under' | 'shown'
const open = ref<Row | ''>('')
const turn = (row: Row, on: boolean): void => {
  open.value = on ? row : ''
}
const write = (change: Partial<Answer>, now = true): void => props.state.write(props.answer.key, change, now)
const rulesWords = (rules: Schemas['PageRule'][]): string => textOf(whereSentence(rules, []))
const seen = computed(() => (all.value?.pages ?? []).filter((path) => path !== '/'))
const people = computed(() => [
  { value: '', label: say.whoever },
  ...(all.value?.people ?? []).map((each) => ({ value: each.key, label: each.name })),
])
const notQuite = computed(
  () => people.value.find((each) => each.value === props.answer.not_quite)?.label ?? say.whoever,
)
const whom = computed(() => {
  const on = props.answer.devices.map((each) => say.devices[each] ?? each)
  const readers = props.answer.languages.map(languageName)
  const parts = [on.join(', '), readers.length ? say.readers(readers.join(', ')) : '']
  return parts.filter(Boolean).join('; ') || say.everyone
})
const DEVICES = (['phone', 'tablet', 'computer'] as const).map((value) => ({
  value: value,
  label: say.devices[value] ?? value,
}))
const languages = computed(() =>
  (all.value?.languages ?? []).map((value) => ({ value, label: languageName(value) })),
)
const under = computed(() => {
  const group = all.value?.groups.find((each) => each.key === props.answer.group)
  return group?.title?.[props.language] || Object.values(group?.title ?? {})[0] || say.under
})
const KINDS = (['question', 'article'] as const).map((value) => ({ value, label: say.kinds[value] }))
const setGroups = (groups: Schemas['GroupOut'][]): Promise<Schemas['AnswersOut']> =>
  props.state.act(() =>
    api.PUT('/api/sites/{key}/answers-groups', {
      params: { path: { key: all.value?.site ?? '' } },
      body: {
        groups: groups.map(({ key, title }) => ({ key, title: title ?? {} })),
        was: all.value?.groups.map(({ key }) => key) ?? null,
      },
    }),
  )
</script>

<template>
  <div v-if="all" class="rows">
    <RowLine
      :open="open === 'where'"
      :label="say.rows.where"
      :words="answer.pages.length ? rulesWords(answer.pages) : say.everyPage"
      @update:open="turn('where', $event)"
    >
      <template #more
        >, {{ say.firstOn }}
        <button
          type="button"
          class="act"
          :aria-expanded="open === 'first'"
          @click="turn('first', open !== 'first')"
        >
          {{ answer.first_on.length ? rulesWords(answer.first_on) : say.firstNone }}
        </button></template
      >
      <p class="small muted">{{ say.whereLead }}</p>
      <PageRules
        :model-value="answer.pages"
        :site="all.site"
        :seen="seen"
        :hosts="[]"
        prefers="show"
        :subject="answer.key"
        @update:model-value="write({ pages: $event })"
      />
    </RowLine>
    <div v-if="open === 'first'" class="soft">
      <p class="small muted">{{ say.firstLead }}</p>
      <PageRules
        :model-value="answer.first_on"
        :site="all.site"
        :seen="seen"
        :hosts="[]"
        only-show
        prefers="show"
        :subject="`${answer.key} first`"
        @update:model-value="write({ first_on: $event })"
      />
    </div>
    <RowLine :open="open === 'whom'" :label="say.rows.whom" :words="whom" @update:open="turn('whom', $event)">
      <div class="stack">
        <PickSome
          :model-value="answer.devices"
          :label="say.ofDevices"
          :options="DEVICES"
          :help="say.anyDevice"
          @update:model-value="write({ devices: $event })"
        />
        <PickSome
          v-if="languages.length > 1"
          :model-value="answer.languages"
          :label="say.ofLanguages"
          :options="languages"
          :help="say.anyLanguage"
          @update:model-value="write({ languages: $event })"
        />
      </div>
    </RowLine>
    <RowLine
      :open="open === 'then'"
      :label="say.rows.then"
      :before="`${say.notQuite} `"
      :words="notQuite"
      :after="`, ${say.withQuestion}`"
      @update:open="turn('then', $event)"
    >
      <PickOne
        :model-value="answer.not_quite"
        :label="say.notQuite"
        :options="people"
        hide-label
        @update:model-value="write({ not_quite: $event })"
      />
    </RowLine>
    <RowLine
      :open="open === 'found'"
      :label="say.rows.found"
      :words="answer.found_by[language] || say.foundNone"
      @update:open="turn('found', $event)"
    >
      <TextBox
        :model-value="answer.found_by[language] ?? ''"
        :label="say.rows.found"
        :help="say.foundHelp"
        hide-label
        :lang="language"
        :maxlength="500"
        @update:model-value="write({ found_by: worded(answer.found_by, language, $event) }, false)"
      />
    </RowLine>
    <RowLine
      :open="open === 'under'"
      :label="say.rows.under"
      :words="under"
      @update:open="turn('under', $event)"
    >
      <GroupPick
        :model-value="answer.group"
        :groups="all.groups"
        :language="language"
        :put="setGroups"
        @update:model-value="write({ group: $event })"
      />
    </RowLine>
    <RowLine
      :open="open === 'shown'"
      :label="say.rows.state"
      :words="answer.is_draft ? say.keepBack : say.shown"
      :after="`; ${say.kind.toLowerCase()} ${say.kinds[answer.kind]}`"
      @update:open="turn('shown', $event)"
    >
      <div class="stack">
        <PickOne
          :model-value="answer.is_draft ? 'kept' : 'shown'"
          :label="say.rows.state"
          :options="[
            { value: 'shown', label: say.shown },
            { value: 'kept', label: say.keepBack },
          ]"
          hide-label
          @update:model-value="write({ is_draft: $event === 'kept' })"
        />
        <p class="small muted">{{ say.keepBackHelp }}</p>
        <PickOne
          :model-value="answer.kind"
          :label="say.kind"
          :options="KINDS"
          @update:model-value="write({ kind: $event })"
        />
      </div>
    </RowLine>
  </div>
</template>

<style scoped>
.rows {
  border-bottom: 1px solid var(--hairline);
}
</style>
