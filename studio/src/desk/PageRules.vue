<script setup lang="ts">
/**
 * Page rules as sentences: each can be turned, narrowed, widened and taken away; one more by pasting, by
 * page or by kind.
 */
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useToast } from '../composables/useToast'
import { ruleWords } from '../logic/sentences'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'

type Rule = Schemas['PageRule']
const rules = defineModel<Rule[]>({ required: true })
const props = defineProps<{
  site: string
  seen: string[]
  hosts: string[]
  test?: string
  isNew?: (rule: Rule) => boolean
  onlyShow?: boolean
  subject?: string
}>()
const say = deskWords.where
const toast = useToast()
const typed = ref('')
const effect = ref<'show' | 'hide'>(
  props.onlyShow || rules.value.some((rule) => rule.effect === 'show') ? 'show' : 'hide',
)
const found = ref<Schemas['PlacesOut'] | null>(null)
const allSeen = ref(false)
const page = ref(0)
const SOME = 40
let turn = 0
async function look(): Promise<Schemas['PlacesOut'] | null> {
  const mine = ++turn
  try {
    const answer = await want(
      api.POST('/api/sites/{key}/places', {
        params: { path: { key: props.site } },
        body: { rules: rules.value, test: props.test ?? '', typed: typed.value, effect: effect.value },
      }),
    )
    if (mine === turn) found.value = answer
    return answer
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return null
  }
}
const soon = useDebounceFn(() => void look(), 60)
watch([typed, effect, rules, () => props.test], () => void soon(), { deep: true, immediate: true })
const shown = computed(() =>
  rules.value
    .slice(page.value * SOME, (page.value + 1) * SOME)
    .map((rule, i) => ({ rule, at: page.value * SOME + i })),
)
const isSome = computed(() => rules.value.some((rule) => rule.effect === 'show'))
const set = (at: number, change: Partial<Rule>): void => {
  rules.value = rules.value.map((rule, i) => (i === at ? { ...rule, ...change } : rule))
}
function remove(at: number): void {
  const before = rules.value
  rules.value = rules.value.filter((_, i) => i !== at)
  toast.say(say.removed, () => {
    rules.value = before
  })
}
function add(kind: Rule['kind'], value: string): void {
  if (
    !value.trim() ||
    rules.value.some((rule) => rule.kind === kind && rule.value === value && rule.effect === effect.value)
  ) {
    typed.value = ''
    return
  }
  rules.value = [...rules.value, { effect: effect.value, kind, value, host: '' }]
  typed.value = ''
  page.value = Math.floor((rules.value.length - 1) / SOME)
}
/** Pasted and entered at once: what was typed is read first. */
async function enter(): Promise<void> {
  const way = (await look())?.ways[0]
  if (typed.value && way) add(way.kind, way.value)
}
const canWiden = (rule: Rule): boolean =>
  (rule.kind === 'exact' || rule.kind === 'below') && rule.value !== '/' && !rule.value?.includes('?')
const KINDS = ['home', 'product', 'list', 'article', 'basket', 'checkout', 'contact']
defineExpose({ found })
</script>

