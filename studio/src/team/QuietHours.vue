<script setup lang="ts">
/** When letters wait, on one's own clock, and what they are written in. */
import { computed, onMounted, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { Own, Reader } from '../composables/useHears'
import ChoiceBox from '../parts/ChoiceBox.vue'
import PickOne from '../parts/PickOne.vue'
import TickBox from '../parts/TickBox.vue'
import { hearsWords as say } from '../words/hears'

const props = defineProps<{ own: Reader; saved: string; put: (own: Own) => Promise<void> }>()
const zones = ref<Schemas['ChoiceOut'][]>([])
onMounted(async () => {
  zones.value = (await want(api.GET('/api/choices'))).zones
})
const text = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
function minutesOf(event: Event): number | null {
  const found = /^(\d\d):(\d\d)$/.exec((event.target as HTMLInputElement).value)
  return found ? Number(found[1]) * 60 + Number(found[2]) : null
}
function from(event: Event): void {
  const minutes = minutesOf(event)
  if (minutes !== null) void props.put({ quiet_from_min: minutes })
}
function until(event: Event): void {
  const minutes = minutesOf(event)
  if (minutes !== null) void props.put({ quiet_until_min: minutes })
}
const language = computed(() => {
  const short = props.own.language.split('-')[0] ?? 'en'
  return say.languages.some((each) => each.value === short) ? short : 'en'
})
</script>

<template>
  <div class="quiet">
    <div class="head">
      <h3>{{ say.quiet }}</h3>
      <span class="small muted" role="status">{{ saved }}</span>
    </div>
    <TickBox :model-value="own.is_quiet" :label="say.quietOn" :act="(on: boolean) => put({ is_quiet: on })" />
    <div v-if="own.is_quiet" class="times">
      <label
        ><span class="small muted">{{ say.from }}</span
        ><input type="time" :value="text(own.quiet_from_min)" @change="from"
      /></label>
      <label
        ><span class="small muted">{{ say.until }}</span
        ><input type="time" :value="text(own.quiet_until_min)" @change="until"
      /></label>
    </div>
    <ChoiceBox
      v-if="zones.length"
      :model-value="own.zone"
      :label="say.zone"
      :choices="zones"
      @update:model-value="(zone: string) => zone && zone !== own.zone && put({ zone })"
    />
    <PickOne
      :model-value="language"
      :label="say.language"
      :options="say.languages"
      @update:model-value="(tag: string) => put({ language: tag })"
    />
  </div>
</template>

<style scoped>
.quiet {
  display: grid;
  gap: 12px;
  padding-top: 14px;
  border-top: 1px solid var(--hairline);
}
h3 {
  font: 600 15.5px/21px var(--heading);
}
.head {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: baseline;
  gap: 4px 16px;
}
.times {
  display: flex;
  gap: 16px;
}
label {
  display: grid;
  gap: 4px;
}
input {
  min-height: 42px;
  padding: 0 12px;
  border: 1px solid var(--edge);
  border-radius: var(--arch-40);
  background: #fff;
  font: 400 15px/22px var(--text);
}
</style>
