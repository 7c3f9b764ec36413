<script setup lang="ts">
/** Every text of the door in one language at a time: who says it, to whom, when, and how it reads here. */
import { computed, onBeforeUnmount, ref, watch, type WritableComputedRef } from 'vue'
import { api } from '../api/client'
import type { Parts } from '../api/desk'
import type { DeskState } from '../composables/useDesk'
import { provideFillValues } from '../composables/useFillValues'
import { useWords, type Question } from '../composables/useWords'
import { languageName } from '../logic/sentences'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import TickBox from '../parts/TickBox.vue'
import { saidWords, saysWords as say } from '../words/says'
import OverridesEditor from './OverridesEditor.vue'
import ChannelTexts from './says/ChannelTexts.vue'
import LanguageTabs from './says/LanguageTabs.vue'
import SaidBox from './says/SaidBox.vue'
import SendMe from './says/SendMe.vue'
import SmallWords from './says/SmallWords.vue'
import TranslatorPart from './says/TranslatorPart.vue'

const props = defineProps<{ state: DeskState; question: () => Question | null; at?: string }>()
const emit = defineEmits<{ language: [string]; lit: [string] }>()
const desk = computed(() => props.state.desk.value)
onBeforeUnmount(() => (emit('lit', ''), emit('language', '')))
/** The words being written are lit on the stage. */
function light(event: FocusEvent): void {
  emit('lit', (event.target as HTMLElement).closest<HTMLElement>('[data-spot]')?.dataset.spot ?? '')
}
const draft = computed(() => props.state.draft.value)
const first = computed(() => desk.value?.language ?? 'en')
const language = ref(first.value)
watch(language, (tag) => emit('language', tag === first.value ? '' : tag))
type Field = Exclude<keyof Parts['says'], 'small'>
const texts = (field: string): Record<string, string> =>
  (field === 'nudge'
    ? draft.value?.nudge.words
    : field === 'mark_words'
      ? draft.value?.also.mark_words
      : draft.value?.says[field as Field]) ?? {}
function put(field: string, value: string): void {
  const next = worded(texts(field), language.value, value)
  if (field === 'nudge') props.state.write('nudge', { words: next })
  else if (field === 'mark_words') props.state.write('also', { mark_words: next })
  else props.state.write('says', { [field]: next })
}
const GROUPS = computed<[string, string[]][]>(() => [
  ['card', ['label', ...(draft.value?.nudge.on ? ['nudge'] : []), 'heading', 'help', 'closing', 'hint']],
  ['note', ['note', 'note_for_product', 'note_on_sale']],
  ['away', ['away', 'thanks']],
  ['privacy', ['privacy']],
])
const FIELDS = computed(() => [...GROUPS.value.flatMap(([, fields]) => fields), 'mark_words'])
const asked = (): Record<string, string> =>
  Object.fromEntries([
    ...FIELDS.value.map((field) => [`${field}:`, texts(field)[language.value] ?? '']),
    ...(props.state.door.value?.channels ?? []).flatMap((channel) =>
      (['name', 'caption', 'note'] as const).map((field) => [
        `${field}:${channel.key}`,
        channel[field]?.[language.value] ?? '',
      ]),
    ),
    ...(draft.value?.plates ?? []).map((plate) => [
      `label:${plate.key}`,
      plate.label?.[language.value] ?? '',
    ]),
  ])
const { words } = useWords({ state: props.state, question: props.question, language, texts: asked })
provideFillValues(() => words.value?.fill_ins ?? {})
/** Our own words for a text that isn't written; the others have their text's name. */
const ours: Record<string, string> = { thanks: 'left', mark_words: 'mark', note: '', privacy: '' }
const small = computed<Record<string, string>>(() =>
  language.value === first.value ? (desk.value?.small_words ?? {}) : {},
)
const spoken = (field: string) => words.value?.spoken.find((item) => item.field === field)
const oursOf = (field: string): string =>
  small.value[ours[field] ?? field] ?? (spoken(field)?.level === 'ours' ? (spoken(field)?.text ?? '') : '')
const gaps = computed(() =>
  language.value === first.value ? 0 : (words.value?.missing[language.value] ?? 0),
)
async function copyAll(): Promise<void> {
  await props.state.settle()
  await props.state.act(
    api.POST('/api/sites/{key}/texts/begin', {
      params: { path: { key: desk.value?.site ?? '' } },
      body: { language: language.value },
    }),
  )
}
const [page, mark] = (['page', 'mark'] as const).map((field) =>
  computed({
    get: () => draft.value?.also[field] ?? true,
    set: (on: boolean) => props.state.write('also', { [field]: on }),
  }),
) as [WritableComputedRef<boolean>, WritableComputedRef<boolean>]
const privacy = computed({
  get: () => draft.value?.press.privacy ?? 'notice',
  set: (value) => props.state.write('press', { privacy: value }),
})
const MODES = (['notice', 'agree'] as const).map((value) => ({ value, label: say[value] }))
function label(key: string, value: string): void {
  props.state.put(
    'plates',
    (draft.value?.plates ?? []).map((plate) =>
      plate.key === key ? { ...plate, label: worded(plate.label, language.value, value) } : plate,
    ),
  )
}
</script>

