<script setup lang="ts">
/** The business becomes somebody else's, once they take it. */
import { ref } from 'vue'
import type { FormState } from '../composables/useForm'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { teamWords as say } from '../words/team'

const props = defineProps<{ form: FormState; send: (email: string, stays: boolean) => Promise<boolean> }>()
const isOpen = ref(false)
const email = ref('')
const stays = ref(true)
async function go(): Promise<void> {
  if (!(await props.send(email.value, stays.value))) return
  email.value = ''
  isOpen.value = false
}
</script>

<template>
  <div>
    <button type="button" class="press" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ say.handOver }}
    </button>
    <form v-if="isOpen" novalidate @submit.prevent="go">
      <p>{{ say.handOverLead }}</p>
      <TextBox
        v-model="email"
        :label="say.handOverTo"
        type="email"
        autocomplete="off"
        dir="ltr"
        :wrong="form.at('email')"
      />
      <TickBox v-model="stays" :label="say.stays" :help="say.staysHelp" />
      <div>
        <v-btn type="submit" color="primary" :disabled="!email.trim()" :loading="form.busy.value">{{
          say.handOverGo
        }}</v-btn>
      </div>
    </form>
  </div>
</template>

<style scoped>
.press {
  min-height: 32px;
  text-decoration: underline 2px var(--brass);
  text-underline-offset: 6px;
  font-weight: 500;
  color: var(--dark);
}
form {
  display: grid;
  gap: 12px;
  margin-top: 12px;
  padding: 16px 18px;
  background: var(--card);
  border-radius: var(--arch-card);
  box-shadow: var(--raised);
}
@media (max-width: 700px) {
  .press {
    min-height: 44px;
  }
}
</style>
