<script setup lang="ts">
/** The way back for whoever had the account's address before: pressed, nobody stays signed in. */
import { useRouter } from 'vue-router'
import { api, want } from '../api/client'
import FirstPage from '../parts/FirstPage.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const props = defineProps<{ token: string }>()
const session = useSession()
const router = useRouter()
const form = useForm()
async function back(): Promise<void> {
  const next = await form.send(() => want(api.POST('/api/address-back', { body: { token: props.token } })))
  if (!next) return
  await session.load()
  await router.replace({ name: 'new-password', params: { uid: next.uid, token: next.token } })
}
</script>

<template>
  <FirstPage :title="words.addressBack.title" :lead="words.addressBack.lead">
    <div class="acts">
      <v-btn color="primary" size="large" :loading="form.busy.value" @click="back">{{
        words.addressBack.go
      }}</v-btn>
    </div>
    <p v-if="form.elsewhere()" role="alert" class="outcome wrong">
      <DoorGlyph state="barred" /> {{ form.elsewhere() }}
    </p>
    <div class="or">
      <p>
        <router-link class="press strong" to="/">{{ words.addressBack.no }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
