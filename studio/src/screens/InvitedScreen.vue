<script setup lang="ts">
/** What an invitation asks to, before one comes in; then in. */
import { computed, onMounted, ref } from 'vue'
import { addressAt, moveTo } from '../api/here'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { dayName } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import FirstPage from '../parts/FirstPage.vue'
import TextBox from '../parts/TextBox.vue'
import { useSession } from '../stores/session'
import { teamWords, type RoleName } from '../words/team'
import { words } from '../words/app'

const props = defineProps<{ token: string }>()
const say = teamWords.invitation
const session = useSession()
const reading = useForm()
const form = useForm()
const found = ref<Schemas['InvitationOut'] | null>(null)
const name = ref('')
const password = ref('')
const linkSent = ref(false)
const role = computed(() => (found.value?.role ?? 'answers') as RoleName)
const title = computed(() => {
  const now = found.value
  if (!now) return reading.wrong.value ? say.dead : say.wait
  return now.hands_over ? say.titleOver(now.business) : say.title(now.business)
})
const lead = computed(() => {
  const now = found.value
  if (!now) return ''
  return now.hands_over
    ? say.saysOver(now.by, now.business)
    : say.says(now.by, now.business, teamWords.as[role.value])
})
async function read(): Promise<void> {
  found.value =
    (await reading.send(() => want(api.POST('/api/invitation', { body: { token: props.token } })))) ?? null
}
onMounted(read)
async function take(withPassword = true): Promise<void> {
  const now = found.value
  if (!now) return
  if (now.account === 'known' && !(await form.send(() => session.signIn(now.email, password.value)))) return
  const made =
    now.account === 'none' ? { name: name.value, password: withPassword ? password.value : '' } : {}
  const body = { name: '', password: '', ...made, token: props.token }
  const next = await form.send(() => want(api.POST('/api/invitation/take', { body })))
  if (next) moveTo(addressAt(next.business_key))
}
async function link(): Promise<void> {
  const email = found.value?.email ?? ''
  if (await form.send(() => want(api.POST('/api/link', { body: { email } })))) linkSent.value = true
}
async function signOut(): Promise<void> {
  await session.signOut()
  await read()
}
</script>

<template>
  <FirstPage :title="title" :lead="lead">
    <p v-if="reading.elsewhere()" role="alert" class="outcome wrong">
      <DoorGlyph state="barred" /> {{ reading.elsewhere() }}
    </p>
    <template v-if="found">
      <p class="may">
        <span class="small muted">{{ say.may }}</span><br />{{ teamWords.meansYou[role] }}
      </p>
      <p class="small muted ends">
        {{ say.for(found.email) }} {{ say.until(dayName(new Date(found.until), new Date())) }}
      </p>
      <template v-if="found.account === 'other'">
        <p class="outcome"><DoorGlyph state="ajar" /> {{ say.other(found.email, found.own) }}</p>
        <div class="acts">
          <button type="button" class="press strong" @click="signOut">{{ say.signOut }}</button>
        </div>
      </template>
      <form v-else novalidate @submit.prevent="take()">
        <template v-if="found.account === 'none'">
          <TextBox
            v-model="name"
            class="tall"
            :label="say.name"
            :help="say.nameHelp"
            autocomplete="name"
            :maxlength="80"
          />
          <TextBox
            v-model="password"
            class="tall"
            type="password"
            :label="say.choose"
            :help="say.chooseHelp"
            autocomplete="new-password"
            dir="ltr"
            :wrong="form.at('password')"
          />
        </template>
        <template v-else-if="found.account === 'known'">
          <p>{{ say.known(found.email) }}</p>
          <TextBox
            v-model="password"
            class="tall"
            type="password"
            :label="say.password"
            autocomplete="current-password"
            dir="ltr"
            :wrong="form.at('password')"
          />
        </template>
        <p v-if="form.at('*')" role="alert" class="outcome wrong">
          <DoorGlyph state="barred" /> {{ form.at('*') }}
        </p>
        <div class="acts">
          <v-btn
            type="submit"
            color="primary"
            size="large"
            :disabled="found.account !== 'theirs' && !password"
            :loading="form.busy.value"
            >{{ found.hands_over ? say.takeOver : say.take }}</v-btn
          >
          <button v-if="found.account === 'none'" type="button" class="press strong" @click="take(false)">
            {{ say.without }}
          </button>
          <button v-else-if="found.account === 'known'" type="button" class="press strong" @click="link">
            {{ say.byLink }}
          </button>
        </div>
        <p v-if="linkSent" class="after" role="status">{{ say.linkSent }}</p>
      </form>
    </template>
    <div v-else-if="reading.wrong.value" class="or">
      <p>
        <router-link class="press strong" to="/sign-in">{{ words.signIn.title }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
<style scoped>
.ends {
  margin: 12px 0 24px;
}
</style>
