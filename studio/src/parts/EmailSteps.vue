<script setup lang="ts">
/**
 * The line emailed to whoever keeps the site, with the steps for its kind and a page that shows when it is
 * heard.
 */
import { ref } from 'vue'
import { api, Refusal, want } from '../api/client'
import { useToast } from '../composables/useToast'
import { words } from '../words/app'
import TextBox from './TextBox.vue'

const props = defineProps<{ site: string; kind?: string }>()
const emit = defineEmits<{ sent: [] }>()
const toast = useToast()
const to = ref('')
const wrong = ref('')

async function send(): Promise<void> {
  try {
    const { held } = await want(
      api.POST('/api/sites/{key}/email-line', {
        params: { path: { key: props.site } },
        body: { to: to.value, kind: props.kind ?? '' },
      }),
    )
    toast.say(held ? words.email.held(to.value, held) : words.email.sent(to.value))
    to.value = wrong.value = ''
    emit('sent')
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
</script>

<template>
  <form class="ask" novalidate @submit.prevent="send">
    <TextBox
      v-model="to"
      :label="words.email.to"
      type="email"
      autocomplete="email"
      placeholder="tomasz@averilcycles.example"
      :wrong="wrong"
      autofocus
    />
    <v-btn color="primary" type="submit">{{ words.email.send }}</v-btn>
  </form>
</template>

<style scoped>
.ask {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  max-width: 480px;
}
.ask > :first-child {
  flex: 1 1 220px;
}
</style>
