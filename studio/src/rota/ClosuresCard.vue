<script setup lang="ts">
/** Closed days and leave: one by one, from public holidays, from a calendar file. */
import { computed, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { fileAt } from '../api/here'
import ChoiceBox from '../parts/ChoiceBox.vue'
import CopyLine from '../parts/CopyLine.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import FoldedPart from '../parts/FoldedPart.vue'
import CalendarPart from './CalendarPart.vue'
import HolidaysPart from './HolidaysPart.vue'
import { rotaWords as say } from '../words/rota'

const props = defineProps<{ rota: Schemas['RotaOut']; countries: Schemas['ChoiceOut'][] }>()
const emit = defineEmits<{
  close: [Schemas['ClosureIn']]
  reopen: [number]
  holidays: [Schemas['HolidaysIn']]
  calendar: [Schemas['CalendarIn']]
}>()
const opened = defineModel<'' | 'day' | 'holidays' | 'calendar'>('opened', { default: '' })
const first = ref('')
const last = ref('')
const name = ref('')
const yearly = ref(false)
const whose = ref('')
const text = ref('')
const wrong = ref('')
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
const ownerOf = (key: string): { whose: 'shop' | 'person'; key: string } => ({
  whose: key ? 'person' : 'shop',
  key,
})
function turn(what: typeof opened.value): void {
  opened.value = opened.value === what ? '' : what
  wrong.value = ''
}
function close(): void {
  if (!first.value) return
  emit('close', {
    ...ownerOf(whose.value),
    first_day: first.value,
    last_day: last.value || null,
    yearly: yearly.value,
    name: name.value,
  })
  first.value = last.value = name.value = ''
  opened.value = ''
}
function takeHolidays(chosen: Schemas['HolidaysIn']): void {
  emit('holidays', chosen)
  opened.value = ''
}
function takeCalendar(file: Schemas['CalendarIn']): void {
  emit('calendar', file)
  opened.value = text.value = ''
}
</script>

<template>
  <section class="card">
    <h2>{{ say.closures }}</h2>
    <ul v-if="rota.closures.length">
      <li v-for="closure in rota.closures" :key="closure.id">
        <span
          ><b>{{ closure.says }}</b
          ><small>{{ [closure.name, closure.whose].filter(Boolean).join(', ') }}</small></span
        ><button
          type="button"
          class="act"
          :aria-label="`${say.reopen}: ${closure.says}`"
          @click="emit('reopen', closure.id)"
        >
          {{ say.reopen }}
        </button>
      </li>
    </ul>
    <p v-else class="small muted">{{ say.none }}</p>
    <p class="ways">
      <button type="button" class="chip" :aria-expanded="opened === 'day'" @click="turn('day')">
        {{ say.addClosed }}</button><button
        type="button"
        class="chip"
        :aria-expanded="opened === 'holidays'"
        @click="turn('holidays')"
      >
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
    <HolidaysPart
      v-if="opened === 'holidays'"
      :countries="countries"
      @take="takeHolidays"
      @wrong="wrong = $event"
    />
    <CalendarPart
      v-if="opened === 'calendar'"
      v-model:whose="whose"
      v-model:text="text"
      :owners="owners"
      :owner-of="ownerOf"
      @take="takeCalendar"
      @wrong="wrong = $event"
    />
    <FoldedPart :label="say.outTitle" :holds="say.outHolds">
      <p class="small ways out">
        <a class="act" :href="fileAt('/api/rota.ics')" download>{{ say.download }}</a>{{ ' ' }}
        <button v-if="!link" type="button" class="act" @click="subscribe(false)">{{ say.subscribe }}</button>
      </p>
      <template v-if="link"
        ><CopyLine :label="say.subscribe" :line="link" :press="say.copy" />
        <p class="small muted">
          {{ say.subscribeHelp }}
          <button type="button" class="act" @click="subscribe(true)">{{ say.renew }}</button>
        </p></template
      >
    </FoldedPart>
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
.wrong {
  display: flex;
  gap: 9px;
  color: var(--clay-dark);
  font-weight: 500;
}
</style>
