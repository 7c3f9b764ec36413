<script setup lang="ts">
/** An email and a password, so that what was tried is kept. */
import { ref } from 'vue'
import type { FormState } from '../composables/useForm'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/app'
import { websiteWords as say } from '../words/website'

defineProps<{ form: FormState }>()
const emit = defineEmits<{ make: [string, string] }>()
const email = ref('')
const password = ref('')
const seen = ref(false)
</script>

<template>
  <form class="keep" novalidate @submit.prevent="emit('make', email, password)">
    <h2>{{ say.account }}</h2>
    <p class="small muted">{{ say.accountHelp }}</p>
    <TextBox
      v-model="email"
      :label="words.signIn.email"
      type="email"
      autocomplete="username"
      dir="ltr"
      :wrong="form.at('email')"
      autofocus
    />
    <TextBox
      v-model="password"
      :label="words.signUp.password"
      :type="seen ? 'text' : 'password'"
      autocomplete="new-password"
      dir="ltr"
      :help="words.signUp.hint"
      :wrong="form.at('password')"
    >
      <template #inside
        ><button type="button" class="eye" :aria-pressed="seen" @click="seen = !seen">
          {{ seen ? words.signIn.hide : words.signIn.show }}
        </button></template
      >
    </TextBox>
    <p
      v-if="form.wrong.value && !['email', 'password'].includes(form.wrong.value.field)"
      role="alert"
      class="wrong"
    >
      {{ form.wrong.value.says }}
    </p>
    <div class="acts">
      <v-btn type="submit" color="primary" size="large" :loading="form.busy.value">{{ say.keep }}</v-btn>
      <router-link class="press" :to="{ name: 'sign-in', query: { next: '/start' } }">{{
        say.have
      }}</router-link>
    </div>
  </form>
</template>

<style scoped>
.keep {
  display: grid;
  gap: 14px;
  margin-top: 26px;
  padding: 20px 22px;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--raised);
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  align-items: center;
}
.eye {
  font-size: 14px;
  color: var(--muted);
  padding: 6px 2px;
}
.press {
  font-weight: 600;
  font-size: 14px;
  color: var(--mulberry);
  text-decoration: none;
  box-shadow: 0 2px 0 var(--brass);
}
.wrong {
  color: var(--clay-dark);
}
</style>
