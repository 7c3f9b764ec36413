<script setup lang="ts">
/** One's own email and password; a new email waits here until the link mailed there was pressed. */
import { onMounted, ref } from 'vue'
import { api, want } from '../api/client'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import DoorGlyph from './DoorGlyph.vue'
import TextBox from './TextBox.vue'

const session = useSession()
const toast = useToast()
const account = useForm()
const known = (): string => session.hello?.wanted_email || session.hello?.email || ''
const present = ref('')
const newEmail = ref(known())
const newPassword = ref('')
onMounted(async () => {
  // The link may have been pressed in another window.
  const before = known()
  await session.load()
  if (newEmail.value === before) newEmail.value = known()
})
async function saveAccount(): Promise<void> {
  const moved = newEmail.value.trim() !== known()
  const next = await account.send(() =>
    want(
      api.PATCH('/api/account', {
        body: {
          password: present.value,
          new_email: moved ? newEmail.value : '',
          new_password: newPassword.value,
        },
      }),
    ),
  )
  if (!next) return
  session.hello = next
  present.value = newPassword.value = ''
  newEmail.value = next.wanted_email || next.email
  toast.say(next.wanted_email && moved ? words.business.mailed(next.wanted_email) : words.business.saved)
}
/** The present address given anew lets go of the one that waits. */
function letGo(): void {
  newEmail.value = session.hello?.email ?? ''
  void saveAccount()
}
async function again(): Promise<void> {
  if (await account.send(() => want(api.POST('/api/confirm-again'))))
    toast.say(words.business.mailed(known()))
}
</script>

<template>
  <form class="you" novalidate @submit.prevent="saveAccount">
    <h2 class="wide">{{ words.business.account }}</h2>
    <TextBox
      v-model="newEmail"
      :label="words.business.email"
      type="email"
      autocomplete="username"
      dir="ltr"
      :wrong="account.at('new_email')"
    />
    <p v-if="session.hello?.wanted_email" class="wide waits">
      <DoorGlyph state="ajar" />
      <span
        >{{ words.business.wanted(session.hello.wanted_email, session.hello.email) }}{{ ' ' }}
        <button type="button" class="press" @click="again">{{ words.business.sendAgain }}</button>{{ ' ' }}
        <button type="button" class="press" :disabled="!present" @click="letGo">
          {{ words.business.letGo }}
        </button></span
      >
    </p>
    <p v-else-if="!session.hello?.is_proven" class="wide waits">
      <DoorGlyph state="ajar" />
      <span
        >{{ words.business.unproven }}{{ ' ' }}
        <button type="button" class="press" @click="again">{{ words.business.sendAgain }}</button></span
      >
    </p>
    <TextBox
      v-model="newPassword"
      :label="words.business.newPassword"
      type="password"
      autocomplete="new-password"
      dir="ltr"
      :wrong="account.at('new_password')"
    />
    <TextBox
      v-model="present"
      :label="words.business.present"
      type="password"
      autocomplete="current-password"
      dir="ltr"
      :help="words.business.presentHelp"
      :wrong="account.at('password') || account.at('*')"
    />
    <div class="go">
      <v-btn type="submit" color="primary" :disabled="!present" :loading="account.busy.value">{{
        words.business.save
      }}</v-btn>
    </div>
  </form>
</template>

<style scoped src="./YourAccount.css"></style>
