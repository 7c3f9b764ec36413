<script setup lang="ts">
/** Other words, or other people, on some pages of the door: only what is written differs. */
import { computed } from 'vue'
import type { Parts } from '../api/desk'
import type { DeskState } from '../composables/useDesk'
import { useToast } from '../composables/useToast'
import { worded } from '../logic/texts'
import DoorGlyph from '../parts/DoorGlyph.vue'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import { saysWords } from '../words/says'
import OwnPages from './OwnPages.vue'

const props = defineProps<{ state: DeskState; language?: string }>()
const say = deskWords.overrides
const toast = useToast()
type Override = Parts['overrides'][number]
const overrides = computed(() => props.state.draft.value?.overrides ?? [])
const language = computed(() => props.language ?? props.state.desk.value?.language ?? 'en')
const people = computed(() =>
  (props.state.desk.value?.people ?? []).map((person) => ({ value: person.key, label: person.name })),
)
const put = (next: Override[]): void => props.state.put('overrides', next)
const change = (at: number, more: Partial<Override>): void =>
  put(overrides.value.map((override, i) => (i === at ? { ...override, ...more } : override)))
const FIELDS = ['label', 'heading', 'help', 'note', 'away'] as const
const DEVICES = (['phone', 'tablet', 'computer'] as const).map((value) => ({
  value,
  label: deskWords.whom.device[value] ?? value,
}))
const VISITORS = (['all', 'first', 'returning'] as const).map((value) => ({
  value,
  label: say.visitorsOf[value] ?? value,
}))
const isForNobody = (override: Override): boolean =>
  !override.pages?.length && !override.devices?.length && (override.visitors ?? 'all') === 'all'
function add(more: Partial<Pick<Override, 'devices' | 'visitors'>> = {}): void {
  const taken = new Set(overrides.value.map((override) => override.key))
  let n = overrides.value.length + 1
  while (taken.has(`words${n}`)) n++
  put([
    ...overrides.value,
    {
      key: `words${n}`,
      name: '',
      pages: [],
      says: {} as Override['says'],
      people: [],
      devices: [],
      visitors: 'all',
      ...more,
    },
  ])
}
function remove(at: number): void {
  const before = overrides.value
  put(before.filter((_, i) => i !== at))
  toast.say(say.removed, () => put(before))
}
const doorSays = (field: (typeof FIELDS)[number]): string =>
  props.state.draft.value?.says[field]?.[language.value] || props.state.desk.value?.small_words[field] || ''
</script>

<template>
  <fieldset class="overrides stack">
    <legend class="sr">{{ say.title }}</legend>
    <section
      v-for="(override, i) in overrides"
      :key="override.key"
      class="soft stack"
      :aria-label="override.name || say.unnamed"
    >
      <OwnPages
        :model-value="override.pages ?? []"
        :state="state"
        :title="say.pages"
        :none="say.blank"
        only-show
        @update:model-value="change(i, { pages: $event })"
      />
      <PickSome
        :model-value="override.devices ?? []"
        :label="saysWords.overrides.devices"
        :options="DEVICES"
        :help="saysWords.overrides.everyDevice"
        @update:model-value="change(i, { devices: $event })"
      />
      <PickOne
        :model-value="override.visitors ?? 'all'"
        :label="say.visitors"
        :options="VISITORS"
        @update:model-value="change(i, { visitors: $event })"
      />
      <p v-if="(override.visitors ?? 'all') !== 'all'" class="small muted">{{ say.visitorsHelp }}</p>
      <p v-if="isForNobody(override)" class="blank"><DoorGlyph state="ajar" :size="15" />{{ say.blank }}</p>
      <TextBox
        v-for="field in FIELDS"
        :key="field"
        fills
        :model-value="override.says?.[field]?.[language] ?? ''"
        :label="say[field]"
        :placeholder="doorSays(field)"
        :lang="language"
        :maxlength="300"
        @update:model-value="
          change(i, { says: { ...override.says, [field]: worded(override.says?.[field], language, $event) } })
        "
      />
      <PickSome
        v-if="people.length"
        :model-value="override.people ?? []"
        :label="say.people"
        :options="people"
        :help="say.asDoor"
        @update:model-value="change(i, { people: $event })"
      />
      <p>
        <button type="button" class="quiet" @click="remove(i)">{{ say.remove }}</button>
      </p>
    </section>
    <p class="small muted">{{ say.lead }}</p>
    <p class="acts">
      <button type="button" class="act" @click="add()">{{ say.add }}</button><button
        type="button"
        class="act"
        @click="add({ devices: ['phone'] })"
      >
        {{ saysWords.overrides.forPhones }}</button
      ><button type="button" class="act" @click="add({ visitors: 'returning' })">{{ say.returning }}</button>
    </p>
  </fieldset>
</template>

<style scoped>
.acts {
  display: flex;
  gap: 18px;
  flex-wrap: wrap;
}
.overrides {
  border: 0;
  padding: 8px 0 0;
  margin: 0;
  gap: 12px;
}
legend {
  float: left;
  padding: 0;
}
legend + * {
  clear: both;
}
.blank {
  display: flex;
  gap: 8px;
  font-size: 13.5px;
  color: var(--brass-dark);
}
</style>
