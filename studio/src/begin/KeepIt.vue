<script setup lang="ts">
/** An email and a password, so that what was tried is kept. */
import { ref } from 'vue'
import type { FormState } from '../composables/useForm'
import NewAccount from '../parts/NewAccount.vue'
import { websiteWords as say } from '../words/website'

defineProps<{ form: FormState }>()
const emit = defineEmits<{ make: [string, string] }>()
const email = ref('')
const password = ref('')
</script>

<template>
  <form class="keep" novalidate @submit.prevent="emit('make', email, password)">
    <h2>{{ say.account }}</h2>
    <p class="small muted">{{ say.accountHelp }}</p>
    <NewAccount v-model:email="email" v-model:password="password" :form="form" />
    <p v-if="form.elsewhere('email', 'password')" role="alert" class="wrong">
      {{ form.elsewhere('email', 'password') }}
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