<template>
  <div v-if="desk && draft" class="says" @focusin="light">
    <LanguageTabs v-model="language" :state="state" :missing="words?.missing ?? {}" />
    <div id="words-in" class="panel" role="tabpanel" :aria-labelledby="`words-in-${language}`">
      <p v-if="language !== first && words" class="small muted lead">
        <span>{{ words.is_ours ? say.ours : say.notOurs }} {{ say.falls(words.falls_back.join(', ')) }}</span>
        <button v-if="gaps" type="button" class="act" @click="copyAll">
          {{ say.copyAll(gaps) }}
        </button>
      </p>
      <section v-for="[group, fields] in GROUPS" :key="group" :aria-label="say.groups[group]">
        <h3 class="part">{{ say.groups[group] }}</h3>
        <SaidBox
          v-for="field in fields"
          :key="field + language"
          :model-value="texts(field)[language] ?? ''"
          :spec="saidWords[field]!"
          :language="language"
          :first="first"
          :in-first="texts(field)[first]"
          :ours="oursOf(field)"
          :sample="words?.samples[`${field}:`]"
          :spoken="spoken(field)"
          :fill-ins="words?.fill_ins"
          :plain="field === 'privacy'"
          @update:model-value="put(field, $event)"
        />
        <div v-if="group === 'note'" class="also">
          <SendMe :state="state" :address="question()?.visit.address ?? ''" />
          <p class="part">{{ say.also }}</p>
          <p class="small muted">{{ say.seen }}</p>
          <TickBox v-model="page" :label="say.page" :help="say.pageWho" /><TickBox
            v-model="mark"
            :label="say.mark"
            :help="say.markWho"
          /><SaidBox
            v-if="mark"
            :key="language"
            :model-value="texts('mark_words')[language] ?? ''"
            :spec="saidWords.mark_words!"
            :language="language"
            :first="first"
            :in-first="texts('mark_words')[first]"
            :ours="oursOf('mark_words')"
            :sample="words?.samples['mark_words:']"
            plain
            @update:model-value="put('mark_words', $event)"
          />
        </div>
        <div v-if="group === 'privacy'" class="also">
          <PickOne v-model="privacy" :label="say.privacyMode" :options="MODES" />
          <p class="small muted">{{ say.linkHelp }}</p>
        </div>
      </section>
      <details v-if="state.door.value?.channels.length">
        <summary>{{ say.groups.ways }}</summary>
        <ChannelTexts
          v-for="channel in state.door.value.channels"
          :key="channel.key + language"
          :channel="channel"
          :language="language"
          :first="first"
          :words="words"
        />
      </details>
      <details v-if="draft.plates.length">
        <summary>{{ say.groups.plates }}</summary>
        <SaidBox
          v-for="(plate, i) in draft.plates"
          :key="plate.key + language"
          :model-value="plate.label?.[language] ?? ''"
          :spec="saidWords.plate!"
          :title="`${saidWords.plate!.title} ${i + 1}`"
          :language="language"
          :first="first"
          :in-first="plate.label?.[first]"
          :ours="texts('label')[language] || oursOf('label')"
          :sample="words?.samples[`label:${plate.key}`]"
          :fill-ins="words?.fill_ins"
          @update:model-value="label(plate.key, $event)"
        />
      </details>
      <details :open="at === 'some' || undefined">
        <summary>{{ say.groups.some }}</summary>
        <OverridesEditor :state="state" :language="language" />
      </details>
      <SmallWords :state="state" :language="language" :ours="words?.small ?? {}" />
      <details>
        <summary>{{ say.groups.translator }}</summary>
        <TranslatorPart :state="state" />
      </details>
      <p class="sr" role="status">{{ languageName(language) }}</p>
    </div>
  </div>
</template>

<style scoped>
.says,
.panel {
  display: grid;
  gap: 8px;
}
.lead {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
  align-items: baseline;
}
.lead span {
  flex: 1 1 240px;
}
h3 {
  font-size: 13px;
  color: var(--muted);
  font-weight: 400;
  padding: 8px 0 6px;
}
.also {
  display: grid;
  gap: 8px;
  padding: 12px 0;
  border-top: 1px solid var(--hairline);
}
details {
  border-top: 1px solid var(--hairline);
  padding: 4px 0;
}
summary {
  cursor: pointer;
  font-weight: 600;
  font-size: 14.5px;
  line-height: 36px;
  color: var(--dark);
}
summary::marker {
  color: var(--brass-dark);
}
</style>
