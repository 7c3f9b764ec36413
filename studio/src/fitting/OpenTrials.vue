<script setup lang="ts">
/** Private links that still work, each ended by a press: also those made before, or by a press too many. */
import { shallowRef, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { clock } from '../logic/time'
import { fittingWords as say } from '../words/fitting'

const props = defineProps<{ site: string; made: string }>()
const emit = defineEmits<{ ended: [token: string] }>()
const open = shallowRef<Schemas['TrialOut'][]>([])
const path = () => ({ key: props.site })
watch(
  () => [props.site, props.made],
  async () => {
    open.value = await want(api.GET('/api/sites/{key}/trials', { params: { path: path() } }))
  },
  { immediate: true },
)
async function end(token: string): Promise<void> {
  open.value = await want(
    api.DELETE('/api/sites/{key}/trials/{token}', { params: { path: { ...path(), token } } }),
  )
  emit('ended', token)
}
</script>

<template>
  <details v-if="open.length">
    <summary>{{ say.openTrials(open.length) }}</summary>
    <ul>
      <li v-for="item in open" :key="item.token">
        <span>{{ item.says }} {{ say.trialUntil(clock(new Date(item.until))) }}</span
        ><button type="button" class="quiet" @click="end(item.token)">{{ say.endTrial }}</button>
      </li>
    </ul>
  </details>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 4px 16px;
  align-items: center;
  min-height: 40px;
}
</style>
