<script setup lang="ts">
/**
 * The words of one way to reach the business, in one language: its name, a line below it, what their
 * message starts with.
 */
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { worded } from '../../logic/texts'
import { useOutbox, type Target } from '../../stores/outbox'
import { saidWords } from '../../words/says'
import SaidBox from './SaidBox.vue'

type Field = 'name' | 'caption' | 'note'
const props = defineProps<{
  channel: Schemas['ChannelOut']
  language: string
  first: string
  words: Schemas['WordsOut'] | null
}>()
const FIELDS = computed<Field[]>(() =>
  props.channel.carries_text ? ['name', 'caption', 'note'] : ['name', 'caption'],
)
const outbox = useOutbox()
const target = computed<Target>(() => ({ of: 'channel', key: props.channel.key }))
/** As typed, else as saved. */
function texts(field: Field): Record<string, string> {
  const typed = outbox.typed(target.value) as Schemas['ChannelChange']
  return (field === 'name' ? typed.name : typed.more?.[field]) ?? props.channel[field] ?? {}
}
function put(field: Field, value: string): void {
  const next = worded(texts(field), props.language, value)
  outbox.keep(target.value, field === 'name' ? { name: next } : { more: { [field]: next } })
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
