<script setup lang="ts">
/** A channel opened to its own sentences: each as the door, or its own with the way back. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { Refusal } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useKept } from '../composables/useKept'
import { AS_THE_DOOR, channelSentences, ownOf, ownParts, type ChannelRow } from '../logic/channels'
import { worded } from '../logic/texts'
import { useOutbox, type Target } from '../stores/outbox'
import PickSome from '../parts/PickSome.vue'
import { deskWords } from '../words/desk'
import { rotaWords } from '../words/rota'
import ChannelLooks from './ChannelLooks.vue'
import ChannelSays from './ChannelSays.vue'
import ChannelWhen from './ChannelWhen.vue'
import PageRules from './PageRules.vue'

type Channel = Schemas['ChannelOut']
type More = Schemas['ChannelMore']
const props = defineProps<{
  channel: Channel
  missing: Schemas['MissingOut'][]
  state: DeskState
  save: (key: string, change: Schemas['ChannelChange']) => Promise<void>
  lay: (key: string, laid: Schemas['ChannelLaid'] | null) => void
}>()
const say = deskWords.channel
type Row = ChannelRow
const open = ref<Row | null>(null)
const wrong = ref('')
const desk = computed(() => props.state.desk.value)
const language = computed(() => desk.value?.language ?? 'en')
const outbox = useOutbox()
const target = computed<Target>(() => ({ of: 'channel', key: props.channel.key }))
const typed = computed(() => outbox.typed(target.value) as Schemas['ChannelChange'])
/** As typed, else as saved. */
const now = computed<More>(() => ({ ...ownParts(props.channel), ...typed.value.more }))
const name = computed(() => typed.value.name ?? props.channel.name ?? {})
const {
  typed: hours,
  waits: hoursWait,
  sent: hoursSent,
} = useKept(
  () => `hours:channel:${props.channel.key}`,
  () => props.channel.hours_typed,
)
const seen = computed(() =>
  [...new Set(desk.value?.pages.map((page) => page.address.replace(/^https?:\/\/[^/]+/, '')) ?? [])].filter(
    (path) => path !== '/',
  ),
)
const own = (row: Row): string => ownOf(row, now.value, name.value, props.channel.hours)
const sentences = computed(() =>
  channelSentences({
    channel: props.channel,
    now: now.value,
    name: name.value,
    language: language.value,
    people: desk.value?.people ?? [],
  }),
)
function change(part: Partial<More>): void {
  outbox.keep(target.value, { more: part })
  props.lay(props.channel.key, { name: name.value, more: now.value })
}
function rename(value: string): void {
  outbox.keep(target.value, { name: worded(name.value, language.value, value) })
  props.lay(props.channel.key, { name: name.value, more: now.value })
}
async function keep(what: Schemas['ChannelChange']): Promise<void> {
  if (what.hours !== undefined) hoursSent()
  try {
    await props.save(props.channel.key, what)
    wrong.value = ''
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
function back(row: Row): void {
  if (row === 'when') hours.value = ''
  props.lay(props.channel.key, null)
  outbox.keep(
    target.value,
    {
      more: AS_THE_DOOR[row],
      ...(row === 'says' ? { name: {} } : {}),
      ...(row === 'when' ? { hours: '' } : {}),
    },
    true,
  )
}
const ROWS: Row[] = ['who', 'when', 'where', 'whom', 'says', 'looks']
const DEVICES = (['phone', 'tablet', 'computer'] as const).map((value) => ({
  value,
  label: deskWords.whom.device[value] ?? value,
}))
const people = computed(() =>
  (desk.value?.people ?? [])
    .filter((person) => props.state.draft.value?.people.includes(person.key))
    .map((person) => ({ value: person.key, label: person.name })),
)
/** Who would be offered with it on the stage's page at its moment, and why not the others. */
const answering = computed(() =>
  people.value
    .filter((person) => !now.value.people?.length || now.value.people.includes(person.value))
    .map((person) => ({
      key: person.value,
      name: person.label,
      why: props.missing.find((other) => other.kind === 'person' && other.key === person.value)?.why ?? '',
    })),
)
</script>

<template>
  <div class="sentences soft">
    <section v-for="row in ROWS" :key="row">
      <p class="head">
        <span class="label">{{ say[row] }}</span><button
          type="button"
          class="act"
          :aria-expanded="open === row"
          @click="open = open === row ? null : row"
        >
          {{ sentences[row] }}</button
        ><span v-if="row === 'when' && hoursWait && open !== 'when'" class="tag clay">{{
          rotaWords.notUsed
        }}</span
        ><span v-if="own(row)" class="tag wine">{{ own(row) }}</span
        ><button v-if="own(row)" type="button" class="quiet" @click="back(row)">{{ say.back }}</button>
      </p>
      <div v-if="open === row" class="stack edit">
        <PickSome
          v-if="row === 'who'"
          :model-value="now.people ?? []"
          :label="say.who"
          hide-label
          :options="people"
          :help="say.everyone"
          @update:model-value="change({ people: $event })"
        />
        <ul v-if="row === 'who'" class="here">
          <li v-for="item in answering" :key="item.key">
            <b>{{ item.name }}</b>{{ ' ' }}
            <span :class="{ not: item.why }">{{
              item.why ? deskWords.who.notHere(item.why) : deskWords.who.here
            }}</span>
          </li>
        </ul>
        <ChannelWhen
          v-if="row === 'when'"
          v-model:hours="hours"
          :channel="channel"
          :now="now"
          :wrong="wrong"
          @keep="keep($event)"
          @change="change"
        />
        <PageRules
          v-if="row === 'where' && desk"
          :model-value="now.pages ?? []"
          :site="desk.site"
          :seen="seen"
          :hosts="[]"
          @update:model-value="change({ pages: $event })"
        />
        <PickSome
          v-if="row === 'whom'"
          :model-value="now.devices ?? []"
          :label="say.whom"
          hide-label
          :options="DEVICES"
          :help="say.asDoor"
          @update:model-value="change({ devices: $event })"
        />
        <ChannelSays
          v-if="row === 'says'"
          :channel="channel"
          :now="now"
          :name="name"
          :language="language"
          @rename="rename"
          @change="change"
        />
        <ChannelLooks v-if="row === 'looks'" :channel="channel" :now="now" @change="change" />
      </div>
    </section>
    <p v-if="wrong && open !== 'when'" class="small amiss">{{ wrong }}</p>
    <p v-else-if="outbox.wrong(target)" class="small amiss" role="alert">{{ outbox.wrong(target) }}</p>
  </div>
</template>

<style scoped>
.sentences {
  margin: 6px 0 10px 22px;
  padding: 4px 14px;
}
section + section {
  border-top: 1px solid var(--hairline);
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 10px;
  align-items: baseline;
  padding: 6px 0;
  font-size: 14px;
}
.label {
  width: 66px;
  color: var(--muted);
  font-size: 13px;
}
.act {
  font-weight: 500;
  color: var(--ink);
  overflow-wrap: anywhere;
}
.here {
  list-style: none;
  font-size: 13px;
  line-height: 20px;
}
.here b {
  font-weight: 600;
}
.here span {
  color: var(--moss-dark);
}
.here .not {
  color: var(--brass-dark);
}
.edit {
  padding: 6px 0 14px;
}
.amiss {
  color: var(--clay-dark);
}
</style>
