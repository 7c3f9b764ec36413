<script setup lang="ts">
/** The title of the rota, which days it shows, and how many of them. */
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import { monthOf, rangeOf } from '../logic/ranges'
import type { Span } from '../logic/weeks'
import PickOne from '../parts/PickOne.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut']; day: string }>()
const emit = defineEmits<{ step: [by: number]; today: [] }>()
const span = defineModel<Span>('span', { required: true })
const SPANS = (['week', 'fortnight', 'month'] as const).map((value) => ({ value, label: say[value] }))
const range = computed(() => (span.value === 'month' ? monthOf(props.day) : rangeOf(props.rota.days)))
</script>

<template>
  <header>
    <h1>{{ say.title }}</h1>
    <span class="muted">{{ say.clock(rota.zone_name) }}</span><span class="moves"
      ><button
        type="button"
        class="step"
        :aria-label="span === 'month' ? say.monthBefore : say.before"
        @click="emit('step', -1)"
      >
        ‹</button
      ><b>{{ range }}</b
      ><button
        type="button"
        class="step"
        :aria-label="span === 'month' ? say.monthAfter : say.after"
        @click="emit('step', 1)"
      >
        ›</button
      ><button type="button" class="chip" @click="emit('today')">
        {{ span === 'month' ? say.todayMonth : say.today }}</button
      ><PickOne v-model="span" hide-label :label="say.spans" :options="SPANS"
    /></span>
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 14px;
  min-height: 56px;
  flex-wrap: wrap;
}
h1 {
  font-size: 27px;
  line-height: 32px;
}
.moves {
  margin-left: auto;
  display: flex;
  gap: 10px;
  align-items: center;
  flex-wrap: wrap;
}
.moves b {
  min-width: 150px;
  text-align: center;
  font-weight: 600;
}
.step {
  width: 34px;
  height: 34px;
  border: 1px solid var(--box-line);
  border-radius: var(--arch-32);
  background: var(--card);
  font-size: 19px;
  line-height: 30px;
  text-align: center;
}
.step:hover {
  background: var(--wine-tint);
}
@media (max-width: 700px) {
  header {
    padding-top: 14px;
  }
}
</style>
