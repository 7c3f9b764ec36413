<script setup lang="ts">
import { computed, ref } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { api, Refusal, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useReading } from '../composables/useReading'
import { useToast } from '../composables/useToast'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/en'
import ChannelRow from './ChannelRow.vue'
import TryPanel from './TryPanel.vue'

const props = defineProps<{ state: DeskState; address: string }>()
const toast = useToast()
const door = computed(() => props.state.door.value)
const language = computed(() => props.state.desk.value?.language ?? 'en')
const channels = computed({ get: () => door.value?.channels ?? [], set: (next) => void order(next.map((one) => one.key)) })
const typed = ref('')
const wrong = ref('')
const said = ref('')
const trying = ref<string | null>(null)
const { reading } = useReading({ typed })
const path = (key: string) => ({ params: { path: { key } } })

async function add(app?: string): Promise<void> {
  if (!door.value) return
  try {
    await props.state.act(api.POST('/api/doors/{key}/channels', { ...path(door.value.key), body: { typed: typed.value, app: app ?? null } }))
    typed.value = wrong.value = ''
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
const save = (key: string, change: Schemas['ChannelChange']): Promise<void> => props.state.act(api.PATCH('/api/channels/{key}', { ...path(key), body: change }))
async function remove(channel: Schemas['ChannelOut']): Promise<void> {
  await props.state.act(api.DELETE('/api/channels/{key}', path(channel.key)))
  toast.say(words.reach.removed(channel.app_name), () => props.state.act(api.POST('/api/channels/{key}/restore', path(channel.key))))
}
async function order(keys: string[]): Promise<void> {
  if (door.value) await props.state.act(api.POST('/api/doors/{key}/order', { ...path(door.value.key), body: { keys } }))
}
async function move(at: number, by: number): Promise<void> {
  const keys = channels.value.map((one) => one.key)
  const [key] = keys.splice(at, 1)
  const to = Math.max(0, Math.min(keys.length, at + by))
  if (!key || to === at) return
  keys.splice(to, 0, key)
  const name = channels.value[at]?.app_name ?? ''
  await order(keys)
  said.value = words.reach.moved(name, to + 1, keys.length)
  document.querySelectorAll<HTMLElement>('.reach .grip')[to]?.focus()
}
const tried = computed(() => channels.value.find((one) => one.key === trying.value) ?? null)
</script>

<template>
  <div class="reach">
    <VueDraggable v-model="channels" tag="ul" handle=".grip" :animation="150">
      <ChannelRow v-for="(channel, i) in channels" :key="channel.key" :channel="channel" :language="language" :save="save" @try-it="trying = trying === channel.key ? null : channel.key" @remove="remove(channel)" @move="(by) => move(i, by)" />
    </VueDraggable>
    <div v-if="!channels.length" class="empty"><b>{{ words.reach.empty }}</b><p>{{ words.reach.emptyHelp }}</p></div>
    <p class="sr" role="status">{{ said }}</p>
    <TryPanel v-if="tried" :channel="tried" :address="address" @close="trying = null" />
    <form class="paste" novalidate @submit.prevent="add()">
      <TextBox v-model="typed" :label="words.reach.paste" :placeholder="words.reach.paste" hide-label :wrong="wrong" @update:model-value="wrong = ''">
        <template #inside><button type="submit" class="plus" :aria-label="words.reach.add"><svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true"><path d="M6 1v10M1 6h10" stroke="currentColor" stroke-width="2" /></svg></button></template>
      </TextBox>
      <ReadingLine v-if="reading && !wrong" :reading="reading" />
      <div v-if="reading?.ok && reading.fits.length" class="as"><span>{{ words.reach.addAs }}</span><button v-for="app in reading.fits" :key="app.key" type="button" class="chip" @click="add(app.key)">{{ app.name }}</button></div>
    </form>
  </div>
</template>

<style scoped>
ul { padding: 0; margin: 0; border-top: 1px solid var(--hairline) }
.paste { display: grid; gap: 10px; margin-top: 10px }
.plus { width: 32px; height: 32px; display: grid; place-items: center; margin-inline-end: -4px; color: var(--dark); border-radius: var(--arch-32) } .plus:hover { background: var(--wine-tint) }
.as { display: flex; flex-wrap: wrap; gap: 8px; align-items: center } .as span { font-size: 13px; color: var(--muted) }
.chip { height: 32px; padding: 0 13px; border-radius: var(--arch-32); background: var(--card); border: 1px solid var(--box-line); font-size: 13.5px; font-weight: 500 } .chip:hover { background: var(--mulberry); border-color: var(--mulberry); color: var(--card) }
.empty { padding: 16px 18px; border: 1px dashed var(--edge); border-radius: var(--arch-card); color: var(--muted) } .empty b { color: var(--dark) }
</style>
