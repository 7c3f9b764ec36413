<script setup lang="ts">
/** The shop's hours to copy into its own pages. */
import { ref, shallowRef, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import CopyLine from '../parts/CopyLine.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ typed: string }>()
const open = ref(false)
const hours = shallowRef<Schemas['HoursPublishedOut'] | null>(null)
watch([open, () => props.typed], async () => {
  if (open.value) hours.value = await want(api.GET('/api/rota/published'))
})
</script>

<template>
  <section class="card">
    <h2>{{ say.publish }}</h2>
    <p class="small muted">
      {{ say.publishHelp }}
      <button type="button" class="act" :aria-expanded="open" @click="open = !open">{{ say.copy }}…</button>
    </p>
    <template v-if="open && hours"
      ><CopyLine :label="say.sentence" :line="hours.sentence" :press="say.copy" /><CopyLine
        :label="say.osm"
        :line="hours.osm"
        :press="say.copy" /><CopyLine :label="say.json" :line="hours.json_ld" :press="say.copy"
    /></template>
  </section>
</template>
