<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import FirstPage from '../parts/FirstPage.vue'
import NewAccount from '../parts/NewAccount.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
const router = useRouter()
const form = useForm()
const email = ref('')
const password = ref('')
async function make(): Promise<void> {
  if (await form.send(() => session.signUp(email.value, password.value))) await router.push({ name: 'start' })
}
</script>

<template>
  <FirstPage :title="words.signUp.title" :lead="words.signUp.lead">
    <form novalidate @submit.prevent="make">
      <NewAccount v-model:email="email" v-model:password="password" :form="form" rest />
      <div class="acts">
        <v-btn type="submit" color="primary" size="large" :loading="form.busy.value">{{
          words.signUp.go
        }}</v-btn>
      </div>
    </form>
    <div class="or">
      <p>
        {{ words.signUp.have }}
        <router-link class="press strong" to="/sign-in">{{ words.signUp.signIn }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
