<script setup lang="ts">
/** How one comes in: the second step, passkeys, and where one is signed in. */
import { ref } from 'vue'
import { hasPasskeys } from '../composables/usePasskeys'
import { useWayIn } from '../composables/useWayIn'
import { ago, since } from '../logic/time'
import QrCode from '../parts/QrCode.vue'
import TextBox from '../parts/TextBox.vue'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import { wayWords as say } from '../words/way'
import DoorGlyph from '../parts/DoorGlyph.vue'

const session = useSession()
const state = useWayIn()
const { way, failed, form, begun, codes } = state
const password = ref('')
const code = ref('')
const day = (at: string): string => since(new Date(at), new Date())
async function withPassword(act: (password: string) => Promise<void>): Promise<void> {
  await act(password.value)
  if (!form.wrong.value) password.value = ''
}
async function confirm(): Promise<void> {
  await state.confirm(code.value)
  if (!form.wrong.value) code.value = ''
}
</script>

<template>
  <section v-if="way" class="way" :aria-label="say.title">
    <h2>{{ say.title }}</h2>
    <p v-if="session.hello?.needs_step" class="needed" role="status">
      <DoorGlyph state="ajar" :size="18" />{{ say.needed }}
    </p>
    <p v-else class="muted">{{ say.lead }}</p>
    <TextBox
      v-if="way.has_password"
      v-model="password"
      class="password"
      type="password"
      :label="say.password"
      autocomplete="current-password"
      dir="ltr"
      :wrong="form.at('password')"
      @update:model-value="form.typed('password')"
    />
    <h3>{{ say.step.title }}</h3>
    <p>{{ way.has_step ? say.step.on(way.codes_left) : say.step.off }}</p>
    <template v-if="codes.length">
      <p class="small">{{ say.step.codes }}</p>
      <ul class="codes" dir="ltr">
        <li v-for="each in codes" :key="each">{{ each }}</li>
      </ul>
      <button type="button" class="press" @click="codes = []">{{ say.step.kept }}</button>
    </template>
    <form v-else-if="begun" novalidate @submit.prevent="confirm">
      <p>{{ say.step.scan }}</p>
      <QrCode class="qr" :svg="begun.qr" :label="say.step.scan" />
      <code dir="ltr">{{ begun.secret }}</code>
      <TextBox
        v-model="code"
        :label="say.step.then"
        autocomplete="one-time-code"
        dir="ltr"
        :wrong="form.at('code') || form.at('*')"
        @update:model-value="form.typed('code')"
      />
      <div>
        <v-btn type="submit" color="primary" :disabled="!code.trim()" :loading="form.busy.value">{{
          say.step.confirm
        }}</v-btn>
      </div>
    </form>
    <p v-else class="acts">
      <button v-if="!way.has_step" type="button" class="press" @click="withPassword(state.begin)">
        {{ say.step.begin }}
      </button>
      <template v-else>
        <button type="button" class="press" @click="withPassword(state.anew)">{{ say.step.anew }}</button>
        <button type="button" class="press" @click="withPassword(state.off)">{{ say.step.end }}</button>
      </template>
    </p>
    <h3>{{ say.keys.title }}</h3>
    <p v-if="!way.passkeys.length" class="muted">{{ say.keys.none }}</p>
    <ul v-else class="rows">
      <li v-for="key in way.passkeys" :key="key.id">
        <span
          ><b>{{ key.name }}</b
          ><small
            >{{ say.keys.since(day(key.at)) }},
            {{ key.used_at ? say.keys.used(day(key.used_at)) : say.keys.never }}</small
          ></span
        >
        <button type="button" class="press" @click="state.dropKey(key.id)">{{ say.keys.remove }}</button>
      </li>
    </ul>
    <p v-if="form.at('passkey')" role="alert" class="wrong">{{ form.at('passkey') }}</p>
    <p v-if="!hasPasskeys()" class="small muted">{{ say.noPasskeys }}</p>
    <p v-else class="acts">
      <button type="button" class="press" @click="withPassword(state.addKey)">{{ say.keys.add }}</button>
    </p>
    <h3>{{ say.sessions.title }}</h3>
    <ul class="rows">
      <li v-for="row in way.sessions" :key="row.id">
        <span
          ><b>{{ row.browser }}</b
          ><small>{{
            row.is_this ? say.sessions.here : say.sessions.seen(ago(new Date(row.seen_at), new Date()))
          }}</small></span
        >
        <button v-if="!row.is_this" type="button" class="press" @click="state.end(row.id)">
          {{ say.sessions.end }}
        </button>
      </li>
    </ul>
    <p v-if="way.sessions.length > 1" class="acts">
      <button type="button" class="press" @click="state.endOthers">{{ say.sessions.others }}</button>
    </p>
  </section>
  <section v-else-if="failed" class="way" :aria-label="say.title">
    <h2>{{ say.title }}</h2>
    <p role="alert" class="wrong">{{ failed }}</p>
    <p class="acts">
      <button type="button" class="press" @click="state.load">{{ words.desk.again }}</button>
    </p>
  </section>
</template>

<style scoped src="./WayIn.css"></style>
