<script setup lang="ts">
/** A channel opened to its own sentences: each as the door, or its own with the way back. */
import { computed, ref, shallowRef, watch } from 'vue'
import type { Schemas } from '../api/client'
import { api, Refusal, want } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { textOf, whereSentence } from '../logic/sentences'
import { worded } from '../logic/texts'
import ChoiceBox from '../parts/ChoiceBox.vue'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import PicturePick from '../parts/PicturePick.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords, personName } from '../words/desk'
import { rotaWords } from '../words/rota'
import { looksWords } from '../words/looks'
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
type Row = 'who' | 'when' | 'where' | 'whom' | 'says' | 'looks'
const open = ref<Row | null>(null)
const wrong = ref('')
const picking = ref(false)
const desk = computed(() => props.state.desk.value)
const language = computed(() => desk.value?.language ?? 'en')
const now = ref<More>(more())
const name = ref({ ...props.channel.name })
const hours = ref(props.channel.hours_typed)
const zones = shallowRef<Schemas['ChoiceOut'][]>([])
const hoursRead = ref<Schemas['HoursReadOut'] | null>(null)
const seen = computed(() =>
  [...new Set(desk.value?.pages.map((page) => page.address.replace(/^https?:\/\/[^/]+/, '')) ?? [])].filter(
    (path) => path !== '/',
  ),
)
function more(): More {
  const { caption, mark, same_page, pages, devices, needs_nobody, people, note, picture, colour } =
    props.channel
  return JSON.parse(
    JSON.stringify({ caption, mark, same_page, pages, devices, needs_nobody, people, note, picture, colour }),
  ) as More
}
const EMPTY: Record<Row, Partial<More>> = {
  who: { people: [] },
  when: { needs_nobody: null },
  where: { pages: [] },
  whom: { devices: [] },
  says: { caption: {}, note: {} },
  looks: { mark: '', same_page: false, picture: '', colour: '' },
}
const isOwn = (row: Row): boolean =>
  Object.entries(EMPTY[row]).some(
    ([key, value]) => JSON.stringify(now.value[key as keyof More]) !== JSON.stringify(value),
  ) ||
  (row === 'says' && Object.keys(name.value).length > 0) ||
  (row === 'when' && !!props.channel.hours)
