<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
const router = useRouter()
const form = useForm()
const email = ref('')
const password = ref('')
const seen = ref(false)
async function make(): Promise<void> {
  if (await form.send(() => session.signUp(email.value, password.value))) await router.push({ name: 'start' })
}
</script>

<template>
  <FirstPage :title="words.signUp.title" :lead="words.signUp.lead">
    <form novalidate @submit.prevent="make">
      <TextBox
        v-model="email"
        class="tall"
        :label="words.signIn.email"
        type="email"
        autocomplete="username"
        dir="ltr"
        :wrong="form.at('email')"
        autofocus
      />
      <TextBox
        v-model="password"
        class="tall"
        :label="words.signUp.password"
        :type="seen ? 'text' : 'password'"
        autocomplete="new-password"
        dir="ltr"
        :help="words.signUp.hint"
        :wrong="form.at('password') || form.at('*')"
      >
        <template #inside
          ><button type="button" class="eye" :aria-pressed="seen" @click="seen = !seen">
            {{ seen ? words.signIn.hide : words.signIn.show }}
          </button></template
        >
      </TextBox>
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
