<script setup lang="ts">
/** The pages a door shows on, with a tester that names the rule which decides. */
import { computed, defineAsyncComponent, ref } from 'vue'
import type { DeskState } from '../composables/useDesk'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import PageRules from './PageRules.vue'
import type { Schemas } from '../api/client'

/** Seldom opened, and its box to choose in is large: not with the desk's first load. */
const KindPages = defineAsyncComponent(() => import('./KindPages.vue'))
const props = defineProps<{ state: DeskState; address: string; live: Schemas['PageRule'][] }>()
const say = deskWords.where
const rules = computed({
  get: () => props.state.draft.value?.pages ?? [],
  set: (next) => props.state.put('pages', next),
})
const desk = computed(() => props.state.desk.value)
const test = ref(props.address)
const list = ref<InstanceType<typeof PageRules>>()
const found = computed(() => list.value?.found ?? null)
const seen = computed(() =>
  [...new Set(desk.value?.pages.map((page) => page.address.replace(/^https?:\/\/[^/]+/, '')) ?? [])].filter(
    (path) => path !== '/',
  ),
)
const hosts = computed(
  () => desk.value?.hosts.filter((host) => host.state === 'allowed').map((host) => host.name) ?? [],
)
const isSome = computed(() => rules.value.some((rule) => rule.effect === 'show' && rule.value?.trim()))
const same = (a: Schemas['PageRule'], b: Schemas['PageRule']): boolean =>
  a.effect === b.effect && a.kind === b.kind && a.value === b.value && (a.host ?? '') === (b.host ?? '')
const isNew = (rule: Schemas['PageRule']): boolean => !props.live.some((item) => same(item, rule))
</script>

<template>
  <div v-if="desk" class="where">
    <p>
      <b>{{ isSome ? say.someOnly : say.all }}</b> <span v-if="!isSome" class="muted">{{ say.allHelp }}</span>
    </p>
    <PageRules
      ref="list"
      v-model="rules"
      :site="desk.site"
      :seen="seen"
      :hosts="hosts"
      :test="test"
      :is-new="isNew"
    />
    <KindPages :state="state" />
    <div class="test soft">
      <TextBox v-model="test" :label="say.test" :placeholder="say.testHint" dir="ltr" :maxlength="2000" />
      <p v-if="test && found" role="status">
        <DoorGlyph :state="found.unsure ? 'ajar' : found.shows ? 'open' : 'shut'" :size="17" /><span
          ><b>{{ found.says.split('.')[0] }}.</b>{{ found.says.slice(found.says.indexOf('.') + 1) }}</span
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.where {
  display: grid;
  gap: 10px;
}
.test {
  display: grid;
  gap: 10px;
}
.test p {
  display: flex;
  gap: 10px;
  align-items: start;
}
</style>
