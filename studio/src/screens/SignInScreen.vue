<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, want } from '../api/client'
import { leadsElsewhere } from '../api/here'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
const router = useRouter()
const route = useRoute()
const toast = useToast()
const form = useForm()
const email = ref('')
const password = ref('')
const seen = ref(false)
const linkSent = ref(false)

async function enter(asEmail = email.value, asPassword = password.value): Promise<void> {
  if (await form.send(() => session.signIn(asEmail, asPassword))) {
    const next =
      typeof route.query.next === 'string' && /^\/(?!\/)/.test(route.query.next) ? route.query.next : '/'
    if (leadsElsewhere(next)) location.assign(next)
    else await router.push(next)
  }
}
function demo(): void {
  const to = session.hello?.demo
  if (!to) return
  email.value = to.email
  password.value = to.password
  void enter()
}
async function link(): Promise<void> {
  if (!email.value.trim()) {
    form.wrong.value = { field: 'email', says: words.signIn.needEmail }
    return
  }
  if (await form.send(() => want(api.POST('/api/link', { body: { email: email.value } })))) {
    linkSent.value = true
    toast.say(words.signIn.linkSent)
  }
}
</script>

<template>
  <FirstPage :title="words.signIn.title" :lead="words.signIn.lead">
    <form novalidate @submit.prevent="enter()">
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
        :label="words.signIn.password"
        :type="seen ? 'text' : 'password'"
        autocomplete="current-password"
        dir="ltr"
        :wrong="form.at('password') || form.at('*')"
      >
        <template #beside
          ><router-link class="press" to="/forgot">{{ words.signIn.forgot }}</router-link></template
        >
        <template #inside
          ><button type="button" class="eye" :aria-pressed="seen" @click="seen = !seen">
            {{ seen ? words.signIn.hide : words.signIn.show }}
          </button></template
        >
      </TextBox>
      <div class="acts">
        <v-btn type="submit" color="primary" size="large" :loading="form.busy.value">{{
          words.signIn.go
        }}</v-btn>
        <button type="button" class="press strong" @click="link">{{ words.signIn.link }}</button>
      </div>
      <p v-if="linkSent" class="after" role="status">
        {{ words.signIn.linkSent }}
        <a v-if="session.hello?.pretend" class="press" href="/pretend/mail/" target="_blank">{{
          words.signIn.look
        }}</a>
      </p>
    </form>
    <div class="or">
      <p>
        {{ words.signIn.newHere }}
        <router-link class="press strong" to="/sign-up">{{ words.signIn.make }}</router-link>
      </p>
      <p v-if="session.hello?.demo">
        {{ words.signIn.demo }}
        <button type="button" class="press strong" @click="demo">{{ words.signIn.demoGo }}</button>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
