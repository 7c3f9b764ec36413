<script setup lang="ts">
/** One choice being written: its words, and what it leads to, chosen in place. */
import { computed } from 'vue'
import type { Answers } from '../composables/useAnswers'
import { stepOf, type Arm, type Leads, type Step } from '../logic/signposts'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { treeWords as say } from '../words/answers'
import EndPick from './EndPick.vue'

const props = defineProps<{ arm: Arm; steps: Step[]; all: Answers; language: string }>()
const emit = defineEmits<{ change: [Partial<Arm>]; step: [key: string, Partial<Step>]; lead: [Leads] }>()
const LEADS = (
  ['step', 'words', 'answer', 'page', 'link', 'call', 'way', 'person', 'tell', 'code'] as const
).map((value) => ({ value: value, label: say.leadsTo[value] ?? value }))
const opened = computed(() => stepOf(props.steps, props.arm.to ?? ''))
type Text = 'label' | 'says' | 'note'
const put = (field: Text, typed: string): void =>
  emit('change', { [field]: worded(props.arm[field] ?? {}, props.language, typed) })
const putStep = (field: 'heading' | 'says', typed: string): void => {
  const step = opened.value
  if (step) emit('step', step.key, { [field]: worded(step[field] ?? {}, props.language, typed) })
}
const leads = computed({
  get: () => props.arm.leads ?? '',
  set: (value: Leads) => emit('lead', value),
})
/** Words that stand where it leads, beside what it leads to. */
const says = computed(() =>
  props.arm.leads === 'tell'
    ? say.thanks
    : ['words', 'person', 'way', 'call', 'code', 'page', 'link'].includes(props.arm.leads ?? '')
      ? say.says
      : '',
)
</script>

<template>
  <div class="stack">
    <TextBox
      :model-value="arm.label?.[language] ?? ''"
      :label="say.label"
      :placeholder="arm.label?.[all.language] ?? ''"
      :lang="language"
      :maxlength="120"
      @update:model-value="put('label', $event)"
    />
    <PickOne v-model="leads" :label="say.leads" :options="LEADS" />
    <template v-if="arm.leads === 'step' && opened">
      <TextBox
        :model-value="opened.heading?.[language] ?? ''"
        :label="say.heading"
        :placeholder="opened.heading?.[all.language] ?? ''"
        :lang="language"
        :maxlength="200"
        fills
        @update:model-value="putStep('heading', $event)"
      />
      <TextBox
        :model-value="opened.says?.[language] ?? ''"
        :label="say.says"
        :lang="language"
        :maxlength="500"
        lines
        fills
        @update:model-value="putStep('says', $event)"
      />
    </template>
    <EndPick v-else :arm="arm" :all="all" :language="language" @change="emit('change', $event)" />
    <TextBox
      v-if="says"
      :model-value="arm.says?.[language] ?? ''"
      :label="says"
      :lang="language"
      :maxlength="2000"
      lines
      fills
      @update:model-value="put('says', $event)"
    />
    <p v-if="arm.leads === 'tell'" class="small muted">{{ say.tellHelp }}</p>
    <TextBox
      v-if="arm.leads === 'person' || arm.leads === 'way'"
      :model-value="arm.note?.[language] ?? ''"
      :label="say.noteBegins"
      :lang="language"
      :maxlength="400"
      fills
      @update:model-value="put('note', $event)"
    />
    <TickBox
      v-if="arm.leads"
      :model-value="arm.asks_name ?? false"
      :label="say.asksName"
      :help="say.asksNameHelp"
      @update:model-value="emit('change', { asks_name: $event })"
    />
  </div>
</template>
