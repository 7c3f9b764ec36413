<script setup lang="ts">
/** By which words visitors find an answer, tried as one types. */
import { useDebounceFn } from '@vueuse/core'
import { ref, watch } from 'vue'
import { api, Refusal, want } from '../api/client'
import TextBox from '../parts/TextBox.vue'
import { answerWords as say } from '../words/answers'

const props = defineProps<{ site: string; answer: string; language: string; moved: unknown }>()
const typed = ref('')
const place = ref<{ at: number; all: number } | null>(null)
const look = useDebounceFn(async () => {
  const words = typed.value.trim()
  if (!words) {
    place.value = null
    return
  }
  try {
    const { keys } = await want(
      api.POST('/api/sites/{key}/answers-found', {
        params: { path: { key: props.site } },
        body: { typed: words, language: props.language },
      }),
    )
    if (words === typed.value.trim()) place.value = { at: keys.indexOf(props.answer) + 1, all: keys.length }
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
}, 150)
watch([typed, () => props.answer, () => props.language, () => props.moved], () => void look())
</script>

<template>
  <div class="find">
    <TextBox
      v-model="typed"
      type="search"
      :label="say.searchFinds"
      :placeholder="say.tryWords"
      :maxlength="200"
    />
    <p v-if="place" class="small" role="status">{{ say.foundAt(place.at, place.all) }}</p>
  </div>
</template>
