<script setup lang="ts">
/** Many people at once: a pasted list, a table or vCards, looked at before they are added. */
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { peopleWords as say } from '../words/people'

const emit = defineEmits<{ put: [Schemas['PeopleOut']] }>()
const text = ref('')
const wrong = ref('')
const found = shallowRef<Schemas['ManyOut'] | null>(null)
const picker = ref<HTMLInputElement>()
let soon = 0
function look(): void {
  clearTimeout(soon)
  soon = window.setTimeout(
    () =>
      void tried(async () => {
        found.value = text.value.trim()
          ? await want(api.POST('/api/people-many/preview', { body: { text: text.value } }))
          : null
      }),
    250,
  )
}
async function tried(act: () => Promise<void>): Promise<void> {
  wrong.value = ''
  try {
    await act()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    found.value = null
    wrong.value = error.message
  }
}
async function file(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const item = input.files?.[0]
  input.value = ''
  if (item) {
    text.value = (await item.text()).slice(0, 5_400_000)
    look()
  }
}
const take = (): Promise<void> =>
  tried(async () => {
    emit('put', await want(api.POST('/api/people-many', { body: { text: text.value } })))
    text.value = ''
    found.value = null
  })
const fresh = computed(() => found.value?.people.filter((person) => !person.is_here).length ?? 0)
</script>

<template>
  <section class="many soft">
    <p class="small muted">{{ say.manyHelp }}</p>
    <TextBox
      v-model="text"
      lines
      :rows="4"
      hide-label
      :label="say.many"
      placeholder="Tomasz Wren, Hire desk, +44 117 496 0141"
      @update:model-value="look"
    />
    <div class="row">
      <v-btn size="small" variant="outlined" @click="picker?.click()">{{ say.choose }}</v-btn><input
        ref="picker"
        type="file"
        accept=".vcf,.csv,.txt,text/vcard,text/csv"
        class="sr"
        tabindex="-1"
        :aria-label="say.choose"
        @change="file"
      />
    </div>
    <p v-if="wrong" class="wrong small" role="alert"><DoorGlyph state="barred" :size="15" />{{ wrong }}</p>
    <template v-if="found"
      ><b>{{ say.would(found.people.length) }}</b>
      <ul>
        <li v-for="(person, i) in found.people.slice(0, 40)" :key="i">
          <span
            ><b>{{ person.name }}</b> {{ person.role }}</span
          ><span class="small muted" dir="ltr">{{ person.reaches.join(', ') }}</span
          ><span v-if="person.is_here" class="tag">{{ say.here }}</span>
        </li>
      </ul>
      <p v-for="note in found.notes" :key="note" class="small muted">{{ note }}</p>
      <p>
        <v-btn size="small" color="primary" :disabled="!fresh" @click="take">{{ say.takeMany(fresh) }}</v-btn>
      </p></template
    >
  </section>
</template>

<style scoped>
.many {
  display: grid;
  gap: 10px;
}
.row {
  display: flex;
  gap: 8px;
}
.wrong {
  display: flex;
  gap: 9px;
  color: var(--clay-dark);
  font-weight: 500;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding: 6px 0;
  border-top: 1px solid var(--hairline);
}
li > :first-child {
  flex: 1;
}
</style>
