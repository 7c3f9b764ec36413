<script setup lang="ts">
/** One's hours, typed or drawn: both say the same, and hold at once. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import { useKept } from '../composables/useKept'
import { pairsOf, spansOf, type Week } from '../logic/draw'
import ChoiceBox from '../parts/ChoiceBox.vue'
import HoursReading from '../parts/HoursReading.vue'
import PickOne from '../parts/PickOne.vue'
import FoldedPart from '../parts/FoldedPart.vue'
import TextBox from '../parts/TextBox.vue'
import { rotaWords as say } from '../words/rota'
import PhonePart from './PhonePart.vue'
import WeekDraw from './WeekDraw.vue'

const props = defineProps<{
  row: Schemas['RotaRowOut']
  zones: Schemas['ChoiceOut'][]
  monday: string
  range: string
  whole: boolean
}>()
const emit = defineEmits<{ put: [Schemas['HoursIn']]; usual: [Schemas['UsualIn']]; holidays: [] }>()
const whose = computed<'shop' | 'person'>(() => (props.row.kind === 'shop' ? 'shop' : 'person'))
const when = ref<'every' | 'once'>('every')
const isOnce = computed(() => props.whole && when.value === 'once')
/** What stands in the box at first: the usual week, or the one shown. */
const stands = computed(() => (isOnce.value ? props.row.typed_here : props.row.typed))
const { typed, waits, sent } = useKept(
  () => `hours:${whose.value}:${props.row.key}${isOnce.value ? `:${props.monday}` : ''}`,
  () => stands.value,
)
const week = ref<Week>({})
const reading = ref<Schemas['HoursReadingOut'] | null>(null)
const draws = defineModel<boolean>('draws', { default: false })
const zone = computed({
  get: () => props.row.zone,
  set: (value: string) =>
    emit('put', {
      whose: 'person',
      key: props.row.key,
      text: null,
      week: null,
      zone: value ?? '',
      monday: null,
    }),
})
function read(found: Schemas['HoursReadingOut'] | null): void {
  reading.value = found
  if (!found) week.value = {}
  else if (found.ok) week.value = found.week as Week
}
/** What is drawn is written as text at once, so that the two never differ. */
function drawn(next: Week): void {
  week.value = next
  const days = Object.entries(next).filter(([, pairs]) => pairs.length)
  typed.value =
    days
      .map(
        ([day, pairs]) =>
          `${day.charAt(0).toUpperCase()}${day.slice(1)} ${pairsOf(spansOf(pairs))
            .map(([a, b]) => `${a}-${b}`)
            .join(', ')}`,
      )
      .join('; ') || 'closed'
}
function put(): void {
  sent()
  emit('put', {
    whose: whose.value,
    key: props.row.key,
    text: typed.value,
    week: null,
    zone: null,
    monday: isOnce.value ? props.monday : null,
  })
}
const usual = (days: string[]): void => emit('usual', { whose: whose.value, key: props.row.key, days })
</script>

<template>
  <section class="card">
    <h2>
      {{ say.hours }}
      <span
        >{{ say.forWhom }} <b>{{ row.name }}</b></span
      >
    </h2>
    <form novalidate @submit.prevent="put">
      <PickOne
        v-if="whole"
        v-model="when"
        hide-label
        :label="say.which"
        :options="[
          { value: 'every', label: say.every },
          { value: 'once', label: say.only(range) },
        ]"
      />
      <TextBox
        v-model="typed"
        hide-label
        :label="`${say.hours}, ${row.name}`"
        :placeholder="say.hint"
        dir="ltr"
        :maxlength="500"
      />
      <HoursReading
        :text="typed"
        :without="row.kind === 'shop' ? say.shopAlways : say.always"
        :hide-week="draws"
        @read="read"
        @take="typed = $event"
        ><template #holidays
          ><button type="button" class="act" @click="emit('holidays')">
            {{ say.holidaysChoose }}
          </button></template
        ></HoursReading
      >
      <p class="acts">
        <v-btn
          type="submit"
          color="primary"
          :disabled="!waits || (isOnce && !typed.trim()) || (!!reading && !reading.ok)"
          >{{ say.use }}</v-btn><button
          type="button"
          class="act"
          :aria-expanded="draws"
          @click="draws = !draws"
        >
          {{ draws ? say.type : say.draw }}
        </button>
      </p>
      <WeekDraw v-if="draws" :model-value="week" @update:model-value="drawn" />
      <ChoiceBox
        v-if="row.kind === 'person'"
        v-model="zone"
        :label="say.zone"
        :choices="[{ value: '', label: say.shopZone }, ...zones]"
      />
    </form>
    <FoldedPart
      v-if="row.apart.length"
      :label="say.apart"
      :holds="say.apartHolds(row.apart.map((item) => item.says))"
      :open="row.apart.length < 3"
    >
      <ul class="apart">
        <li v-for="item in row.apart.slice(0, 14)" :key="item.day">
          <span>{{ item.says }}</span><button
            type="button"
            class="act"
            :aria-label="`${say.usual}: ${item.says}`"
            @click="usual([item.day])"
          >
            {{ say.usual }}
          </button>
        </li>
      </ul>
      <button
        v-if="row.apart.length > 1"
        type="button"
        class="quiet"
        @click="usual(row.apart.map((apart) => apart.day))"
      >
        {{ say.usualAll }}
      </button>
    </FoldedPart>
    <PhonePart v-if="row.kind === 'person'" :person="row.key" />
  </section>
</template>

<style scoped>
h2 span {
  font: 400 14px/20px var(--text);
  color: var(--muted);
  letter-spacing: 0;
}
h2 b {
  color: var(--ink);
  font-weight: 600;
}
form {
  display: grid;
  gap: 10px;
}
.apart {
  list-style: none;
  padding: 0;
  margin: 4px 0;
}
.apart li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 3px 0;
  font-size: 14px;
}
.acts {
  display: flex;
  gap: 18px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
