<script setup lang="ts">
/** A letter as it would come, of the kind one chooses; laid out by the server, shown where nothing runs. */
import { ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import PickOne from '../parts/PickOne.vue'
import SideSheet from '../parts/SideSheet.vue'
import { hearsWords as say } from '../words/hears'

const props = defineProps<{ kinds: string[] }>()
defineEmits<{ close: [] }>()
const kind = ref(props.kinds[0] ?? 'week')
const view = ref<'looks' | 'text'>('looks')
const letter = ref<Schemas['LetterOut'] | null>(null)
const form = useForm()
const options = props.kinds.map((value) => ({ value, label: say.kind[value] ?? value }))
const VIEWS = [
  { value: 'looks' as const, label: say.looks },
  { value: 'text' as const, label: say.text },
]
watch(
  kind,
  async (now) => {
    const found = await form.send(() =>
      want(api.GET('/api/hears-sample/{kind}', { params: { path: { kind: now } } })),
    )
    if (found && now === kind.value) letter.value = found
  },
  { immediate: true },
)
</script>

<template>
  <SideSheet :title="say.seeTitle" @close="$emit('close')">
    <PickOne v-model="kind" :label="say.which" :options="options" />
    <PickOne v-model="view" :label="say.seeTitle" :options="VIEWS" hide-label />
    <p v-if="form.at('*')" role="alert">{{ form.at('*') }}</p>
    <template v-else-if="letter">
      <iframe v-if="view === 'looks'" :srcdoc="letter.html" sandbox="" :title="letter.subject" />
      <pre v-else dir="auto">{{ letter.text }}</pre>
    </template>
  </SideSheet>
</template>

<style scoped>
iframe {
  width: 100%;
  height: 540px;
  border: 1px solid var(--hairline);
  border-radius: var(--arch-card);
  background: var(--paper);
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font: 400 14px/21px var(--text);
}
</style>
