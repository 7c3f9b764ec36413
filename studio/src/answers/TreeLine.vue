<script setup lang="ts">
/** One choice of the outline: its words, where it leads, what is amiss, and how often it was pressed. */
import { computed } from 'vue'
import type { Answers } from '../composables/useAnswers'
import { stepOf, type Arm, type Leads, type Step } from '../logic/signposts'
import DoorGlyph from '../parts/DoorGlyph.vue'
import GripDots from '../parts/GripDots.vue'
import { answerWords as say } from '../words/answers'

const props = defineProps<{
  arm: Arm
  deep: number
  again: boolean
  opens: boolean
  chosen: boolean
  language: string
  steps: Step[]
  all: Answers
  wrong: string
  blocks: boolean
  pressed: number
}>()
const emit = defineEmits<{ choose: []; lead: [Leads]; key: [KeyboardEvent]; move: [number] }>()
const textIn = (texts: Record<string, string> | undefined): string =>
  texts?.[props.language] || texts?.[props.all.language] || Object.values(texts ?? {}).find(Boolean) || ''
/** Fill-ins by what stands instead, as most will read it. */
const plain = (text: string): string => text.replace(/\{\w+\|?([^}]*)\}/g, '$1')
const label = computed(() => textIn(props.arm.label))
const step = computed(() => stepOf(props.steps, props.arm.to ?? ''))
const stepWords = computed(
  () => textIn(step.value?.heading) || textIn(step.value?.says) || say.tree.blankStep,
)
const nameIn = (some: { key: string; name: string }[]): string =>
  some.find((each) => each.key === props.arm.to)?.name ?? ''
/** What stands behind the arrow: plain words, and a name in bold. */
const to = computed<[string, string]>(() => {
  const { leads, to: key, code } = props.arm
  const of = say.tree
  switch (leads) {
    case 'step':
      return props.again ? [of.again, `“${stepWords.value}”`] : ['', `“${stepWords.value}”`]
    case 'words':
      return ['', `“${plain(textIn(props.arm.says))}”`]
    case 'answer': {
      const found = props.all.answers.find((each) => each.key === key)
      return [of.leadsTo[found?.kind === 'article' ? 'article' : 'answer'] ?? '', textIn(found?.title)]
    }
    case 'page':
    case 'link':
    case 'call':
      return [of.leadsTo[leads] ?? '', key ?? '']
    case 'way':
      return [of.leadsTo.way ?? '', nameIn(props.all.ways)]
    case 'person':
      return [of.person, key ? nameIn(props.all.people) : of.whoever]
    case 'code':
      return [of.leadsTo.code ?? '', code ?? '']
    case 'tell':
      return [of.leadsTo.tell ?? '', plain(textIn(props.arm.says))]
    default:
      return ['', '']
  }
})
const note = computed(() => textIn(props.arm.note))
const SHORT: Leads[] = ['answer', 'page', 'person']
</script>

<template>
  <div class="line" :class="{ on: chosen, amiss: blocks }" :style="{ '--deep': deep }">
    <GripDots :label="say.move(label || say.tree.blank)" @move="emit('move', $event)" />
    <button
      type="button"
      class="arm"
      :data-arm="arm.key"
      :aria-expanded="chosen"
      :data-deep="deep"
      :class="{ blank: !label }"
      dir="auto"
      @click="emit('choose')"
      @keydown="emit('key', $event)"
    >
      <span class="sr">{{ say.tree.deep(deep) }} </span>{{ label || say.tree.blank }}
    </button>
    <span v-if="!arm.leads" class="to wrong">
      <DoorGlyph state="barred" :size="18" /><b>{{ say.tree.nowhere }}</b>
      <button v-for="leads in SHORT" :key="leads" type="button" class="act" @click="emit('lead', leads)">
        {{ say.tree.leadsTo[leads] }}
      </button>
    </span>
    <span v-else class="to">
      <span
        ><span v-if="!opens" aria-hidden="true" class="arrow">› </span>{{ to[0] }} <b>{{ to[1] }}</b><template
          v-if="note"
          >, {{ say.tree.note(note.trim()) }}</template
        ></span
      >
      <span v-if="wrong" class="wrong"
        ><DoorGlyph :state="blocks ? 'barred' : 'ajar'" :size="18" />{{ wrong }}</span
      >
    </span>
    <span v-if="pressed" class="tag moss" :title="say.tree.pressed(pressed)"
      >{{ pressed }}<span class="sr">, {{ say.tree.pressed(pressed) }}</span></span
    >
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 10px;
  align-items: center;
  min-height: 40px;
  padding: 3px 8px;
  margin-inline-start: calc((var(--deep) - 1) * 36px);
  border-inline-start: 2px solid var(--wine-line);
  border-radius: 0 10px 10px 0;
}
.on {
  background: var(--brass-tint);
}
.arm {
  min-height: 32px;
  max-width: 100%;
  padding: 6px 12px;
  border-radius: var(--arch-32);
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
  text-align: start;
  overflow-wrap: anywhere;
}
.on .arm {
  background: var(--mulberry);
  color: var(--card);
}
.amiss .arm {
  background: var(--clay-tint);
  color: var(--clay-dark);
}
.amiss.on .arm {
  background: var(--clay-dark);
  color: var(--card);
}
.blank {
  font-style: italic;
}
.grip {
  opacity: 0;
  margin-inline: -8px -6px;
}
.line:hover .grip,
.on .grip,
.grip:focus-visible {
  opacity: 1;
}
.to {
  flex: 1;
  min-width: 140px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
  overflow-wrap: anywhere;
}
.to > span {
  min-width: 0;
}
.wrong {
  display: inline-flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  color: var(--clay-dark);
}
.arrow {
  color: var(--muted);
}
.moss {
  background: var(--moss-tint);
  color: var(--moss-dark);
}
@media (max-width: 800px) {
  .line {
    margin-inline-start: calc((var(--deep) - 1) * 16px);
  }
  .arm {
    min-height: 44px;
  }
}
</style>
