<script setup lang="ts">
/** How the core read what was typed, under its box. */
import type { Schemas } from '../api/client'
import { useMasking } from '../composables/useMasking'
import { words } from '../words/app'
import DoorGlyph from './DoorGlyph.vue'

defineProps<{
  reading: Schemas['ReadingOut']
  /** The box itself says what is wrong: only what may be meant is shown. */
  onlyChoices?: boolean
}>()
const masking = useMasking()
/** What else it may mean was pressed. */
const emit = defineEmits<{ take: [Schemas['ReadingChoiceOut']] }>()
</script>

<template>
  <div class="found">
    <p v-if="!onlyChoices" class="reading" :class="reading.state" role="status">
      <DoorGlyph :state="reading.state" :size="19" />
      <span
        ><b>{{ masking.within(reading.says) }}</b> {{ masking.within(reading.more) }}</span
      >
    </p>
    <p v-if="reading.choices.length" class="choices">
      <span v-if="reading.ok" class="small">{{ words.reach.orMeant }}</span>
      <button
        v-for="choice in reading.choices"
        :key="choice.canonical"
        type="button"
        class="chip"
        dir="ltr"
        @click="emit('take', choice)"
      >
        {{ masking.within(choice.says) }}
      </button>
    </p>
  </div>
</template>

<style scoped>
.found {
  display: grid;
  gap: 8px;
}
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.reading {
  display: flex;
  gap: 10px;
  align-items: start;
  font-size: 14px;
  line-height: 20px;
}
b {
  font-weight: 600;
}
.ajar b {
  color: var(--brass-dark);
}
.barred b {
  color: var(--clay-dark);
}
</style>
