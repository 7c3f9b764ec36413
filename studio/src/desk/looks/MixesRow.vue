<script setup lang="ts">
/** Ready colours of ours. */
import type { Schemas } from '../../api/client'
import LookRow from '../../parts/LookRow.vue'
import { looksWords as say } from '../../words/looks'

defineProps<{ contrast: Schemas['ContrastOut'] | undefined; mixes: Schemas['MixOut'][] }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
</script>

<template>
  <LookRow :label="say.rows.mixes">
    <div class="swatches" role="group" :aria-label="say.mixes">
      <button
        v-for="mix in mixes"
        :key="mix.key"
        type="button"
        :style="{ background: mix.colour }"
        :aria-label="say.mix[mix.key] ?? mix.key"
        :title="say.mix[mix.key]"
        :aria-pressed="contrast?.colour === mix.colour"
        @click="emit('set', { colour: mix.colour, label_colour: '' })"
      />
    </div>
  </LookRow>
</template>

<style scoped>
.swatches {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
  align-items: center;
}
.swatches span {
  flex-basis: 100%;
}
.swatches button {
  width: 32px;
  height: 34px;
  border-radius: 14px 14px 7px 7px;
  border: 1px solid rgb(58 20 36 / 14%);
}
.swatches button[aria-pressed='true'] {
  outline: 2px solid var(--dark);
  outline-offset: 2px;
}
</style>
