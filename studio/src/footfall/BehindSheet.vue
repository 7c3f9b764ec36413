<script setup lang="ts">
/** What is behind a number: the same visits by other dimensions, and the one thing to do about it. */
import { onMounted, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useLoad } from '../composables/useLoad'
import ScreenWait from '../parts/ScreenWait.vue'
import type { Behind } from '../logic/footfall'
import SideSheet from '../parts/SideSheet.vue'
import { footfallWords as say } from '../words/footfall'

const props = defineProps<{ about: Behind; site: string; period: Schemas['PeriodOut'] }>()
const emit = defineEmits<{ close: [] }>()
const found = ref<Schemas['BehindOut'] | null>(null)
function ask(): Promise<Schemas['BehindOut']> {
  const of = props.about.of
  const days = { site: props.site, first: props.period.first, last: props.period.last }
  if (of.kind === 'hour') {
    const query = { ...days, weekday: of.weekday, hour: of.hour }
    return want(api.GET('/api/footfall/behind/hour', { params: { query } }))
  }
  if (of.kind === 'crowd') {
    const query = { ...days, kind: of.crowd }
    return want(api.GET('/api/footfall/behind/crowd', { params: { query } }))
  }
  const query = { ...days, key: of.key, by: of.by, site: of.site || props.site }
  return want(api.GET('/api/footfall/behind', { params: { query } }))
}
const { failed, load } = useLoad(found, ask)
onMounted(load)
const width = (part: Schemas['BehindPartOut'], count: number): string =>
  `${(100 * count) / Math.max(...part.rows.map((row) => row.count ?? 0))}%`
</script>

<template>
  <SideSheet :title="say.behind(about.name)" :heading="about.name" @close="emit('close')">
    <p class="head">{{ about.says }}</p>
    <ScreenWait v-if="!found" :failed="failed" @again="load" />
    <template v-else>
      <p v-if="found.noted" class="small muted">{{ found.noted }}</p>
      <section v-for="part in found.parts" :key="part.name">
        <h3>{{ part.name }}</h3>
        <ul>
          <li v-for="each in part.rows" :key="each.name">
            <span class="name">{{ each.name }}</span>
            <template v-if="each.count !== null">
              <span class="bar" aria-hidden="true"><i :style="{ width: width(part, each.count) }" /></span>
              <span class="count muted">{{ each.count.toLocaleString('en') }}</span>
            </template>
            <router-link v-else-if="each.act" class="act small do" :to="each.to">{{
              say.acts[each.act]
            }}</router-link>
          </li>
        </ul>
      </section>
      <p v-if="!found.parts.length">{{ say.sheetNone }}</p>
      <p class="small muted">{{ say.sheetNote }}</p>
      <router-link v-if="about.act" class="act" :to="about.to">{{ say.acts[about.act] }}</router-link>
    </template>
  </SideSheet>
</template>

<style scoped>
.head {
  margin-bottom: 12px;
}
section {
  padding: 12px 0;
  border-top: 1px solid var(--hairline);
}
h3 {
  font-size: 15.5px;
  margin-bottom: 6px;
}
ul {
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) 52px;
  gap: 12px;
  align-items: center;
  min-height: 30px;
}
.name {
  overflow-wrap: anywhere;
}
.count {
  text-align: end;
}
.do {
  grid-column: span 2;
  justify-self: end;
}
.bar {
  height: 8px;
  background: var(--wine-tint);
  border-radius: 3px;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--mulberry);
  border-radius: 3px;
}
</style>
