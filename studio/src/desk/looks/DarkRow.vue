<script setup lang="ts">
/** How dark pages are met. */
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import LookRow from '../../parts/LookRow.vue'
import PickOne from '../../parts/PickOne.vue'
import { looksWords as say } from '../../words/looks'

const props = defineProps<{ looks: Schemas['Looks'] }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const scheme = computed({
  get: () => props.looks.scheme ?? 'light',
  set: (value) => emit('set', { scheme: value }),
})
const SCHEMES = (['light', 'page', 'system', 'dark'] as const).map((value) => ({
  value,
  label: say.scheme[value] ?? '',
  help: say.schemeHelp[value] ?? '',
}))
</script>

<template>
  <LookRow :label="say.rows.dark"
    ><PickOne v-model="scheme" :label="say.schemeTitle" :options="SCHEMES" hide-label
  /></LookRow>
</template>
