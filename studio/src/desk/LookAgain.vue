<script setup lang="ts">
/** The website looked at once more: only what differs here, each with a press to take it over. */
import { onMounted, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useWebsite } from '../composables/useWebsite'
import { placeFrom } from '../logic/place'
import DoorGlyph from '../parts/DoorGlyph.vue'
import SideSheet from '../parts/SideSheet.vue'
import StepLine from '../parts/StepLine.vue'
import { websiteWords } from '../words/website'

const props = defineProps<{ state: DeskState; address: string }>()
const emit = defineEmits<{ close: [] }>()
const say = websiteWords.lookAgain
const website = useWebsite(placeFrom(navigator.languages, Intl.DateTimeFormat().resolvedOptions().timeZone))
const { steps, busy, waits, refused } = website
const found = shallowRef<Schemas['FoundOut'] | null>(null)
const differs = shallowRef<Schemas['DifferOut'][] | null>(null)
const taken = ref<string[]>([])
const wrong = ref<Record<string, string>>({})
/** What holds at once; all else waits in the draft. */
const LIVE = new Set<string>(['hours', 'closure'])
const site = (): string => props.state.desk.value?.site ?? ''

async function look(): Promise<void> {
  found.value = await website.look(props.address)
  if (!found.value) return
  differs.value = await want(
    api.POST('/api/sites/{key}/website/differs', {
      params: { path: { key: site() } },
      body: { rows: found.value.rows },
    }),
  )
}
async function take(each: Schemas['DifferOut']): Promise<void> {
  wrong.value = { ...wrong.value, [each.key]: '' }
  try {
    await props.state.act(
      api.POST('/api/sites/{key}/website/take', {
        params: { path: { key: site() } },
        body: { kind: each.kind, value: each.value },
      }),
    )
    taken.value = [...taken.value, each.key]
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = { ...wrong.value, [each.key]: error.message }
  }
}
onMounted(look)
</script>

<template>
  <SideSheet :title="say.title" @close="emit('close')">
    <StepLine v-if="busy" :steps="steps" :waits="waits" />
    <div v-else-if="refused" role="alert" class="refused">
      <p><DoorGlyph state="barred" :size="17" />{{ refused.says }}</p>
      <v-btn size="small" variant="outlined" @click="look">{{ websiteWords.again }}</v-btn>
    </div>
    <template v-else-if="found && differs">
      <p class="small muted">
        {{ websiteWords.read(found.read, found.took_s) }}
        <template v-if="found.left.length">{{ websiteWords.left(found.left.join(', ')) }}</template>
      </p>
      <p v-if="!differs.length" class="same"><DoorGlyph state="open" :size="17" />{{ say.same }}</p>
      <ul v-else>
        <li v-for="each in differs" :key="each.key">
          <p class="now">{{ say.now(each.says) }}</p>
          <p v-if="each.here" class="small muted">{{ say.here(each.here) }}</p>
          <p class="small muted">
            {{ each.where
            }}<template v-if="each.quote"
              >, <q dir="auto">{{ each.quote }}</q></template
            >
          </p>
          <p v-if="taken.includes(each.key)" class="done" role="status">
            <DoorGlyph state="open" :size="15" />{{ LIVE.has(each.kind) ? say.takenLive : say.taken }}
          </p>
          <v-btn v-else-if="each.may" size="small" variant="outlined" @click="take(each)">{{
            say.take
          }}</v-btn>
          <p v-else class="small muted">{{ say.mayNot }}</p>
          <p v-if="wrong[each.key]" role="alert" class="wrong">{{ wrong[each.key] }}</p>
        </li>
      </ul>
    </template>
  </SideSheet>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 12px 0 0;
}
li {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 14px 0;
  border-top: 1px solid var(--hairline);
  overflow-wrap: anywhere;
}
.now {
  font-weight: 500;
}
.same,
.done,
.refused p {
  display: flex;
  gap: 8px;
  align-items: center;
}
.same {
  margin-top: 14px;
}
.done {
  font-size: 14px;
  color: var(--moss-dark);
}
.refused {
  display: grid;
  gap: 12px;
  justify-items: start;
}
.wrong {
  color: var(--clay-dark);
  font-size: 13.5px;
}
</style>
