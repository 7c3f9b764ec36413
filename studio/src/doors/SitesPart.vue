<script setup lang="ts">
/** The websites of the business, and one more. */
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, want } from '../api/client'
import { useForm } from '../composables/useForm'
import { useToast } from '../composables/useToast'
import TextBox from '../parts/TextBox.vue'
import { useSession } from '../stores/session'
import { deskWords } from '../words/desk'

defineProps<{ site: string }>()
const say = deskWords.doors
const session = useSession()
const router = useRouter()
const toast = useToast()
const adding = ref(false)
const name = ref('')
const address = ref('')
const { busy, at, send } = useForm()
async function add(): Promise<void> {
  const made = await send(() =>
    want(api.POST('/api/sites', { body: { name: name.value, typed: address.value } })),
  )
  if (!made) return
  await session.load()
  toast.say(made.says)
  await router.push({ name: 'desk', params: { site: made.key } })
}
</script>

<template>
  <section class="sites">
    <h2 class="part">{{ say.sites }}</h2>
    <div class="row">
      <router-link
        v-for="item in session.hello?.sites ?? []"
        :key="item.value"
        class="chip link"
        :to="{ name: 'doors', params: { site: item.value } }"
        :aria-current="item.value === site ? 'page' : undefined"
        >{{ item.label }}</router-link><button type="button" class="act" @click="adding = !adding">
        {{ say.addSite }}
      </button>
    </div>
    <form v-if="adding" class="site" novalidate @submit.prevent="add">
      <TextBox v-model="name" :label="say.siteName" :maxlength="120" :wrong="at('name')" autofocus /><TextBox
        v-model="address"
        :label="say.siteAddress"
        placeholder="averilcycles.example"
        dir="ltr"
        :maxlength="2000"
        :wrong="at('typed')"
      /><v-btn type="submit" color="primary" :loading="busy">{{ say.siteGo }}</v-btn>
    </form>
  </section>
</template>

<style scoped>
form {
  display: flex;
  gap: 12px;
  align-items: end;
  max-width: 620px;
}
form > :not(.v-btn) {
  flex: 1;
}
form .v-btn {
  height: 44px;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.sites {
  display: grid;
  gap: 10px;
  padding-top: 12px;
}
.chip.link {
  display: inline-flex;
  align-items: center;
  color: var(--ink);
  text-decoration: none;
}
.chip.link[aria-current] {
  background: var(--wine-tint);
  border-color: var(--wine-line);
  color: var(--mulberry);
}
.site {
  margin-top: 8px;
}
@media (max-width: 800px) {
  form {
    flex-direction: column;
    align-items: stretch;
  }
}
</style>
