<script setup lang="ts">
/** Ready colours of ours. */
import type { Schemas } from '../../api/client'
import LookRow from '../../parts/LookRow.vue'
import { looksWords as say } from '../../words/looks'
import SwatchRow from './SwatchRow.vue'

defineProps<{ contrast: Schemas['ContrastOut'] | undefined; mixes: Schemas['MixOut'][] }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
</script>

<template>
  <LookRow :label="say.rows.mixes">
    <SwatchRow
      :label="say.mixes"
      :items="mixes.map((mix) => ({ colour: mix.colour, name: say.mix[mix.key] ?? mix.key }))"
      :used="contrast?.colour"
      @take="emit('set', { colour: $event, label_colour: '' })"
    />
  </LookRow>
</template>