<template>
  <div class="rules">
    <ul v-if="rules.length">
      <li v-for="{ rule, at } in shown" :key="at" :class="{ lit: found?.decided_by === at && test }">
        <p>
          <button
            v-if="!onlyShow"
            type="button"
            class="word"
            :aria-label="`${rule.effect === 'hide' ? say.hide : say.show}: ${ruleWords(rule)}`"
            @click="set(at, { effect: rule.effect === 'hide' ? 'show' : 'hide' })"
          >
            {{ rule.effect === 'hide' ? say.hide : say.show }}</button><template v-else>{{
            say.show
          }}</template>
          {{ say.on }}
          <template v-if="canWiden(rule)"
            ><b>{{ rule.value }}</b>
            <button
              type="button"
              class="word"
              @click="set(at, { kind: rule.kind === 'exact' ? 'below' : 'exact' })"
            >
              {{ rule.kind === 'exact' ? say.modes.exact : say.modes.below }}
            </button></template
          ><b v-else>{{ ruleWords({ ...rule, host: '' }) }}</b
          ><template v-if="rule.host"
            >,
            <button type="button" class="word" @click="set(at, { host: '' })">
              {{ say.hostOf(rule.host) }}
            </button></template
          >
        </p>
        <span v-if="found?.decided_by === at && test" class="says">{{ say.decides }}</span>
        <span v-else-if="found?.cancelled.includes(at)" class="tag clay" :title="say.cancelledHelp">{{
          say.cancelled
        }}</span>
        <span v-else-if="found?.useless.includes(at)" class="tag" :title="say.uselessHelp">{{
          say.useless
        }}</span>
        <span v-else-if="isNew?.(rule)" class="tag">not live</span>
        <v-menu v-if="hosts.length > 1 && !rule.host" location="bottom end">
          <template #activator="{ props: press }"
            ><button type="button" class="x" v-bind="press" :aria-label="say.onlyHost">
              <svg viewBox="0 0 4 16" width="4" height="14" aria-hidden="true">
                <g fill="currentColor">
                  <circle cx="2" cy="2" r="1.5" />
                  <circle cx="2" cy="8" r="1.5" />
                  <circle cx="2" cy="14" r="1.5" />
                </g>
              </svg></button
          ></template>
          <div class="menu">
            <button v-for="host in hosts" :key="host" type="button" class="entry" @click="set(at, { host })">
              {{ say.onlyHost }} {{ host }}
            </button>
          </div>
        </v-menu>
        <button type="button" class="x" :aria-label="`${say.remove}: ${ruleWords(rule)}`" @click="remove(at)">
          ×
        </button>
      </li>
    </ul>
    <p v-if="rules.length > SOME" class="pages">
      <button type="button" class="quiet" :disabled="page === 0" @click="page--">‹</button>
      {{ page * SOME + 1 }}–{{ Math.min(rules.length, (page + 1) * SOME) }} / {{ rules.length }}
      <button type="button" class="quiet" :disabled="(page + 1) * SOME >= rules.length" @click="page++">
        ›
      </button>
    </p>
    <form novalidate @submit.prevent="enter">
      <div v-if="!onlyShow" class="effect" role="radiogroup" :aria-label="say.add">
        <button
          v-for="one in ['hide', 'show'] as const"
          :key="one"
          type="button"
          class="chip"
          role="radio"
          :aria-checked="effect === one"
          @click="effect = one"
        >
          {{ one === 'hide' ? say.addHide : say.addShow }}
        </button>
      </div>
      <TextBox v-model="typed" :label="say.add" :placeholder="say.add" hide-label dir="ltr" :maxlength="2000">
        <template #inside
          ><button type="submit" class="plus" :aria-label="effect === 'hide' ? say.addHide : say.addShow">
            <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
              <path d="M6 1v10M1 6h10" stroke="currentColor" stroke-width="2" />
            </svg></button
        ></template>
      </TextBox>
    </form>
    <div v-if="typed && found?.ways.length" class="ways soft">
      <button
        v-for="way in found.ways"
        :key="way.kind"
        type="button"
        class="way"
        @click="add(way.kind, way.value)"
      >
        <span class="act">{{ way.says }}</span><small>{{ say.catches(way.catches) }}</small>
      </button>
      <p v-if="found.explains" class="small">{{ found.explains }}</p>
      <p v-if="found.catches.length" class="small muted">{{ say.takes }} {{ found.catches.join(', ') }}</p>
      <p v-if="found.misses.length" class="small muted">{{ say.leaves }} {{ found.misses.join(', ') }}</p>
      <p v-if="found.caveat" class="small caveat">{{ found.caveat }}</p>
    </div>
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
.rules {
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
}
li {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 38px;
  padding: 4px 0;
  border-bottom: 1px solid var(--hairline);
}
li p {
  flex: 1;
  min-width: 0;
  font-size: 15px;
  line-height: 24px;
  overflow-wrap: anywhere;
}
li b {
  font-weight: 500;
}
li.lit {
  background: var(--brass-tint);
  margin: 0 -10px;
  padding: 4px 10px;
  border-radius: var(--arch-32);
  border-color: transparent;
}
.says {
  font-weight: 600;
  font-size: 13px;
  color: var(--brass-dark);
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
.x {
  flex: none;
  width: 28px;
  height: 32px;
  display: grid;
  place-items: center;
  font-size: 18px;
  color: var(--muted);
}
.x:hover {
  color: var(--dark);
  background: var(--wine-tint);
  border-radius: var(--arch-32);
}
.menu .entry {
  display: block;
  width: 100%;
  padding: 9px 12px;
  border-radius: var(--arch-32);
}
.menu .entry:hover {
  background: var(--wine-tint);
}
form {
  display: grid;
  gap: 8px;
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
.ways {
  display: grid;
  gap: 6px;
}
.way {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
  text-align: start;
}
.way small {
  color: var(--muted);
  font-size: 13px;
  flex: none;
}
.caveat {
  color: var(--brass-dark);
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
