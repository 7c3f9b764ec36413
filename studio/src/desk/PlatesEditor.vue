<script setup lang="ts">
/** Buttons in the page: beside an element pressed on the stage, or where a tag of theirs stands. */
import { computed, ref } from 'vue'
import type { Parts } from '../api/desk'
import type { DeskState } from '../composables/useDesk'
import type { Picked } from '../composables/useStage'
import { useToast } from '../composables/useToast'
import { worded } from '../logic/texts'
import CopyLine from '../parts/CopyLine.vue'
import FoldedPart from '../parts/FoldedPart.vue'
import NumberBox from '../parts/NumberBox.vue'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import OwnPages from './OwnPages.vue'

const props = defineProps<{
  state: DeskState
  pick: (then: (found: Picked) => void) => void
  stopPicking: () => void
  picking: boolean
}>()
const say = deskWords.plates
const toast = useToast()
type Plate = Parts['plates'][number]
const plates = computed(() => props.state.draft.value?.plates ?? [])
const language = computed(() => props.state.desk.value?.language ?? 'en')
const doorLabel = computed(
  () =>
    props.state.draft.value?.says.label?.[language.value] || props.state.desk.value?.small_words.label || '',
)
/** How often the spot picked last was found on the page. */
const counted = ref<{ key: string; count: number } | null>(null)
const put = (next: Plate[]): void => props.state.put('plates', next)
const change = (at: number, more: Partial<Plate>): void =>
  put(plates.value.map((plate, i) => (i === at ? { ...plate, ...more } : plate)))
const fresh = (): string => {
  const taken = new Set(plates.value.map((plate) => plate.key))
  let n = plates.value.length + 1
  while (taken.has(`spot${n}`)) n++
  return `spot${n}`
}
const make = (selector: string, beside = ''): Plate => ({
  key: fresh(),
  label: {},
  size_px: 44,
  selector,
  beside,
  position: 'after',
  align: 'start',
  pages: [],
})
function pickNew(): void {
  props.pick((found) => {
    const plate = make(found.selector, found.words)
    counted.value = { key: plate.key, count: found.count }
    put([...plates.value, plate])
  })
}
function repick(at: number): void {
  props.pick((found) => {
    counted.value = { key: plates.value[at]?.key ?? '', count: found.count }
    change(at, { selector: found.selector, beside: found.words })
  })
}
function remove(at: number): void {
  const before = plates.value
  put(before.filter((_, i) => i !== at))
  toast.say(say.removed, () => put(before))
}
const tagOf = (plate: Plate): string => `<kind-knock plate="${plate.key}"></kind-knock>`
const ALIGN = Object.entries(say.aligns).map(([value, label]) => ({
  value: value as NonNullable<Plate['align']>,
  label,
}))
</script>

<template>
  <div class="stack">
    <section
      v-for="(plate, i) in plates"
      :key="plate.key"
      class="plate soft stack"
      :aria-label="plate.label?.[language] || doorLabel"
    >
      <TextBox
        :model-value="plate.label?.[language] ?? ''"
        fills
        :label="say.label"
        :who="say.labelHelp(doorLabel)"
        :lang="language"
        :maxlength="60"
        @update:model-value="change(i, { label: worded(plate.label, language, $event) })"
      />
      <template v-if="plate.selector">
        <PickOne
          :model-value="plate.position ?? 'after'"
          :label="say.where"
          :options="[
            { value: 'before', label: say.before },
            { value: 'after', label: say.after },
          ]"
          @update:model-value="change(i, { position: $event })"
        />
        <p>
          <b>{{ say.spotOf(plate.position ?? 'after', plate.beside || plate.selector) }}</b>{{ ' ' }}
          <button type="button" class="act" @click="repick(i)">{{ say.repick }}</button>
        </p>
        <p v-if="counted?.key === plate.key" class="small muted" role="status">
          {{ say.found(counted.count) }}
        </p>
        <FoldedPart :label="say.spot" :holds="plate.selector">
          <TextBox
            :model-value="plate.selector"
            :label="say.spotBox"
            hide-label
            dir="ltr"
            :maxlength="300"
            @update:model-value="change(i, { selector: $event, beside: '' })"
          />
        </FoldedPart>
      </template>
      <CopyLine v-else :label="say.tag" :line="tagOf(plate)" :press="say.copy" />
      <PickOne
        :model-value="plate.align ?? 'start'"
        :label="say.align"
        :options="ALIGN"
        @update:model-value="change(i, { align: $event })"
      />
      <NumberBox
        :model-value="plate.size_px ?? 44"
        :label="say.size"
        wrong="Write a whole number from 32 to 96."
        :low="32"
        :high="96"
        @update:model-value="change(i, { size_px: $event ?? 44 })"
      />
      <OwnPages
        :model-value="plate.pages ?? []"
        :state="state"
        :title="say.pages"
        @update:model-value="change(i, { pages: $event })"
      />
      <p>
        <button type="button" class="quiet" @click="remove(i)">{{ say.remove }}</button>
      </p>
    </section>
    <p v-if="picking" class="soft" role="status">
      {{ say.picking }}
      <button type="button" class="act" @click="stopPicking">{{ deskWords.stage.close }}</button>
    </p>
    <div v-else class="row">
      <v-btn color="primary" size="small" @click="pickNew">{{ say.add }}</v-btn><v-btn
        variant="outlined"
        size="small"
        @click="put([...plates, make('')])"
        >{{ say.addTag }}</v-btn
      >
    </div>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
