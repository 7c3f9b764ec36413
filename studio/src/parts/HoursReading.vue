<script setup lang="ts">
/**
 * How hours read while they are typed: in words, as a week to see, what was assumed, and what it may mean
 * where that isn't sure.
 */
import { shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLatest } from '../composables/useLatest'
import type { Week } from '../logic/draw'
import { rotaWords as say } from '../words/rota'
import DoorGlyph from './DoorGlyph.vue'
import WeekGlance from './WeekGlance.vue'

const { text, without = '' } = defineProps<{
  text: string
  /** What is said where nothing is typed. */
  without?: string
  hideWeek?: boolean
}>()
const emit = defineEmits<{
  read: [Schemas['HoursReadingOut'] | null]
  /** One of the meanings was pressed: the text that means just that. */
  take: [string]
}>()
const reading = shallowRef<Schemas['HoursReadingOut'] | null>(null)
const latest = useLatest()
async function read(): Promise<void> {
  try {
    const found = await latest(async (signal) =>
      text.trim() ? want(api.POST('/api/rota/read-hours', { body: { text }, signal })) : null,
    )
    if (found === undefined) return
    reading.value = found
    emit('read', found)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
}
watch(() => text, read, { immediate: true })
</script>

<template>
  <div class="reading">
    <p class="reads small" role="status">
      <template v-if="reading">
        <DoorGlyph :state="reading.ok ? 'open' : reading.choices.length ? 'ajar' : 'barred'" :size="15" />
        <span
          >{{ reading.says }} <span v-if="reading.more" class="more">{{ reading.more }}</span></span
        >
      </template>
      <template v-else>{{ without }}</template>
    </p>
    <WeekGlance v-if="reading?.ok && !hideWeek" :week="reading.week as Week" />
    <ul v-if="reading?.choices.length" class="choices">
      <li v-for="choice in reading.choices" :key="choice.text">
        <button type="button" class="chip" @click="emit('take', choice.text)">{{ choice.says }}</button>
      </li>
    </ul>
    <p v-if="reading?.holidays" class="small">
      {{ say.holidaysToo }} <slot name="holidays">{{ say.holidaysOnRota }}</slot>
    </p>
  </div>
</template>

<style scoped>
.reading {
  display: grid;
  gap: 8px;
}
.reading:has(.reads:empty) {
  display: none;
}
.reads {
  display: flex;
  gap: 9px;
  align-items: start;
}
.more {
  color: var(--brass-dark);
}
.choices {
  list-style: none;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
</style>
