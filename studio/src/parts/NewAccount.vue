<script setup lang="ts">
/** The email and the password of an account that is made. */
import { ref } from 'vue'
import type { FormState } from '../composables/useForm'
import { words } from '../words/app'
import TextBox from './TextBox.vue'

const email = defineModel<string>('email', { required: true })
const password = defineModel<string>('password', { required: true })
/** `rest`: what belongs to no box is said at the last one. */
defineProps<{ form: FormState; rest?: boolean }>()
const seen = ref(false)
</script>

<template>
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
    :wrong="form.at('password') || (rest ? form.at('*') : '')"
  >
    <template #inside
      ><button type="button" class="eye" :aria-pressed="seen" @click="seen = !seen">
        {{ seen ? words.signIn.hide : words.signIn.show }}
      </button></template
    >
  </TextBox>
</template>

<style scoped>
.tall :deep(.v-field__input) {
  min-height: 48px;
}
.eye {
  font-size: 14px;
  color: var(--muted);
  padding: 6px 2px;
}
</style>
