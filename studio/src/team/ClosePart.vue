<script setup lang="ts">
/** The business's own end: everything as a file, and closing it, with seven days to change one's mind. */
import { computed, ref } from 'vue'
import { api, want } from '../api/client'
import { fileAt } from '../api/here'
import { useForm } from '../composables/useForm'
import { dayName } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { useSession } from '../stores/session'
import { teamWords } from '../words/team'

const say = teamWords.end
const session = useSession()
const form = useForm()
const isOpen = ref(false)
const name = ref('')
const closes = computed(() => session.hello?.closes_at ?? null)
const day = computed(() => (closes.value ? dayName(new Date(closes.value), new Date()) : ''))
async function close(): Promise<void> {
  const done = await form.send(() => want(api.POST('/api/business/close', { body: { name: name.value } })))
  if (!done) return
  isOpen.value = false
  name.value = ''
  await session.load()
}
async function keep(): Promise<void> {
  if (await form.send(() => want(api.POST('/api/business/keep')))) await session.load()
}
</script>

<template>
  <section class="end">
    <h2>{{ say.away }}</h2>
    <p class="muted">{{ say.awayLead }}</p>
    <p>
      <a class="press" :href="fileAt('/api/everything.zip')" download>{{ say.awayGo }}</a>
    </p>
    <h2>{{ say.close }}</h2>
    <template v-if="closes">
      <p class="closing"><DoorGlyph state="barred" :size="20" />{{ say.closing(day) }}</p>
      <div>
        <v-btn color="primary" :loading="form.busy.value" @click="keep">{{ say.keep }}</v-btn>
      </div>
    </template>
    <template v-else>
      <p class="muted">{{ say.closeLead }}</p>
      <div>
        <button type="button" class="press" :aria-expanded="isOpen" @click="isOpen = !isOpen">
          {{ say.close }}…
        </button>
      </div>
      <form v-if="isOpen" novalidate @submit.prevent="close">
        <TextBox
          v-model="name"
          :label="say.typeName(session.hello?.business ?? '')"
          :wrong="form.at('name')"
          autocomplete="off"
          @update:model-value="form.typed('name')"
        />
        <div>
          <v-btn type="submit" color="primary" :disabled="!name.trim()" :loading="form.busy.value">{{
            say.closeGo
          }}</v-btn>
        </div>
      </form>
    </template>
    <p v-if="form.at('*')" role="alert" class="wrong">{{ form.at('*') }}</p>
  </section>
</template>

<style scoped>
.end {
  display: grid;
  gap: 12px;
  margin-top: 24px;
  padding: 30px 40px;
  background: var(--card);
  border-radius: 40px 40px 12px 12px;
  box-shadow: var(--raised);
}
h2 {
  font-size: 18px;
  line-height: 24px;
}
h2:not(:first-child) {
  margin-top: 14px;
  padding-top: 20px;
  border-top: 1px solid var(--hairline);
}
.press {
  min-height: 32px;
  text-decoration: underline 2px var(--brass);
  text-underline-offset: 6px;
  color: var(--dark);
  font-weight: 500;
}
form {
  display: grid;
  gap: 14px;
  max-width: 460px;
}
.closing {
  display: flex;
  gap: 10px;
  align-items: center;
  color: var(--clay-dark);
  font-weight: 600;
}
.wrong {
  color: var(--clay-dark);
}
@media (max-width: 700px) {
  .end {
    padding: 24px 18px;
  }
  .press {
    display: inline-block;
    min-height: 44px;
    padding-block: 11px;
  }
}
</style>
