<script setup lang="ts">
/** Other questions in place of the door's on some pages, or for some of its apps. */
import { computed } from 'vue'
import type { DeskState } from '../composables/useDesk'
import { useToast } from '../composables/useToast'
import { freshKey, type Other } from '../logic/asks'
import DoorGlyph from '../parts/DoorGlyph.vue'
import FoldedPart from '../parts/FoldedPart.vue'
import PickSome from '../parts/PickSome.vue'
import { askWords as say } from '../words/asks'
import AskList from './AskList.vue'
import OwnPages from './OwnPages.vue'

const model = defineModel<Other[]>({ required: true })
const props = defineProps<{ state: DeskState; language: string; usualTitle: string }>()
const emit = defineEmits<{ asked: [] }>()
const MOST = 10
const toast = useToast()
const ways = computed(() =>
  (props.state.door.value?.channels ?? []).map((way) => ({
    value: way.key,
    label: way.name[props.language] || way.app_name,
  })),
)
const change = (at: number, more: Partial<Other>): void => {
  model.value = model.value.map((other, i) => (i === at ? { ...other, ...more } : other))
}
function add(): void {
  const key = freshKey(
    'other',
    model.value.map((other) => other.key),
  )
  model.value = [...model.value, { key, title: {}, questions: [], pages: [], channels: [] }]
}
function remove(at: number): void {
  const before = model.value
  model.value = before.filter((_, i) => i !== at)
  toast.say(say.others.removed, () => {
    model.value = before
  })
}
const isNowhere = (other: Other): boolean => !other.pages?.length && !other.channels?.length
</script>

<template>
  <FoldedPart :label="say.others.title" :holds="say.others.holds(model.length)" :open="model.length > 0">
    <div class="stack">
      <section v-for="(other, i) in model" :key="other.key" class="soft stack">
        <OwnPages
          :model-value="other.pages ?? []"
          :state="state"
          :title="say.others.pages"
          :none="say.others.everyPage"
          only-show
          @update:model-value="change(i, { pages: $event })"
        />
        <PickSome
          v-if="ways.length > 1"
          :model-value="other.channels ?? []"
          :label="say.others.ways"
          :options="ways"
          :help="say.others.everyWay"
          @update:model-value="change(i, { channels: $event })"
        />
        <p v-if="isNowhere(other)" class="blank">
          <DoorGlyph state="ajar" :size="15" />{{ say.others.nowhere }}
        </p>
        <AskList
          :model-value="other"
          :language="language"
          :usual-title="usualTitle"
          @update:model-value="change(i, { questions: $event.questions, title: $event.title })"
          @asked="emit('asked')"
        />
        <p>
          <button type="button" class="quiet" @click="remove(i)">{{ say.others.remove }}</button>
        </p>
      </section>
      <p v-if="model.length < MOST">
        <button type="button" class="act" @click="add">{{ say.others.add }}</button>
      </p>
    </div>
  </FoldedPart>
</template>

<style scoped>
.blank {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--brass-dark);
}
</style>
