<script setup lang="ts">
/** Closed days and leave: one by one, from public holidays, from a calendar file. */
import { computed, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import ChoiceBox from '../parts/ChoiceBox.vue'
import CopyLine from '../parts/CopyLine.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut']; countries: Schemas['ChoiceOut'][] }>()
const emit = defineEmits<{
  close: [Schemas['ClosureIn']]
  reopen: [number]
  holidays: [Schemas['HolidaysIn']]
  calendar: [Schemas['CalendarIn']]
}>()
const opened = ref<'' | 'day' | 'holidays' | 'calendar'>('')
const first = ref('')
const last = ref('')
const name = ref('')
const yearly = ref(false)
const whose = ref('')
const country = ref('')
const region = ref('')
const list = shallowRef<Schemas['HolidaysOut'] | null>(null)
const chosen = ref<string[]>([])
const text = ref('')
const preview = shallowRef<Schemas['CalendarOut'] | null>(null)
const wrong = ref('')
const picker = ref<HTMLInputElement>()
const link = ref('')
async function subscribe(renew: boolean): Promise<void> {
  link.value = (await want(api.POST('/api/rota/subscription', { params: { query: { renew } } }))).link
}
const owners = computed(() => [
  { value: '', label: props.rota.rows[0]?.name ?? '' },
  ...props.rota.rows
    .filter((row) => row.kind === 'person')
    .map((row) => ({ value: row.key, label: row.name })),
])
const owner = (): { whose: 'shop' | 'person'; key: string } => ({
  whose: whose.value ? 'person' : 'shop',
  key: whose.value,
})
async function turn(what: typeof opened.value): Promise<void> {
  opened.value = opened.value === what ? '' : what
  wrong.value = ''
  preview.value = null
  if (opened.value === 'holidays') await load()
}
async function load(): Promise<void> {
  try {
    list.value = await want(
      api.GET('/api/rota/holidays', { params: { query: { country: country.value, region: region.value } } }),
    )
    country.value = list.value.country
    wrong.value = ''
    chosen.value = []
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
function close(): void {
  if (!first.value) return
  emit('close', {
    ...owner(),
    first_day: first.value,
    last_day: last.value || null,
    yearly: yearly.value,
    name: name.value,
  })
  first.value = last.value = name.value = ''
  opened.value = ''
}
async function file(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const found = input.files?.[0]
  input.value = ''
  if (found) {
    text.value = found.size > 5_500_000 ? '' : await found.text()
    if (!text.value && found.size) {
      wrong.value = say.tooLarge
      return
    }
    await look()
  }
}
async function look(): Promise<void> {
  wrong.value = ''
  try {
    preview.value = await want(
      api.POST('/api/rota/calendar/preview', { body: { ...owner(), text: text.value } }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    preview.value = null
    wrong.value = error.message
  }
}
function tick(day: string, on: boolean): void {
  chosen.value = on ? [...chosen.value, day] : chosen.value.filter((one) => one !== day)
}
function takeHolidays(): void {
  if (list.value) emit('holidays', { country: list.value.country, region: region.value, days: chosen.value })
  opened.value = ''
}
function takeCalendar(): void {
  emit('calendar', { ...owner(), text: text.value })
  opened.value = ''
  text.value = ''
}
</script>

<template>
  <section class="card">
    <h2>{{ say.closures }}</h2>
    <ul v-if="rota.closures.length">
      <li v-for="one in rota.closures" :key="one.id">
        <span
          ><b>{{ one.says }}</b
          ><small>{{ [one.name, one.whose].filter(Boolean).join(', ') }}</small></span
        ><button
          type="button"
          class="act"
          :aria-label="`${say.reopen}: ${one.says}`"
          @click="emit('reopen', one.id)"
        >
          {{ say.reopen }}
        </button>
      </li>
    </ul>
    <p v-else class="small muted">{{ say.none }}</p>
    <p class="ways">
      <button type="button" class="chip" :aria-expanded="opened === 'day'" @click="turn('day')">
        {{ say.close }}…</button
      ><button type="button" class="chip" :aria-expanded="opened === 'holidays'" @click="turn('holidays')">
        {{ say.holidays }}</button
      ><button type="button" class="chip" :aria-expanded="opened === 'calendar'" @click="turn('calendar')">
        {{ say.calendar }}
      </button>
    </p>
    <p v-if="wrong" class="wrong small" role="alert"><DoorGlyph state="barred" :size="15" />{{ wrong }}</p>
    <form v-if="opened === 'day'" novalidate @submit.prevent="close">
      <ChoiceBox v-model="whose" :label="say.whose" :choices="owners" />
      <div class="dates">
        <label
          ><span>{{ say.first }}</span
          ><input v-model="first" type="date" required /></label
        ><label
          ><span>{{ say.last }}</span
          ><input v-model="last" type="date" :min="first"
        /></label>
      </div>
      <TextBox v-model="name" :label="say.name" :placeholder="say.nameHint" :maxlength="120" /><TickBox
        v-model="yearly"
        :label="say.yearly"
      />
      <v-btn type="submit" color="primary" :disabled="!first">{{ say.close }}</v-btn>
    </form>
    <div v-if="opened === 'holidays' && list" class="stack">
      <p class="small muted">{{ say.holidaysHelp }}</p>
      <ChoiceBox
        :model-value="country"
        :label="say.country"
        :choices="countries"
        @update:model-value="
          (code) => {
            if (code) {
              country = code
              region = ''
              void load()
            }
          }
        "
      />
      <ChoiceBox
        v-if="list.regions.length"
        v-model="region"
        :label="say.region"
        :choices="[
          { value: '', label: say.everywhere },
          ...list.regions.map((one) => ({ value: one, label: one })),
        ]"
        @update:model-value="load"
      />
      <div class="days">
        <TickBox
          v-for="one in list.days"
          :key="one.day + one.name"
          :model-value="one.is_closed || chosen.includes(one.day)"
          :disabled="one.is_closed"
          :label="one.name"
          :help="one.says"
          @update:model-value="tick(one.day, $event)"
        />
      </div>
      <p v-if="list.ends" class="small muted">{{ list.ends }}</p>
      <v-btn color="primary" :disabled="!chosen.length" @click="takeHolidays">{{
        say.take(chosen.length)
      }}</v-btn>
    </div>
    <div v-if="opened === 'calendar'" class="stack">
      <p class="small muted">{{ say.calendarHelp }}</p>
      <ChoiceBox v-model="whose" :label="say.whose" :choices="owners" />
      <div class="ways">
        <v-btn size="small" variant="outlined" @click="picker?.click()">{{ say.choose }}</v-btn><input
          ref="picker"
          type="file"
          accept=".ics,text/calendar"
          class="sr"
          tabindex="-1"
          :aria-label="say.choose"
          @change="file"
        />
      </div>
      <TextBox
        v-model="text"
        lines
        :label="say.calendar"
        hide-label
        placeholder="BEGIN:VCALENDAR"
        dir="ltr"
        @update:model-value="text.length > 20 && look()"
      />
      <div v-if="preview" class="soft">
        <b>{{ preview.closes.length ? say.would(preview.closes.length) : say.nothing }}</b>
        <ul class="would">
          <li v-for="(one, i) in preview.closes.slice(0, 30)" :key="i">{{ one }}</li>
        </ul>
        <p v-for="note in preview.notes" :key="note" class="small muted">{{ note }}</p>
        <v-btn v-if="preview.closes.length" color="primary" size="small" @click="takeCalendar">{{
          say.apply
        }}</v-btn>
      </div>
    </div>
    <p class="small ways out">
      <a class="act" href="/api/rota.ics" download>{{ say.download }}</a>
      <button v-if="!link" type="button" class="act" @click="subscribe(false)">{{ say.subscribe }}</button>
    </p>
    <template v-if="link"
      ><CopyLine :label="say.subscribe" :line="link" :press="say.copy" />
      <p class="small muted">
        {{ say.subscribeHelp }}
        <button type="button" class="act" @click="subscribe(true)">{{ say.renew }}</button>
      </p></template
    >
  </section>
</template>

<style scoped>
.out {
  column-gap: 18px;
}
ul {
  list-style: none;
  padding: 0;
  margin: 0;
}
li {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--hairline);
}
li > span {
  flex: 1;
  display: grid;
  line-height: 19px;
}
li b {
  font-weight: 600;
}
li small {
  font-size: 13px;
  color: var(--muted);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
form {
  display: grid;
  gap: 14px;
}
.dates {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
}
.dates span {
  display: block;
  font-weight: 600;
  font-size: 14px;
  margin-bottom: 6px;
}
.dates input {
  width: 100%;
  height: 42px;
  padding: 0 12px;
  border: 1px solid var(--edge);
  border-radius: var(--arch-40);
  background: #fff;
  font: 400 15px/22px var(--text);
}
.days {
  display: grid;
  gap: 6px;
  max-height: 260px;
  overflow-y: auto;
}
.wrong {
  display: flex;
  gap: 9px;
  color: var(--clay-dark);
  font-weight: 500;
}
.would li {
  padding: 4px 0;
}
</style>
