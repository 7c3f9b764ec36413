<script setup lang="ts">
/** The font, the size of the card's text, how close it is set. */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import LookRow from '../../parts/LookRow.vue'
import NumberBox from '../../parts/NumberBox.vue'
import PickOne from '../../parts/PickOne.vue'
import TextBox from '../../parts/TextBox.vue'
import { looksWords as say } from '../../words/looks'

const props = defineProps<{ looks: Schemas['Looks']; fonts: Schemas['FontOut'][] }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>]; show: ['card'] }>()
const named = ref(!!props.looks.font && !props.looks.font.startsWith('kk:'))
const OTHER = 'other'
const options = computed(() => [
  { value: '', label: say.siteFont },
  ...props.fonts.map((item) => ({ value: item.key, label: item.name })),
  { value: OTHER, label: say.namedFont },
])
const font = computed({
  get: () => (named.value ? OTHER : (props.looks.font ?? '')),
  set: (value: string) => {
    named.value = value === OTHER
    emit('set', { font: value === OTHER ? '' : value })
  },
})
const typed = computed({
  get: () => props.looks.font ?? '',
  set: (value: string) => emit('set', { font: value.replace(/^kk:/, '') }),
})
const size = computed({
  get: () => props.looks.text_px ?? 14,
  set: (value: number | null) => emit('set', { text_px: value ?? 14 }),
})
const density = computed({
  get: () => props.looks.density ?? 'usual',
  set: (value) => {
    emit('set', { density: value })
    emit('show', 'card')
  },
})
const DENSITIES = (['close', 'usual', 'roomy'] as const).map((value) => ({
  value,
  label: say.densities[value] ?? '',
}))
</script>

<template>
  <LookRow :label="say.rows.letters">
    <PickOne v-model="font" :label="say.font" :options="options" />
    <TextBox
      v-if="named"
      v-model="typed"
      :label="say.namedFont"
      :help="say.namedHelp"
      hide-label
      dir="ltr"
      :maxlength="100"
    />
    <NumberBox v-model="size" :label="say.text" :wrong="say.whole(12, 20)" :low="12" :high="20" />
    <PickOne v-model="density" :label="say.density" :options="DENSITIES" />
  </LookRow>
</template>
