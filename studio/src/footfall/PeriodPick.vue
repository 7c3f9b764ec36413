<script setup lang="ts">
/** Which days, and against which: a menu of usual ones, and any days of one's own. */
import { ref } from 'vue'
import type { Schemas } from '../api/client'
import { daysOf, PRESETS, type Preset } from '../logic/footfall'
import MenuBox from '../parts/MenuBox.vue'
import MenuPick from './MenuPick.vue'
import { footfallWords as say } from '../words/footfall'

export type Against = 'before' | 'week' | 'year' | 'nothing'
const props = defineProps<{ period: Schemas['PeriodOut']; against: Against }>()
const emit = defineEmits<{ days: [first: string, last: string]; against: [value: Against] }>()
const isOpen = ref(false)
const first = ref(props.period.first)
const last = ref(props.period.last)
const AGAINSTS = (Object.keys(say.againsts) as Against[]).map((value) => ({
  value,
  label: say.againsts[value],
}))
function opened(now: boolean): void {
  isOpen.value = now
  if (now) [first.value, last.value] = [props.period.first, props.period.last]
}
function choose(preset: Preset): void {
  const days = daysOf(preset, props.period.today)
  show(days.first, days.last)
}
function show(from: string, to: string): void {
  isOpen.value = false
  emit('days', from, to)
}
</script>

<template>
  <span class="picks">
    <v-menu :model-value="isOpen" :close-on-content-click="false" @update:model-value="opened">
      <template #activator="{ props: press }">
        <button type="button" class="pick-box" v-bind="press" :aria-label="`${say.period}: ${period.says}`">
          <span>{{ period.says }}</span><i aria-hidden="true" />
        </button>
      </template>
      <MenuBox class="period" :label="say.period">
        <button v-for="preset in PRESETS" :key="preset" type="button" class="entry" @click="choose(preset)">
          {{ say.presets[preset] }}
        </button>
        <form class="own" @submit.prevent="show(first, last)">
          <b class="small">{{ say.own }}</b>
          <label
            ><span class="small">{{ say.first }}</span
            ><input v-model="first" type="date" required :max="period.today"
          /></label>
          <label
            ><span class="small">{{ say.last }}</span
            ><input v-model="last" type="date" required
          /></label>
          <v-btn type="submit" size="small" color="primary">{{ say.show }}</v-btn>
        </form>
      </MenuBox>
    </v-menu>
    <span class="muted">{{ say.against }}</span>
    <MenuPick
      :model-value="against"
      :label="say.againstWhat"
      :shows="period.against"
      :choices="AGAINSTS"
      @update:model-value="emit('against', $event)"
    />
  </span>
</template>

<style scoped>
.picks {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.period {
  width: 270px;
}
.own {
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  border-top: 1px solid var(--hairline);
}
.own label {
  display: grid;
  grid-template-columns: 50px minmax(0, 1fr);
  align-items: center;
}
.own input {
  min-height: 36px;
  padding: 0 8px;
  background: #fff;
  border: 1px solid var(--edge);
  border-radius: var(--arch-32);
  font-size: 14.5px;
}
@media (max-width: 700px) {
  .own input {
    min-height: 44px;
    font-size: 16px;
  }
}
</style>
