<script setup lang="ts">
/** Everything about one person: found by email or number, taken away as a file, or deleted. */
import { ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { fileAt } from '../api/here'
import { useForm } from '../composables/useForm'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'
import GuestRow from './GuestRow.vue'

const typed = ref('')
const found = ref<Schemas['AboutOut'] | null>(null)
const gone = ref('')
const sure = ref(false)
const form = useForm()
async function look(): Promise<void> {
  gone.value = ''
  sure.value = false
  found.value = null
  found.value =
    (await form.send(() => want(api.POST('/api/guestbook-about', { body: { typed: typed.value } })))) ?? null
}
async function forget(): Promise<void> {
  const done = await form.send(() =>
    want(api.POST('/api/guestbook-forget', { body: { typed: typed.value } })),
  )
  if (!done) return
  gone.value = done.says
  found.value = null
}
const file = (): string =>
  fileAt(`/api/guestbook-about.json?${new URLSearchParams({ typed: typed.value }).toString()}`)
</script>

<template>
  <section class="stack">
    <div>
      <h3>{{ say.about }}</h3>
      <p class="small muted">{{ say.aboutHelp }}</p>
    </div>
    <form novalidate @submit.prevent="look">
      <TextBox
        v-model="typed"
        :label="say.aboutTyped"
        :wrong="form.at('typed')"
        @update:model-value="form.typed('typed')"
      />
      <v-btn type="submit" variant="outlined">{{ say.aboutGo }}</v-btn>
    </form>
    <p v-if="gone" role="status">{{ gone }}</p>
    <template v-if="found">
      <p role="status">{{ found.says }}</p>
      <template v-if="found.entries.length">
        <div><GuestRow v-for="row in found.entries" :key="row.id" :row="row" :chosen="false" /></div>
        <p class="row">
          <a class="act" :href="file()" download>{{ say.aboutFile }}</a>
          <button v-if="!sure" type="button" class="act" @click="sure = true">{{ say.aboutDelete }}</button>
          <span v-else class="row">
            {{ say.aboutSure }}
            <button type="button" class="act" @click="forget">{{ say.aboutDelete }}</button>
            <button type="button" class="act" @click="sure = false">{{ say.keep }}</button>
          </span>
        </p>
      </template>
    </template>
  </section>
</template>

<style scoped>
h3 {
  font: 600 15.5px/21px var(--heading);
}
form {
  display: flex;
  gap: 10px;
  align-items: end;
}
form > :first-child {
  flex: 1;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
</style>
