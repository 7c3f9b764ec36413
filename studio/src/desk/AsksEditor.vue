<script setup lang="ts">
/** What a door asks first: when, which questions, where their answers go, and other questions elsewhere. */
import { computed, onMounted, ref } from 'vue'
import type { DeskState } from '../composables/useDesk'
import { NOTHING_ASKED, type Asks } from '../logic/asks'
import { languageName } from '../logic/sentences'
import PickOne from '../parts/PickOne.vue'
import { askWords as say } from '../words/asks'
import AskList from './AskList.vue'
import AsksGoes from './AsksGoes.vue'
import OtherAsks from './OtherAsks.vue'

const props = defineProps<{ state: DeskState }>()
const emit = defineEmits<{ show: [] }>()
const asks = computed<Asks>(() => props.state.draft.value?.asks ?? NOTHING_ASKED)
const desk = computed(() => props.state.desk.value)
const language = ref(desk.value?.language ?? 'en')
const languages = computed(() =>
  (desk.value?.languages ?? []).map((value) => ({ value, label: languageName(value) })),
)
const usualTitle = computed(() => desk.value?.small_words.ask ?? '')
const write = (more: Partial<Asks>): void => props.state.put('asks', { ...asks.value, ...more })
const when = computed({
  get: () => asks.value.when ?? 'never',
  set: (value) => {
    write({ when: value })
    emit('show')
  },
})
const WHENS = (['never', 'always', 'nobody'] as const).map((value) => ({ value, label: say.whens[value] }))
onMounted(() => {
  if (when.value !== 'never') emit('show')
})
/** Whoever asks something means it to be asked. */
function asked(): void {
  if (when.value === 'never') write({ when: 'always' })
  emit('show')
}
const isAny = computed(
  () => !!asks.value.questions?.length || !!asks.value.others?.some((other) => other.questions?.length),
)
</script>

<template>
  <div class="stack">
    <PickOne v-model="when" :label="say.when" :options="WHENS" hide-label />
    <PickOne v-if="languages.length > 1" v-model="language" :label="say.language" :options="languages" />
    <AskList
      :model-value="asks"
      :language="language"
      :usual-title="usualTitle"
      @update:model-value="write({ questions: $event.questions, title: $event.title })"
      @asked="asked"
    />
    <AsksGoes v-if="isAny" :state="state" :asks="asks" :language="language" @change="write" />
    <OtherAsks
      v-if="isAny"
      :model-value="asks.others ?? []"
      :state="state"
      :language="language"
      :usual-title="usualTitle"
      @update:model-value="write({ others: $event })"
      @asked="asked"
    />
  </div>
</template>
