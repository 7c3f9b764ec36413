<script setup lang="ts">
/** Where answers go, the thanks afterwards, and the reply that is mailed by itself. */
import { computed, ref } from 'vue'
import { api, want } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useForm } from '../composables/useForm'
import { asksForEmail, type Asks } from '../logic/asks'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import { askWords } from '../words/asks'

const props = defineProps<{ state: DeskState; asks: Asks; language: string }>()
const emit = defineEmits<{ change: [Partial<Asks>] }>()
const say = askWords.goes
type Goes = 'message' | 'kept' | 'asked' | 'named'
const goes = computed<Goes>({
  get: () =>
    !props.asks.keeps
      ? 'message'
      : !props.asks.mails || props.asks.mails === 'no'
        ? 'kept'
        : props.asks.mails,
  set: (value) =>
    emit('change', {
      keeps: value !== 'message',
      mails: value === 'asked' || value === 'named' ? value : 'no',
    }),
})
const GOES = (['message', 'kept', 'asked', 'named'] as const).map((value) => ({
  value,
  label: say.to[value],
}))
const mailTo = computed({
  get: () => (props.asks.mail_to ?? []).join(', '),
  set: (typed) =>
    emit('change', {
      mail_to: typed
        .split(/[,;\s]+/)
        .filter(Boolean)
        .slice(0, 5),
    }),
})
const typedTo = ref(mailTo.value)
const notAnEmail = computed(() => (props.asks.mail_to ?? []).find((each) => !/^\S+@\S+\.\S{2,}$/.test(each)))
const hasEmail = computed(() => asksForEmail(props.asks))
const preview = ref<{ subject: string; text: string } | null>(null)
const sent = ref('')
const form = useForm()
const at = computed(() => ({
  params: { path: { key: props.state.door.value?.key ?? '' } },
  body: { language: props.language, words: props.asks.reply ?? {} },
}))
async function look(): Promise<void> {
  preview.value = (await form.send(() => want(api.POST('/api/doors/{key}/auto-reply', at.value)))) ?? null
}
async function sendMe(): Promise<void> {
  const done = await form.send(() => want(api.POST('/api/doors/{key}/auto-reply/send', at.value)))
  sent.value = done ? say.sentTo(done.to) : ''
}
</script>

<template>
  <div class="stack">
    <PickOne v-model="goes" :label="say.title" :options="GOES" />
    <p class="small muted">
      {{ say.help[goes]
      }}<template v-if="goes !== 'message'">
        {{ say.days(state.desk.value?.kept_days ?? 0) }}
        <router-link :to="{ name: 'guestbook' }">{{ say.daysElse }}</router-link></template
      >
    </p>
    <TextBox
      v-if="goes === 'named'"
      v-model="typedTo"
      :label="say.mailTo"
      :who="say.mailToHelp"
      :wrong="notAnEmail ? say.notAnEmail(notAnEmail) : ''"
      @update:model-value="mailTo = $event"
    />
    <TextBox
      fills
      :model-value="asks.thanks?.[language] ?? ''"
      :label="say.thanks"
      :who="say.thanksHelp"
      :placeholder="say.thanksHint"
      :lang="language"
      :maxlength="300"
      @update:model-value="emit('change', { thanks: worded(asks.thanks, language, $event) })"
    />
    <template v-if="goes !== 'message'">
      <p v-if="!hasEmail" class="small muted">{{ say.replyNeedsEmail }}</p>
      <template v-else>
        <TextBox
          fills
          lines
          :rows="4"
          :model-value="asks.reply?.[language] ?? ''"
          :label="say.reply"
          :who="say.replyHelp"
          :lang="language"
          :maxlength="2000"
          @update:model-value="emit('change', { reply: worded(asks.reply, language, $event) })"
        />
        <p v-if="asks.reply?.[language]" class="row">
          <button type="button" class="act" @click="look">{{ say.look }}</button>
          <button type="button" class="act" @click="sendMe">{{ say.sendMe }}</button>
          <span v-if="sent" role="status" class="small">{{ sent }}</span>
        </p>
        <div v-if="preview" class="letter soft">
          <b>{{ preview.subject }}</b>
          <p dir="auto">{{ preview.text }}</p>
        </div>
        <p v-if="form.elsewhere()" role="alert" class="wrong">{{ form.elsewhere() }}</p>
      </template>
    </template>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
}
.letter p {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  margin-top: 6px;
}
.wrong {
  color: var(--clay-dark);
}
</style>
