<script setup lang="ts">
/** What is behind one row: the same knocks by other dimensions, and the one thing to do about it. */
import { onMounted, ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import ScreenWait from '../parts/ScreenWait.vue'
import SideSheet from '../parts/SideSheet.vue'
import { footfallWords as say } from '../words/footfall'

type Row = Schemas['ShareRowOut']
const props = defineProps<{
  row: Row
  by: Schemas['ShareTableOut']['dimension']
  site: string
  period: Schemas['PeriodOut']
}>()
const emit = defineEmits<{ close: [] }>()
const found = ref<Schemas['BehindOut'] | null>(null)
const failed = ref('')
async function load(): Promise<void> {
  failed.value = ''
  const query = {
    key: props.row.key,
    by: props.by,
    site: props.row.site || props.site,
    first: props.period.first,
    last: props.period.last,
  }
  try {
    found.value = await want(api.GET('/api/footfall/behind', { params: { query } }))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    failed.value = error.message
  }
}
onMounted(load)
const width = (part: Schemas['BehindPartOut'], knocked: number): string =>
  `${(100 * knocked) / Math.max(...part.rows.map((row) => row.knocked))}%`
</script>

<template>
  <SideSheet :title="say.behind(row.name)" :heading="row.name" @close="emit('close')">
    <p class="head">
      <b>{{ (row.now?.hits ?? 0).toLocaleString('en') }}</b> of
      {{ (row.now?.seen ?? 0).toLocaleString('en') }}: {{ row.range
      }}<template v-if="row.word">, {{ row.word }}</template>
    </p>
    <ScreenWait v-if="!found" :failed="failed" @again="load" />
    <template v-else>
      <p v-if="found.noted" class="small muted">{{ found.noted }}</p>
      <section v-for="part in found.parts" :key="part.name">
        <h3>{{ part.name }}</h3>
        <ul>
          <li v-for="each in part.rows" :key="each.name">
            <span class="name">{{ each.name }}</span>
            <span class="bar" aria-hidden="true"><i :style="{ width: width(part, each.knocked) }" /></span>
            <span class="muted">{{ each.knocked }}</span>
          </li>
        </ul>
      </section>
      <p v-if="!found.parts.length">{{ say.sheetNone }}</p>
      <p class="small muted">{{ say.sheetNote }}</p>
      <router-link v-if="row.act" class="act" :to="row.to">{{ say.acts[row.act] }}</router-link>
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
  grid-template-columns: minmax(0, 1.3fr) minmax(0, 1fr) 44px;
  gap: 12px;
  align-items: center;
  min-height: 30px;
}
.name {
  overflow-wrap: anywhere;
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
