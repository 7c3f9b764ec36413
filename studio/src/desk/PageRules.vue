<script setup lang="ts">
/** Page rules as sentences: turned, narrowed, widened, taken away; one more by pasting, page or kind. */
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Schemas } from '../api/client'
import { useLeftTyped } from '../composables/useLeftTyped'
import { usePlaces } from '../composables/usePlaces'
import { useRadioKeys } from '../composables/useRadioKeys'
import { useToast } from '../composables/useToast'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import PageRuleRow from './PageRuleRow.vue'
import PageRuleWays from './PageRuleWays.vue'

type Rule = Schemas['PageRule']
const rules = defineModel<Rule[]>({ required: true })
const props = defineProps<{
  site: string
  seen: string[]
  hosts: string[]
  test?: string
  isNew?: (rule: Rule) => boolean
  onlyShow?: boolean
  /** What a first rule does, until another is chosen. */
  prefers?: 'show' | 'hide'
  subject?: string
}>()
const say = deskWords.where
const toast = useToast()
/** What was typed and not added yet is there again when this opens again. */
const typed = useLeftTyped(() => `${props.site} ${props.subject ?? ''}`)
const effect = ref<'show' | 'hide'>(
  props.onlyShow || rules.value.some((rule) => rule.effect === 'show')
    ? 'show'
    : (rules.value[0]?.effect ?? props.prefers ?? 'hide'),
)
const allSeen = ref(false)
const page = ref(0)
const SOME = 40
const { found, look, ask } = usePlaces((text) => ({
  site: props.site,
  body: { rules: rules.value, test: props.test ?? '', typed: text, effect: effect.value },
}))
const soon = useDebounceFn(() => void look(typed.value), 60)
watch([typed, effect, rules, () => props.test], () => void soon(), { deep: true, immediate: true })
const shown = computed(() =>
  rules.value
    .slice(page.value * SOME, (page.value + 1) * SOME)
    .map((rule, i) => ({ rule, at: page.value * SOME + i })),
)
const isSome = computed(() => rules.value.some((rule) => rule.effect === 'show'))
const set = (at: number, change: Partial<Rule>): void =>
  void (rules.value = rules.value.map((rule, i) => (i === at ? { ...rule, ...change } : rule)))
function remove(at: number): void {
  const before = rules.value
  rules.value = rules.value.filter((_, i) => i !== at)
  toast.say(say.removed, () => {
    rules.value = before
  })
}
function add(kind: Rule['kind'], value: string): void {
  const fresh: Rule = { effect: effect.value, kind, value, host: '' }
  const stands = rules.value.some(
    (rule) => rule.kind === kind && rule.value === value && rule.effect === fresh.effect,
  )
  typed.value = ''
  if (!value.trim() || stands) return
  page.value = Math.floor(rules.value.length / SOME)
  rules.value = [...rules.value, fresh]
}
/**
 * Pasted and entered at once: what was typed is read first, by a question of its own, which no keystroke's
 * overtakes.
 */
async function enter(): Promise<void> {
  const text = typed.value
  const way = (await ask(text))?.ways[0]
  if (way && typed.value === text) add(way.kind, way.value)
}
const EFFECTS = ['hide', 'show'] as const
const keys = useRadioKeys(
  () => EFFECTS.length,
  () => EFFECTS.indexOf(effect.value),
  (i) => {
    effect.value = EFFECTS[i] ?? 'hide'
  },
)
const KINDS = ['home', 'product', 'list', 'article', 'basket', 'checkout', 'contact']
defineExpose({ found })
</script>

<template>
  <div class="rules">
    <ul v-if="rules.length">
      <PageRuleRow
        v-for="{ rule, at } in shown"
        :key="at"
        :rule="rule"
        :hosts="hosts"
        :only-show="onlyShow"
        :decides="found?.decided_by === at && !!test"
        :is-cancelled="found?.cancelled.includes(at)"
        :is-useless="found?.useless.includes(at)"
        :is-unseen="found?.unseen.includes(at)"
        :is-new="isNew?.(rule)"
        @set="set(at, $event)"
        @remove="remove(at)"
      />
    </ul>
    <p v-if="rules.length > SOME" class="pages">
      <button type="button" class="quiet" :disabled="page === 0" @click="page--">‹</button>
      {{ page * SOME + 1 }}–{{ Math.min(rules.length, (page + 1) * SOME) }} / {{ rules.length }}
      <button type="button" class="quiet" :disabled="(page + 1) * SOME >= rules.length" @click="page++">
        ›
      </button>
    </p>
    <form novalidate @submit.prevent="enter">
      <div
        v-if="!onlyShow"
        class="effect"
        role="radiogroup"
        :aria-label="say.effect"
        @keydown="keys.onKeydown"
      >
        <button
          v-for="(item, i) in EFFECTS"
          :key="item"
          type="button"
          class="chip"
          role="radio"
          :tabindex="keys.tabindex(i)"
          :aria-checked="effect === item"
          @click="effect = item"
        >
          {{ item === 'hide' ? say.addHide : say.addShow }}
        </button>
      </div>
      <TextBox
        v-model="typed"
        :label="say.add"
        :placeholder="say.add"
        :help="say.canType"
        hide-label
        dir="ltr"
        :maxlength="2000"
      >
        <template #inside
          ><button type="submit" class="plus" :aria-label="effect === 'hide' ? say.addHide : say.addShow">
            <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
              <path d="M6 1v10M1 6h10" stroke="currentColor" stroke-width="2" />
            </svg></button
        ></template>
      </TextBox>
    </form>
    <PageRuleWays v-if="typed && found?.ways.length" :found="found" @add="add($event.kind, $event.value)" />
    <template v-else>
      <p v-if="seen.length" class="seen">
        <span>{{ say.seen }}</span><button
          v-for="path in allSeen ? seen : seen.slice(0, 4)"
          :key="path"
          type="button"
          class="word"
          @click="typed = path"
        >
          {{ path }}</button
        ><button v-if="seen.length > 4 && !allSeen" type="button" class="word" @click="allSeen = true">
          {{ say.seenMore(seen.length - 4) }}
        </button>
      </p>
      <p class="seen">
        <span>{{ say.kindsTitle }}</span><button
          v-for="kind in KINDS"
          :key="kind"
          type="button"
          class="word"
          @click="add('page_kind', kind)"
        >
          {{ say.kinds[kind] }}
        </button>
      </p>
    </template>
    <p v-if="!rules.length && subject" class="small muted">{{ subject }}</p>
    <p v-if="isSome && rules.some((rule) => rule.effect === 'hide') && !onlyShow" class="small muted">
      {{ say.hide }} wins where both match.
    </p>
  </div>
</template>

<style scoped>
.rules,
form {
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
}
.word {
  border-bottom: 2px solid var(--brass);
  line-height: 20px;
  font-weight: 500;
  overflow-wrap: anywhere;
  text-align: start;
}
.word:hover {
  background: var(--brass-tint);
}
.effect {
  display: flex;
  gap: 8px;
}
.seen {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 12px;
  font-size: 13.5px;
  align-items: baseline;
}
.seen span {
  color: var(--muted);
  font-size: 13px;
}
.plus {
  width: 32px;
  height: 32px;
  display: grid;
  place-items: center;
  margin-inline-end: -4px;
  color: var(--dark);
  border-radius: var(--arch-32);
}
.plus:hover {
  background: var(--wine-tint);
}
.pages {
  font-size: 13px;
  color: var(--muted);
}
</style>
