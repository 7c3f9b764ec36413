<script setup lang="ts">
/** What somebody else took off while it was written in here: nothing typed is lost, and it needn't stay. */
import { Refusal } from '../api/client'
import type { AnswersState } from '../composables/useAnswers'
import { useToast } from '../composables/useToast'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { answerWords as say } from '../words/answers'

defineProps<{ state: AnswersState }>()
const toast = useToast()
async function back(ask: () => Promise<void>): Promise<void> {
  try {
    await ask()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
</script>

<template>
  <p v-for="each in state.gone.value" :key="each.key" class="gone" role="alert">
    <DoorGlyph state="barred" :size="15" />
    <span>{{ say.takenOff(each.name) }}</span>
    <button type="button" class="act" @click="back(each.back)">{{ say.bringBack }}</button>
    <button type="button" class="act" @click="each.letGo">{{ say.letGo }}</button>
  </p>
</template>

<style scoped>
.gone {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  margin-bottom: 12px;
  color: var(--clay-dark);
}
</style>
