<script setup lang="ts">
/** The second step, after a password or a link that was right. */
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { leadsElsewhere, moveTo } from '../api/here'
import { api, want } from '../api/client'
import { useForm } from '../composables/useForm'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { useSession } from '../stores/session'
import { wayWords } from '../words/way'

const say = wayWords.code
const session = useSession()
const router = useRouter()
const route = useRoute()
const form = useForm()
const code = ref('')
async function go(): Promise<void> {
  const hello = await form.send(() => want(api.POST('/api/sign-in/code', { body: { code: code.value } })))
  if (!hello) return
  session.hello = hello
  const next =
    typeof route.query.next === 'string' && /^\/(?!\/)/.test(route.query.next) ? route.query.next : '/'
  if (leadsElsewhere(next)) moveTo(next)
  else await router.push(next)
}
</script>

<template>
  <FirstPage :title="say.title" :lead="say.lead">
    <form novalidate @submit.prevent="go">
      <TextBox
        v-model="code"
        class="tall"
        :label="say.label"
        autocomplete="one-time-code"
        dir="ltr"
        :wrong="form.at('code') || form.at('*')"
        autofocus
        @update:model-value="form.typed('code')"
      />
      <div class="acts">
        <v-btn
          type="submit"
          color="primary"
          size="large"
          :disabled="!code.trim()"
          :loading="form.busy.value"
          >{{ say.go }}</v-btn
        >
        <router-link class="press strong" to="/sign-in">{{ say.back }}</router-link>
      </div>
    </form>
  </FirstPage>
</template>

<style scoped src="./first.css" />
