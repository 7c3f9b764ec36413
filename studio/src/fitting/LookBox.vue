<script setup lang="ts">
/**
 * Any page: looked at as it is served, from this browser, or tried with the draft on it; as any visitor, at
 * any moment.
 */
import { computed } from 'vue'
import { usePageLook } from '../composables/usePageLook'
import { useRehearsal } from '../composables/useRehearsal'
import { standingAs, type DeskPlace } from '../logic/visitor'
import FoldedPart from '../parts/FoldedPart.vue'
import TextBox from '../parts/TextBox.vue'
import { fittingWords as say } from '../words/fitting'
import OpenTrials from './OpenTrials.vue'
import LookSeen from './LookSeen.vue'
import TrialLink from './TrialLink.vue'
import WhomBar from './WhomBar.vue'

const props = defineProps<{ site: string; door: string; languages: string[] }>()
const emit = defineEmits<{
  allow: [host: string]
  desk: [to: DeskPlace]
  made: [kind: string, generator: string]
}>()
const typed = defineModel<string>('typed', { required: true })
const visitor = useRehearsal()
const look = usePageLook({ site: () => props.site, door: () => props.door, typed, visitor })
const { wrong, doing, seen, met, silent, trial } = look
const asWhom = computed(() => standingAs(visitor.rehearsal))
const WAIT = { served: say.checking, browser: say.watching, link: '' }
async function check(): Promise<void> {
  await look.check()
  if (seen.value?.made_with) emit('made', seen.value.made_with, seen.value.generator)
}
defineExpose({ check, watchHere: look.watchHere })
</script>

<template>
  <section class="look" :aria-label="say.check">
    <h2>{{ say.check }}</h2>
    <p class="small muted">{{ say.checkHelp }}</p>
    <form novalidate @submit.prevent="check">
      <TextBox
        v-model="typed"
        :label="say.page"
        :placeholder="say.checkHint"
        hide-label
        dir="ltr"
        :wrong="wrong"
        :maxlength="2000"
      />
      <v-btn type="submit" color="primary" :loading="doing === 'served'">{{ say.checkGo }}</v-btn>
    </form>
    <FoldedPart :label="say.whom" :holds="asWhom" :open="!visitor.isAsNew.value">
      <WhomBar :visitor="visitor" :languages="languages" />
    </FoldedPart>
    <p class="ways">
      <v-btn variant="outlined" :loading="doing === 'browser'" @click="look.watchHere">{{ say.watch }}</v-btn>
      <v-btn variant="outlined" :loading="doing === 'link'" @click="look.tryIt('draft')">{{
        say.tryDraft
      }}</v-btn>
    </p>
    <div role="status">
      <p v-if="doing && WAIT[doing]" class="small muted">{{ WAIT[doing] }}</p>
      <LookSeen
        v-if="seen || met || silent"
        :look="look"
        :unpublished="!door"
        @allow="(host) => emit('allow', host)"
        @desk="(to) => emit('desk', to)"
      />
      <TrialLink v-if="trial" :trial="trial" @end="look.endTrial" />
    </div>
    <OpenTrials
      :site="site"
      :made="trial?.token ?? doing"
      @ended="(token) => token === trial?.token && (trial = null)"
    />
  </section>
</template>

<style scoped>
.look {
  display: grid;
  gap: 10px;
  padding: 18px 20px;
  background: var(--sand);
  border-radius: 22px 22px 12px 12px;
}
form,
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: start;
}
form > :first-child {
  flex: 1 1 240px;
}
form .v-btn {
  height: 44px;
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
div[role] {
  display: grid;
  gap: 8px;
}
div[role]:empty {
  display: none;
}
</style>
