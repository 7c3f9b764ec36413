<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, want, type Schemas } from '../api/client'
import { leadsElsewhere, moveTo } from '../api/here'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { askKey, hasPasskeys } from '../composables/usePasskeys'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import { useSession } from '../stores/session'
import { wayWords } from '../words/way'
import { websiteWords } from '../words/website'
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
const website = ref('')
const tryIt = (): void => {
  void router.push({ name: 'try', query: website.value.trim() ? { of: website.value.trim() } : {} })
}

async function enter(asEmail = email.value, asPassword = password.value): Promise<void> {
  await arrive(await form.send(() => session.signIn(asEmail, asPassword)))
}
/** In, or first to the second step; either way on to where one wanted to go. */
async function arrive(hello: Schemas['HelloOut'] | undefined): Promise<void> {
  if (!hello) return
  const next =
    typeof route.query.next === 'string' && /^\/(?!\/)/.test(route.query.next) ? route.query.next : '/'
  if (hello.waits_for_code) await router.push({ name: 'code', query: next === '/' ? {} : { next } })
  else if (leadsElsewhere(next)) moveTo(next)
  else await router.push(next)
}
async function byKey(): Promise<void> {
  const hello = await form.send(async () => {
    const { options } = await want(api.POST('/api/sign-in/passkey'))
    return want(
      api.POST('/api/sign-in/passkey/answer', { body: { answer: await askKey(options), name: '' } }),
    )
  })
  if (hello) session.hello = hello
  await arrive(hello)
}
/** A copy of the demo, for whoever only looks. */
async function lookIn(): Promise<void> {
  await arrive(await form.send(() => session.lookIn()))
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
        <button v-if="hasPasskeys()" type="button" class="press strong" @click="byKey">
          {{ wayWords.passkey }}
        </button>
      </div>
      <p v-if="form.at('passkey')" role="alert" class="wrong">{{ form.at('passkey') }}</p>
      <p v-if="linkSent" class="after" role="status">
        {{ words.signIn.linkSent }}
        <a v-if="session.hello?.pretend" class="press" href="/pretend/mail/" target="_blank">{{
          words.signIn.look
        }}</a>
      </p>
    </form>
    <form class="or try" novalidate @submit.prevent="tryIt">
      <TextBox
        v-model="website"
        :label="websiteWords.signIn.label"
        :placeholder="websiteWords.placeholder"
        dir="ltr"
        autocomplete="url"
        :maxlength="2000"
      />
      <v-btn type="submit" variant="outlined">{{ websiteWords.signIn.go }}</v-btn>
    </form>
    <div class="or">
      <p>
        {{ words.signIn.newHere }}
        <router-link class="press strong" to="/sign-up">{{ words.signIn.make }}</router-link>
      </p>
      <p v-if="session.hello?.demo">
        {{ words.signIn.demo }}
        <button type="button" class="press strong" @click="lookIn">{{ words.signIn.lookIn }}</button>
        {{ words.signIn.lookInHelp }}
        <button type="button" class="press strong" @click="demo">{{ words.signIn.demoGo }}</button>.
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
<style scoped>
.try {
  grid-template-columns: minmax(0, 1fr) auto;
  align-items: end;
}
.or + .or {
  margin-top: 24px;
}
</style>
