<script setup lang="ts">
/** What signposts are called, which doors begin with them, and whether they are kept back. */
import { computed, ref } from 'vue'
import { api, Refusal } from '../api/client'
import type { AnswersState, Tree } from '../composables/useAnswers'
import { useToast } from '../composables/useToast'
import FoldedPart from '../parts/FoldedPart.vue'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import TextBox from '../parts/TextBox.vue'
import { answerWords as say } from '../words/answers'

const props = defineProps<{ state: AnswersState; tree: Tree }>()
const emit = defineEmits<{ remove: [] }>()
const toast = useToast()
const busy = ref(false)
const all = computed(() => props.state.all.value)
const doors = computed(() => (all.value?.doors ?? []).map((each) => ({ value: each.key, label: each.name })))
const begins = computed({
  get: () =>
    (all.value?.doors ?? []).filter((each) => props.tree.begins.includes(each.name)).map((each) => each.key),
  set: (keys) => void put(keys),
})
async function put(keys: string[]): Promise<void> {
  if (busy.value) return
  busy.value = true
  try {
    await props.state.act(() =>
      api.PUT('/api/sites/{key}/signposts/{signposts}/begins', {
        params: { path: { key: all.value?.site ?? '', signposts: props.tree.key } },
        body: { doors: keys },
      }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  } finally {
    busy.value = false
  }
}
const shown = computed({
  get: () => (props.tree.is_draft ? 'kept' : 'shown'),
  set: (value) => props.state.draw(props.tree.key, { is_draft: value === 'kept' }, true),
})
const STATES = [
  { value: 'shown', label: say.shown },
  { value: 'kept', label: say.keepBack },
]
const READY = Object.entries(say.tree.trees).filter(([key]) => key)
const isNew = computed(() => props.tree.steps.length === 1 && !props.tree.steps[0]?.arms?.length)
/** A ready tree in place of one in which nothing stands yet. */
async function begin(ready: string): Promise<void> {
  const next = await props.state.act(() =>
    api.POST('/api/sites/{key}/signposts', {
      params: { path: { key: all.value?.site ?? '' } },
      body: { ready },
    }),
  )
  const made = next.signposts.find((each) => each.key === next.added)
  if (!made) return
  props.state.draw(props.tree.key, { steps: made.steps, name: made.name }, true)
  await props.state.act(() =>
    api.DELETE('/api/sites/{key}/signposts/{signposts}', {
      params: { path: { key: all.value?.site ?? '', signposts: made.key } },
    }),
  )
}
const held = computed(() => props.tree.begins.join(', ') || say.tree.of('').replace(/^.*?, /, ''))
</script>

<template>
  <div class="settings">
    <p v-if="isNew" class="ready">
      <span class="small muted">{{ say.tree.ready }}</span>
      <button v-for="[key, name] in READY" :key="key" type="button" class="chip" @click="begin(key)">
        {{ name }}
      </button>
    </p>
    <FoldedPart :label="say.tree.begins" :holds="held">
      <div class="stack">
        <PickSome v-model="begins" :label="say.tree.begins" :options="doors" :help="say.tree.beginsHelp" />
        <PickOne v-model="shown" :label="say.rows.state" :options="STATES" />
        <TextBox
          :model-value="tree.name"
          :label="say.tree.name"
          :maxlength="80"
          @update:model-value="state.draw(tree.key, { name: $event })"
        />
        <p>
          <button type="button" class="quiet" @click="emit('remove')">{{ say.tree.remove }}</button>
        </p>
      </div>
    </FoldedPart>
  </div>
</template>

<style scoped>
.settings {
  margin-top: 14px;
}
.ready {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding-bottom: 12px;
}
</style>
