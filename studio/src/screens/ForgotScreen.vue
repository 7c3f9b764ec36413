<script setup lang="ts">
import { ref } from 'vue'
import { api, want } from '../api/client'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
const form = useForm()
const email = ref('')
const sent = ref(false)
async function send(): Promise<void> {
  sent.value = !!(await form.send(() => want(api.POST('/api/forgot', { body: { email: email.value } }))))
}
</script>

<template>
  <FirstPage :title="words.forgot.title" :lead="words.forgot.lead">
    <form novalidate @submit.prevent="send">
      <TextBox
        v-model="email"
        class="tall"
        :label="words.signIn.email"
        type="email"
        autocomplete="username"
        dir="ltr"
        :wrong="form.at('email') || form.at('*')"
        autofocus
      />
      <div class="acts">
        <v-btn type="submit" color="primary" size="large" :loading="form.busy.value">{{
          words.forgot.go
        }}</v-btn>
      </div>
      <p v-if="sent" class="after" role="status">
        {{ words.forgot.sent }}
        <a v-if="session.hello?.pretend" class="press" href="/pretend/mail/" target="_blank">{{
          words.signIn.look
        }}</a>
      </p>
    </form>
    <div class="or">
      <p>
        <router-link class="press strong" to="/sign-in">{{ words.forgot.back }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
