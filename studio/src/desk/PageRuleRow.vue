<script setup lang="ts">
/** One page rule as a sentence whose words can be pressed, and what is known of it. */
import type { Schemas } from '../api/client'
import { hostWords, ruleWords } from '../logic/sentences'
import { deskWords } from '../words/desk'
import MenuBox from '../parts/MenuBox.vue'

type Rule = Schemas['PageRule']
defineProps<{
  rule: Rule
  hosts: string[]
  onlyShow?: boolean
  decides?: boolean
  isCancelled?: boolean
  isUseless?: boolean
  /** By kind of page, and no page seen so far is of it. */
  isUnseen?: boolean
  isNew?: boolean
}>()
const emit = defineEmits<{ set: [Partial<Rule>]; remove: [] }>()
const say = deskWords.where
const canWiden = (rule: Rule): boolean =>
  (rule.kind === 'exact' || rule.kind === 'below') && rule.value !== '/' && !rule.value?.includes('?')
</script>

<template>
  <li :class="{ lit: decides }">
    <p>
      <button
        v-if="!onlyShow"
        type="button"
        class="word"
        :aria-label="`${rule.effect === 'hide' ? say.hide : say.show}: ${ruleWords(rule)}`"
        @click="emit('set', { effect: rule.effect === 'hide' ? 'show' : 'hide' })"
      >
        {{ rule.effect === 'hide' ? say.hide : say.show }}</button><template v-else>{{ say.show }}</template>
      {{ say.on }}
      <template v-if="canWiden(rule)"
        ><b>{{ rule.value }}</b
        >{{ ' ' }}
        <button
          type="button"
          class="word"
          @click="emit('set', { kind: rule.kind === 'exact' ? 'below' : 'exact' })"
        >
          {{ rule.kind === 'exact' ? say.modes.exact : say.modes.below }}
        </button></template
      ><b v-else>{{ ruleWords({ ...rule, host: '' }) }}</b
      ><template v-if="rule.host"
        >,
        <button type="button" class="word" @click="emit('set', { host: '' })">
          {{ hostWords(rule.host) }}
        </button></template
      >
    </p>
    <span v-if="decides" class="says">{{ say.decides }}</span>
    <span v-else-if="isCancelled" class="tag clay" :title="say.cancelledHelp">{{ say.cancelled }}</span>
    <span v-else-if="isUseless" class="tag" :title="say.uselessHelp">{{ say.useless }}</span>
    <span v-else-if="isUnseen" class="tag" :title="say.unseenHelp">{{ say.unseen }}</span>
    <span v-else-if="isNew" class="tag">not live</span>
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
      <MenuBox>
        <button v-for="host in hosts" :key="host" type="button" class="entry" @click="emit('set', { host })">
          {{ say.onlyHost }} {{ host }}
        </button>
      </MenuBox>
    </v-menu>
    <button type="button" class="x" :aria-label="`${say.remove}: ${ruleWords(rule)}`" @click="emit('remove')">
      ×
    </button>
  </li>
</template>

<style scoped>
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
</style>
