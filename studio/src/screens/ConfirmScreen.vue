<script setup lang="ts">
/** The link that was mailed to an address: pressed, the address counts. It signs nobody in. */
import { onMounted, ref } from 'vue'
import { api, want } from '../api/client'
import DoorGlyph from '../parts/DoorGlyph.vue'
import FirstPage from '../parts/FirstPage.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const props = defineProps<{ token: string }>()
const session = useSession()
const form = useForm()
const isDone = ref(false)
onMounted(async () => {
  isDone.value = !!(await form.send(() => want(api.POST('/api/confirm', { body: { token: props.token } }))))
  if (isDone.value) await session.load()
})
</script>

<template>
  <FirstPage :title="words.confirm.title">
    <p v-if="form.elsewhere()" role="alert" class="outcome wrong">
      <DoorGlyph state="barred" /> {{ form.elsewhere() }}
    </p>
    <p v-else class="outcome" role="status">
      <DoorGlyph :state="isDone ? 'open' : 'ajar'" />
      {{ isDone ? words.confirm.done : words.confirm.wait }}
    </p>
    <div v-if="isDone || form.wrong.value" class="or">
      <p>
        <router-link class="press strong" to="/">{{ words.confirm.on }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
