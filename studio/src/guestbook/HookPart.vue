<script setup lang="ts">
/** One address of one's own systems that is told of what comes in, and the last tellings. */
import { onMounted, onScopeDispose, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { ago } from '../logic/time'
import CopyLine from '../parts/CopyLine.vue'
import TextBox from '../parts/TextBox.vue'
import { guestWords as say } from '../words/guestbook'

const hook = ref<Schemas['HookOut'] | null>(null)
const address = ref('')
const form = useForm()
function took(next: Schemas['HookOut'] | undefined): void {
  if (!next) return
  hook.value = next
  if (next.deliveries.some((each) => each.state === 'waiting' && !each.tries)) again()
}
let waiting = 0
function again(): void {
  clearTimeout(waiting)
  waiting = window.setTimeout(() => void form.send(() => want(api.GET('/api/hook'))).then(took), 1500)
}
onScopeDispose(() => clearTimeout(waiting))
onMounted(async () => {
  took(await form.send(() => want(api.GET('/api/hook'))))
  address.value = hook.value?.address ?? ''
})
async function put(to: string): Promise<void> {
  const next = await form.send(() => want(api.PUT('/api/hook', { body: { address: to } })))
  took(next)
  if (next) address.value = next.address
}
const tryIt = async (): Promise<void> => took(await form.send(() => want(api.POST('/api/hook/try'))))
const what = (code: string): string => (say.hookWhat as Record<string, string>)[code] ?? code
</script>

<template>
  <div v-if="hook" class="stack">
    <p class="small muted">{{ say.hookHelp }}</p>
    <form novalidate @submit.prevent="put(address)">
      <TextBox
        v-model="address"
        type="url"
        :label="say.hookAddress"
        :wrong="form.at('address') || form.at('*')"
        @update:model-value="form.typed('address')"
      />
      <v-btn type="submit" variant="outlined">{{ say.hookSave }}</v-btn>
    </form>
    <p class="row">
      <button
        v-if="hook.stand_in && hook.address !== hook.stand_in"
        type="button"
        class="act"
        @click="put(hook.stand_in)"
      >
        {{ say.hookStandIn }}
      </button>
      <a
        v-if="hook.stand_in && hook.address === hook.stand_in"
        class="act"
        :href="hook.stand_in"
        target="_blank"
        >{{ say.hookSee }}</a
      >
      <template v-if="hook.address">
        <button type="button" class="act" @click="tryIt">{{ say.hookTry }}</button>
        <button type="button" class="act" @click="put('')">{{ say.hookOff }}</button>
      </template>
    </p>
    <p role="status">{{ hook.says }}</p>
    <CopyLine v-if="hook.secret" :label="say.hookSecret" :line="hook.secret" :press="say.copy" />
    <ol v-if="hook.deliveries.length">
      <li v-for="each in hook.deliveries" :key="each.id" class="small">
        <b>{{ what(each.what) }}</b>, {{ ago(new Date(each.at), new Date()) }}: {{ say.hookStates[each.state]
        }}<template v-if="each.tries"> ({{ each.answer }}, {{ say.hookTries(each.tries) }})</template>
      </li>
    </ol>
  </div>
</template>

<style scoped>
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
}
ol {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  padding: 5px 0;
  border-bottom: 1px solid var(--hairline);
  overflow-wrap: anywhere;
}
</style>
