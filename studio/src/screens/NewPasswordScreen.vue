<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const props = defineProps<{ uid: string; token: string }>()
const session = useSession()
const router = useRouter()
const form = useForm()
const password = ref('')
const seen = ref(false)
async function set(): Promise<void> {
  if (await form.send(() => session.reset({ uid: props.uid, token: props.token, password: password.value })))
    await router.push('/')
}
</script>

<template>
  <FirstPage :title="words.reset.title" :lead="words.reset.lead">
    <form novalidate @submit.prevent="set">
      <TextBox
        v-model="password"
        class="tall"
        :label="words.signUp.password"
        :type="seen ? 'text' : 'password'"
        autocomplete="new-password"
        dir="ltr"
        :wrong="form.at('password') || form.at('*')"
        autofocus
      >
        <template #inside
          ><button type="button" class="eye" :aria-pressed="seen" @click="seen = !seen">
            {{ seen ? words.signIn.hide : words.signIn.show }}
          </button></template
        >
      </TextBox>
      <div class="acts">
        <v-btn type="submit" color="primary" size="large" :loading="form.busy.value">{{
          words.reset.go
        }}</v-btn>
      </div>
    </form>
    <div class="or">
      <p>
        <router-link class="press strong" to="/forgot">{{ words.comeIn.again }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
