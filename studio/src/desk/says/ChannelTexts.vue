<script setup lang="ts">
/**
 * The words of one way to reach the business, in one language: its name, a line below it, what their
 * message starts with.
 */
import { computed, ref, watch } from 'vue'
import { api, type Schemas } from '../../api/client'
import type { DeskState } from '../../composables/useDesk'
import { worded } from '../../logic/texts'
import { saidWords } from '../../words/says'
import SaidBox from './SaidBox.vue'

type Field = 'name' | 'caption' | 'note'
const props = defineProps<{
  channel: Schemas['ChannelOut']
  state: DeskState
  language: string
  first: string
  words: Schemas['WordsOut'] | null
}>()
const FIELDS = computed<Field[]>(() =>
  props.channel.carries_text ? ['name', 'caption', 'note'] : ['name', 'caption'],
)
const typed = ref<Partial<Record<Field, Record<string, string>>>>({})
let soon = 0
watch(
  () => props.channel,
  () => {
    typed.value = {}
  },
)
const texts = (field: Field): Record<string, string> => typed.value[field] ?? props.channel[field] ?? {}
function put(field: Field, value: string): void {
  const next = worded(texts(field), props.language, value)
  typed.value = { ...typed.value, [field]: next }
  clearTimeout(soon)
  soon = window.setTimeout(
    () =>
      void props.state.act(
        api.PATCH('/api/channels/{key}', {
          params: { path: { key: props.channel.key } },
          body:
            field === 'name'
              ? { name: next }
              : { more: { [field]: next } as unknown as Schemas['ChannelMore'] },
        }),
      ),
    500,
  )
}
</script>

<template>
  <div>
    <h4 class="part">{{ channel.app_name }}</h4>
    <SaidBox
      v-for="field in FIELDS"
      :key="field"
      :model-value="texts(field)[language] ?? ''"
      :spec="saidWords[field]!"
      :title="`${channel.app_name}: ${saidWords[field]!.title.toLowerCase()}`"
      :language="language"
      :first="first"
      :in-first="texts(field)[first]"
      :ours="field === 'name' ? channel.app_name : ''"
      :sample="words?.samples[`${field}:${channel.key}`]"
      :fill-ins="words?.fill_ins"
      :plain="field !== 'note'"
      @update:model-value="put(field, $event)"
    />
  </div>
</template>

<style scoped>
h4 {
  margin: 10px 0 4px;
}
</style>
