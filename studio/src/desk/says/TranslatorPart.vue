<script setup lang="ts">
/** All texts as a table for a translator, and their words read back after a look. */
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../../api/client'
import { fileAt } from '../../api/here'
import type { DeskState } from '../../composables/useDesk'
import { useToast } from '../../composables/useToast'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import { saysWords } from '../../words/says'

const props = defineProps<{ state: DeskState }>()
const say = saysWords.translator
const toast = useToast()
const picker = ref<HTMLInputElement>()
const preview = shallowRef<Schemas['TextsFileOut'] | null>(null)
const text = ref('')
const wrong = ref('')
const site = computed(() => props.state.desk.value?.site ?? '')
const path = computed(() => ({ params: { path: { key: site.value } } }))
async function chosen(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  preview.value = null
  wrong.value = ''
  if (!file) return
  if (file.size > 4_000_000) {
    wrong.value = say.large
    return
  }
  text.value = await file.text()
  await tried(async () => {
    preview.value = await want(
      api.POST('/api/sites/{key}/texts/preview', { ...path.value, body: { text: text.value } }),
    )
  })
}
async function tried(act: () => Promise<void>): Promise<void> {
  try {
    await act()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
const read = (): Promise<void> =>
  tried(async () => {
    await props.state.settle()
    await props.state.act(
      api.POST('/api/sites/{key}/texts/read', { ...path.value, body: { text: text.value } }),
    )
    preview.value = null
    toast.say(say.done, () => props.state.undo())
  })
</script>

<template>
  <div class="translator">
    <p class="small muted">{{ say.lead }}</p>
    <div class="row">
      <v-btn size="small" variant="outlined" :href="fileAt(`/api/sites/${site}/texts.csv`)" download>{{
        say.download
      }}</v-btn><v-btn size="small" variant="outlined" @click="picker?.click()">{{ say.read }}</v-btn
      ><input
        ref="picker"
        type="file"
        accept=".csv,text/csv,.tsv,.txt"
        class="sr"
        tabindex="-1"
        :aria-label="say.choose"
        @change="chosen"
      />
    </div>
    <p v-if="wrong" class="wrong" role="alert"><DoorGlyph state="barred" :size="16" />{{ wrong }}</p>
    <div v-if="preview" class="soft">
      <b>{{ preview.changes.length ? say.would(preview.changes.length) : say.same }}</b>
      <ul v-if="preview.changes.length">
        <li v-for="change in preview.changes.slice(0, 40)" :key="change.path + change.language">
          <span class="small muted"
            >{{ change.says }}, {{ change.language
            }}<template v-if="change.was">; {{ say.was }} “{{ change.was }}”</template></span
          ><span dir="auto">{{ change.now }}</span>
        </li>
      </ul>
      <p v-for="note in preview.notes" :key="note" class="small note">
        <DoorGlyph state="ajar" :size="14" />{{ note }}
      </p>
      <div v-if="preview.changes.length" class="row">
        <v-btn size="small" color="primary" @click="read">{{ say.go }}</v-btn><v-btn
          size="small"
          variant="outlined"
          @click="preview = null"
          >{{ say.cancel }}</v-btn
        >
      </div>
    </div>
  </div>
</template>

<style scoped>
.translator {
  display: grid;
  gap: 10px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.soft {
  display: grid;
  gap: 10px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
  max-height: 260px;
  overflow-y: auto;
}
li {
  display: grid;
  padding: 6px 0;
  border-top: 1px solid var(--hairline);
  overflow-wrap: anywhere;
}
.note {
  display: flex;
  gap: 8px;
  color: var(--brass-dark);
}
.wrong {
  display: flex;
  gap: 9px;
  color: var(--clay-dark);
  font-weight: 500;
}
</style>
