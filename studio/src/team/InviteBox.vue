<script setup lang="ts">
/** Ask somebody in: their email, and as what. */
import { computed, ref } from 'vue'
import type { FormState } from '../composables/useForm'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { teamWords as say, type RoleName } from '../words/team'

const props = defineProps<{ form: FormState; send: (email: string, role: string) => Promise<boolean> }>()
const email = ref('')
const role = ref<RoleName>('answers')
const options = (['answers', 'maker', 'owner'] as const).map((value) => ({
  value,
  label: say.role[value],
  help: say.means[value],
}))
const wrong = computed(() => props.form.at('email') || props.form.at('role'))
async function go(): Promise<void> {
  if (await props.send(email.value, role.value)) email.value = ''
}
</script>

<template>
  <form novalidate @submit.prevent="go">
    <TextBox
      v-model="email"
      :label="say.email"
      type="email"
      autocomplete="off"
      dir="ltr"
      :wrong="wrong"
      @update:model-value="form.typed('email')"
    />
    <div class="as">
      <PickOne v-model="role" :label="say.inviteAs" :options="options" />
      <v-btn type="submit" color="primary" :disabled="!email.trim()" :loading="form.busy.value">{{
        say.invite
      }}</v-btn>
    </div>
    <p class="muted small">{{ say.note }}</p>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
  padding: 20px 14px 0;
}
.as {
  display: flex;
  flex-wrap: wrap;
  gap: 12px 20px;
  align-items: start;
  justify-content: space-between;
}
.as > :first-child {
  flex: 1 1 260px;
}
.as > :last-child {
  margin-top: 24px;
}
</style>
