<script setup lang="ts">
/** Which pages are of which kind, where the pages themselves don't say: "The basket is /cart and below". */
import { computed, ref } from 'vue'
import { api } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { kindRows, patternsOf, type KindPattern, type KindRow, type PageKind } from '../logic/kinds'
import ChoiceBox from '../parts/ChoiceBox.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{ state: DeskState }>()
const say = deskWords.where
const kinds = computed(() => props.state.desk.value?.kinds ?? [])
const rows = computed(() => kindRows(kinds.value))
const kind = ref<PageKind>('basket')
const typed = ref('')
const choices = Object.entries(say.kinds).map(([value, label]) => ({ value, label }))
/** "The basket is", "Product pages are". */
const sentence = ({ kind }: KindRow): string => {
  const words = `${say.kinds[kind] ?? kind} ${say.kindIs(kind)}`
  return words.charAt(0).toUpperCase() + words.slice(1)
}
const keep = (next: KindPattern[]): Promise<void> =>
  props.state.act(
    api.PUT('/api/sites/{key}/kinds', {
      params: { path: { key: props.state.desk.value?.site ?? '' } },
      body: { kinds: next, was: kinds.value },
    }),
  )
async function add(): Promise<void> {
  const more = patternsOf(kind.value, typed.value).filter(
    (item) => !kinds.value.some((old) => old.kind === item.kind && old.pattern === item.pattern),
  )
  if (more.length) await keep([...kinds.value, ...more])
  typed.value = ''
}
const remove = (at: number[]): Promise<void> => keep(kinds.value.filter((_, i) => !at.includes(i)))
</script>

<template>
  <details class="kinds">
    <summary>
      {{ say.kindPages }} <span v-if="rows.length" class="muted">{{ say.kindCount(rows.length) }}</span>
    </summary>
    <p class="small muted">{{ say.kindHelp }}</p>
    <ul v-if="rows.length">
      <li v-for="row in rows" :key="row.at.join()">
        <span
          >{{ sentence(row) }} <b dir="ltr">{{ row.path }}</b> {{ row.isBelow ? say.kindBelow : '' }}</span
        ><button
          type="button"
          class="act"
          :aria-label="`${say.kindRemove}: ${sentence(row)} ${row.path}`"
          @click="remove(row.at)"
        >
          {{ say.kindRemove }}
        </button>
      </li>
    </ul>
    <form novalidate @submit.prevent="add">
      <ChoiceBox v-model="kind" :label="say.kindWhich" :choices="choices" />
      <TextBox v-model="typed" :label="say.kindPath" placeholder="/cart" dir="ltr" :maxlength="2000" />
      <v-btn type="submit" variant="outlined" :disabled="!typed.trim()">{{ say.kindAdd }}</v-btn>
    </form>
  </details>
</template>

<style scoped>
.kinds {
  border-top: 1px solid var(--hairline);
  padding-top: 10px;
}
summary {
  cursor: pointer;
  font-weight: 600;
  font-size: 14px;
}
.kinds[open] {
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 4px 0;
  font-size: 14.5px;
}
form {
  display: grid;
  grid-template-columns: minmax(130px, 1fr) minmax(120px, 1.4fr) auto;
  gap: 8px;
  align-items: end;
}
.v-btn {
  height: 42px;
}
@media (max-width: 500px) {
  form {
    grid-template-columns: 1fr;
  }
}
</style>