const told = computed<Record<Row, string>>(() => ({
  who: now.value.people?.length
    ? deskWords.list(now.value.people.map((key) => personName(desk.value?.people ?? [], key)))
    : say.everyone,
  when: [
    props.channel.hours || '',
    (now.value.needs_nobody ?? props.channel.needs_nobody_usually)
      ? say.needsNot.toLowerCase()
      : say.needs.toLowerCase(),
  ]
    .filter(Boolean)
    .join(', '),
  where: now.value.pages?.length ? textOf(whereSentence(now.value.pages, [])) : say.asDoor,
  whom: now.value.devices?.length
    ? `on ${deskWords.list(now.value.devices.map((one) => deskWords.whom.devices[one] ?? one))}`
    : say.asDoor,
  says: [
    name.value[language.value] || props.channel.app_name,
    now.value.caption?.[language.value],
    now.value.note?.[language.value] ? `“${now.value.note[language.value]}”` : '',
  ]
    .filter(Boolean)
    .join(', '),
  looks:
    `${now.value.mark || props.channel.initials}, ` +
    `${now.value.same_page ? say.samePage.toLowerCase() : say.newTab.toLowerCase()}`,
}))
/** The zones are fetched once they are wanted. */
watch(open, async (row) => {
  if (row === 'when' && !zones.value.length) zones.value = (await want(api.GET('/api/choices'))).zones
})
let soon = 0
function change(part: Partial<More>): void {
  now.value = { ...now.value, ...part }
  props.lay(props.channel.key, { name: name.value, more: now.value })
  clearTimeout(soon)
  soon = window.setTimeout(() => void keep({ more: part as More }), 400)
}
function rename(value: string): void {
  name.value = worded(name.value, language.value, value)
  props.lay(props.channel.key, { name: name.value, more: now.value })
  clearTimeout(soon)
  soon = window.setTimeout(() => void keep({ name: name.value }), 400)
}
async function keep(what: Schemas['ChannelChange']): Promise<void> {
  try {
    await props.save(props.channel.key, what)
    wrong.value = ''
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
async function back(row: Row): Promise<void> {
  now.value = { ...now.value, ...EMPTY[row] }
  if (row === 'says') name.value = {}
  if (row === 'when') hours.value = ''
  props.lay(props.channel.key, null)
  await keep({
    more: EMPTY[row] as More,
    ...(row === 'says' ? { name: {} } : {}),
    ...(row === 'when' ? { hours: '' } : {}),
  })
}
async function readHours(): Promise<void> {
  hoursRead.value = hours.value.trim()
    ? await want(api.POST('/api/read-hours', { body: { text: hours.value } }))
    : null
}
const ROWS: Row[] = ['who', 'when', 'where', 'whom', 'says', 'looks']
const DEVICES = (['phone', 'tablet', 'computer'] as const).map((value) => ({
  value,
  label: deskWords.whom.device[value] ?? value,
}))
const people = computed(() =>
  (desk.value?.people ?? [])
    .filter((one) => props.state.draft.value?.people.includes(one.key))
    .map((one) => ({ value: one.key, label: one.name })),
)
/** Who would be offered with it on the stage's page at its moment, and why not the others. */
const answering = computed(() =>
  people.value
    .filter((one) => !now.value.people?.length || now.value.people.includes(one.value))
    .map((one) => ({
      key: one.value,
      name: one.label,
      why: props.missing.find((other) => other.kind === 'person' && other.key === one.value)?.why ?? '',
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
          {{ told[row] }}</button
        ><span v-if="isOwn(row)" class="tag wine">{{ say.own }}</span
        ><button v-if="isOwn(row)" type="button" class="quiet" @click="back(row)">{{ say.back }}</button>
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
          <li v-for="one in answering" :key="one.key">
            <b>{{ one.name }}</b>
            <span :class="{ not: one.why }">{{
              one.why ? deskWords.who.notHere(one.why) : deskWords.who.here
            }}</span>
          </li>
        </ul>
        <template v-if="row === 'when'">
          <form novalidate class="hours" @submit.prevent="keep({ hours })">
            <TextBox
              v-model="hours"
              :label="say.hours"
              :who="say.hoursHelp"
              :placeholder="say.hoursHint"
              dir="ltr"
              :wrong="wrong"
              @update:model-value="readHours"
            /><v-btn type="submit" variant="outlined" size="small">{{ say.setHours }}</v-btn>
          </form>
          <ChoiceBox
            v-if="channel.hours"
            :model-value="channel.hours_zone"
            :label="rotaWords.zone"
            :choices="[{ value: '', label: rotaWords.shopZone }, ...zones]"
            @update:model-value="keep({ hours_zone: $event ?? '' })"
          />
          <p v-if="hoursRead" class="small" :class="hoursRead.ok ? 'muted' : 'amiss'">{{ hoursRead.says }}</p>
          <PickOne
            :model-value="(now.needs_nobody ?? channel.needs_nobody_usually) ? 'no' : 'yes'"
            :label="say.when"
            hide-label
            :options="[
              { value: 'yes', label: say.needs },
              { value: 'no', label: say.needsNot },
            ]"
            @update:model-value="change({ needs_nobody: $event === 'no' })"
          />
        </template>
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
        <template v-if="row === 'says'">
          <TextBox
            :model-value="name[language] ?? ''"
            :label="say.name"
            :placeholder="channel.app_name"
            :lang="language"
            :maxlength="60"
            @update:model-value="rename"
          />
          <TextBox
            :model-value="now.caption?.[language] ?? ''"
            :label="say.caption"
            :placeholder="say.captionHint"
            :lang="language"
            :maxlength="80"
            @update:model-value="change({ caption: worded(now.caption, language, $event) })"
          />
          <TextBox
            v-if="channel.carries_text"
            :model-value="now.note?.[language] ?? ''"
            lines
            :label="say.note"
            :who="say.noteHelp"
            :lang="language"
            :maxlength="600"
            @update:model-value="change({ note: worded(now.note, language, $event) })"
          />
        </template>
        <template v-if="row === 'looks'">
          <TextBox
            :model-value="now.mark ?? ''"
            :label="say.mark"
            :who="say.mark4"
            :placeholder="channel.initials"
            :maxlength="4"
            @update:model-value="change({ mark: $event })"
          />
          <p class="picture">
            <img
              v-if="now.picture"
              :src="now.picture.startsWith('/k/p/') ? `${now.picture}/96` : now.picture"
              alt=""
            /><button type="button" class="act" @click="picking = true">{{ looksWords.ownPicture }}</button
            ><button v-if="now.picture" type="button" class="quiet" @click="change({ picture: '' })">
              {{ looksWords.takeOff }}
            </button>
          </p>
          <PicturePick
            v-if="picking"
            of="faces"
            :aspect="34 / 38"
            @close="picking = false"
            @picked="
              (one) => {
                picking = false
                if (one) change({ picture: one.address })
              }
            "
          />
          <TextBox
            :model-value="now.colour ?? ''"
            :label="say.colour"
            :who="say.colourHelp"
            placeholder="#1f4d46"
            dir="ltr"
            :maxlength="100"
            @update:model-value="change({ colour: $event })"
          />
          <TickBox
            :model-value="now.same_page ?? false"
            :label="say.samePage"
            @update:model-value="change({ same_page: $event })"
          />
        </template>
      </div>
    </section>
    <p v-if="wrong && open !== 'when'" class="small amiss">{{ wrong }}</p>
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
.picture {
  display: flex;
  gap: 12px;
  align-items: center;
}
.picture img {
  width: 34px;
  height: 38px;
  object-fit: cover;
  border-radius: var(--arch-initials);
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
.hours {
  display: flex;
  gap: 8px;
  align-items: end;
}
.hours > :first-child {
  flex: 1;
}
.hours .v-btn {
  height: 42px;
}
.amiss {
  color: var(--clay-dark);
}
</style>
