<script setup lang="ts">
/** The ways to be reached: pasted, or chosen by the app's name; moved, tried, opened. */
import { computed, defineAsyncComponent, ref, shallowRef, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useMasking } from '../composables/useMasking'
import { useReading } from '../composables/useReading'
import { useToast } from '../composables/useToast'
import { moved } from '../logic/order'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/app'
import ChannelRow from './ChannelRow.vue'

const TryPanel = defineAsyncComponent(() => import('./TryPanel.vue'))

const props = defineProps<{
  state: DeskState
  address: string
  missing: Schemas['MissingOut'][]
  lay: (key: string, laid: Schemas['ChannelLaid'] | null) => void
}>()
const toast = useToast()
const masking = useMasking()
const door = computed(() => props.state.door.value)
const language = computed(() => props.state.desk.value?.language ?? 'en')
const channels = computed({
  get: () => door.value?.channels ?? [],
  set: (next) => void order(next.map((item) => item.key)),
})
const typed = ref('')
const wrong = ref('')
const announced = ref('')
const trying = ref<string | null>(null)
const byName = ref(false)
const chosen = ref<Schemas['AppChoiceOut'] | null>(null)
const apps = shallowRef<Schemas['AppChoiceOut'][]>([])
const list = ref<HTMLElement>()
const { reading, take, added } = useReading({ typed, app: computed(() => chosen.value?.key ?? null) })
const path = (key: string) => ({ params: { path: { key } } })
watch(byName, async (on) => {
  if (on && !apps.value.length) apps.value = await want(api.GET('/api/apps'))
})

async function add(app?: string): Promise<void> {
  if (!door.value) return
  try {
    await props.state.act(
      api.POST('/api/doors/{key}/channels', {
        ...path(door.value.key),
        body: { typed: typed.value, app: app ?? chosen.value?.key ?? null },
      }),
    )
    added()
    wrong.value = ''
    chosen.value = null
    byName.value = false
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
const save = (key: string, change: Schemas['ChannelChange']): Promise<void> =>
  props.state.act(api.PATCH('/api/channels/{key}', { ...path(key), body: change }))
async function remove(channel: Schemas['ChannelOut']): Promise<void> {
  await props.state.act(api.DELETE('/api/channels/{key}', path(channel.key)))
  toast.say(words.reach.removed(channel.app_name), () =>
    props.state.act(api.POST('/api/channels/{key}/restore', path(channel.key))),
  )
}
async function order(keys: string[]): Promise<void> {
  if (door.value)
    await props.state.act(api.POST('/api/doors/{key}/order', { ...path(door.value.key), body: { keys } }))
}
async function move(at: number, by: number): Promise<void> {
  const keys = moved(
    channels.value.map((channel) => channel.key),
    at,
    by,
  )
  if (!keys) return
  const name = channels.value[at]?.app_name ?? ''
  await order(keys)
  announced.value = words.reach.moved(name, at + by + 1, keys.length)
  list.value?.querySelectorAll<HTMLElement>('.grip')[at + by]?.focus()
}
const tried = computed(() => channels.value.find((channel) => channel.key === trying.value) ?? null)
const whyOf = (key: string): string =>
  props.missing.find((item) => item.kind === 'channel' && item.key === key)?.why ?? ''
const isNew = (key: string): boolean =>
  !!props.state.desk.value?.changes.some(
    (change) => change.channel === key && change.what !== 'channel_removed',
  )
function toggleByName(): void {
  byName.value = !byName.value
  chosen.value = null
}
</script>

<template>
  <div ref="list" class="reach">
    <VueDraggable v-model="channels" tag="ul" handle=".grip" :animation="150">
      <ChannelRow
        v-for="(channel, i) in channels"
        :key="channel.key"
        :channel="channel"
        :language="language"
        :state="state"
        :is-new="isNew(channel.key)"
        :why="whyOf(channel.key)"
        :missing="missing"
        :save="save"
        :lay="lay"
        @try-it="trying = trying === channel.key ? null : channel.key"
        @remove="remove(channel)"
        @move="(by) => move(i, by)"
      />
    </VueDraggable>
    <div v-if="!channels.length" class="empty">
      <b>{{ words.reach.empty }}</b>
      <p>{{ words.reach.emptyHelp }}</p>
    </div>
    <p class="sr" role="status">{{ announced }}</p>
    <TryPanel v-if="tried" :channel="tried" :address="address" @close="trying = null" />
    <form class="paste" novalidate @submit.prevent="add()">
      <TextBox
        v-model="typed"
        :label="words.reach.paste"
        :placeholder="chosen ? deskWords.apps.paste(chosen.name) : words.reach.paste"
        hide-label
        :wrong="wrong"
        @update:model-value="wrong = ''"
      >
        <template #inside
          ><button type="submit" class="plus" :aria-label="words.reach.add">
            <svg viewBox="0 0 12 12" width="12" height="12" aria-hidden="true">
              <path d="M6 1v10M1 6h10" stroke="currentColor" stroke-width="2" />
            </svg></button
        ></template>
      </TextBox>
      <ReadingLine
        v-if="reading"
        :reading="reading"
        :only-choices="!!wrong"
        @take="((wrong = ''), take($event))"
      />
      <div v-if="reading?.ok && reading.fits.length && !chosen" class="as">
        <span>{{ words.reach.addAs }}</span><button
          v-for="app in reading.fits"
          :key="app.key"
          type="button"
          class="chip"
          @click="add(app.key)"
        >
          {{ app.name }}
        </button>
      </div>
      <p class="foot">
        <button type="button" class="act" :aria-expanded="byName" @click="toggleByName">
          {{ deskWords.apps.byName }}</button><button type="button" class="quiet" @click="masking.toggle">
          {{ masking.on.value ? deskWords.reachMask.unmask : deskWords.reachMask.mask }}
        </button>
      </p>
      <div v-if="byName" class="apps soft">
        <div class="as">
          <button
            v-for="app in apps"
            :key="app.key"
            type="button"
            class="chip"
            :aria-pressed="chosen?.key === app.key"
            @click="chosen = chosen?.key === app.key ? null : app"
          >
            {{ app.name }}
          </button>
        </div>
        <p v-if="chosen" class="small">
          {{ chosen.first || '' }} {{ chosen.name }}:
          {{ chosen.carries ? deskWords.apps.carries : deskWords.apps.copies }}, {{ deskWords.apps.example }}
          <span dir="ltr">{{ chosen.example }}</span>
        </p>
        <p v-if="chosen && !typed.trim()" class="small">
          <button type="button" class="act" @click="add()">{{ deskWords.apps.blank }}</button>{{ ' ' }}
          <span class="muted">{{ deskWords.apps.blankHelp }}</span>
        </p>
      </div>
    </form>
  </div>
</template>

<style scoped>
ul {
  padding: 0;
  margin: 0;
  border-top: 1px solid var(--hairline);
}
.paste {
  display: grid;
  gap: 10px;
  margin-top: 10px;
}
.plus {
  width: 32px;
  height: 32px;
  display: grid;
  place-items: center;
  margin-inline-end: -4px;
  color: var(--dark);
  border-radius: var(--arch-32);
}
.plus:hover {
  background: var(--wine-tint);
}
.as {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.as span {
  font-size: 13px;
  color: var(--muted);
}
.foot {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: baseline;
}
.apps {
  display: grid;
  gap: 10px;
}
.empty {
  padding: 16px 18px;
  border: 1px dashed var(--edge);
  border-radius: var(--arch-card);
  color: var(--muted);
}
.empty b {
  color: var(--dark);
}
</style>
