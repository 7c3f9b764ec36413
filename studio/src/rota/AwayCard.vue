<script setup lang="ts">
/** Who is away just now, and saying so for somebody in two presses. */
import { computed, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import ChoiceBox from '../parts/ChoiceBox.vue'
import PickOne from '../parts/PickOne.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { useSession } from '../stores/session'
import { rotaWords as say } from '../words/rota'
import { useLatest } from '../composables/useLatest'

const props = defineProps<{ rota: Schemas['RotaOut'] }>()
const emit = defineEmits<{ away: [string, Schemas['AwayIn']]; back: [string]; closeToday: [] }>()
/** So many names stand as chips; more are looked for by typing. */
const MANY = 8
const session = useSession()
const open = ref(false)
const people = computed(() => props.rota.rows.filter((row) => row.kind === 'person'))
const who = ref('')
const how = ref<'30' | '60' | '120' | 'rest' | 'at'>('60')
const at = ref('')
const word = ref('')
const isTold = ref(false)
const HOW = [
  ...(['30', '60', '120'] as const).map((value) => ({ value, label: say.minutes[Number(value)] ?? '' })),
  { value: 'rest' as const, label: say.rest },
  { value: 'at' as const, label: say.at },
]
/** Who may say only themselves away is offered only that. */
const mine = computed(() =>
  people.value.filter(
    ({ key }) => session.may('time') || (session.may('own_time') && key === session.hello?.me),
  ),
)
const options = computed(() => mine.value.map((person) => ({ value: person.key, label: person.name })))
const until = computed(() => (how.value === 'at' && at.value ? new Date(at.value) : null))
const minutes = computed(() => (/^\d+$/.test(how.value) ? Number(how.value) : undefined))
const meanwhile = ref('')
const latest = useLatest()
/** Before it is said: who would be there. */
watch([who, how, at], async () => {
  meanwhile.value = ''
  if (!who.value || (how.value === 'at' && !until.value)) return
  try {
    const query = { minutes: minutes.value, until: until.value?.toISOString() }
    const found = await latest((signal) =>
      want(
        api.GET('/api/rota/people/{key}/meanwhile', { params: { path: { key: who.value }, query }, signal }),
      ),
    )
    if (found) meanwhile.value = found.says
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
})
function send(): void {
  const key = who.value || mine.value[0]?.key
  if (!key) return
  emit('away', key, {
    until: until.value?.toISOString() ?? null,
    minutes: minutes.value ?? null,
    rest_of_today: how.value === 'rest',
    word: word.value,
    is_told: isTold.value,
  })
  open.value = false
  word.value = ''
}
</script>

<template>
  <section class="card">
    <h2>{{ say.away }}</h2>
    <ul v-if="rota.away.length">
      <li v-for="item in rota.away" :key="item.key">
        <span class="mark" aria-hidden="true">{{ item.initials }}</span><span
          ><b>{{ item.name }}</b
          ><small
            >{{ say.awayUntil }} {{ item.until
            }}<template v-if="item.word">, “{{ item.word }}”</template></small
          ></span
        ><button
          v-if="mine.some(({ key }) => key === item.key)"
          type="button"
          class="act"
          :aria-label="`${say.back}: ${item.name}`"
          @click="emit('back', item.key)"
        >
          {{ say.back }}
        </button>
      </li>
    </ul>
    <p v-else class="small muted">{{ say.nobodyAway }}</p>
    <form v-if="open" novalidate @submit.prevent="send">
      <PickOne v-if="options.length <= MANY" v-model="who" :label="say.who" :options="options" />
      <ChoiceBox v-else v-model="who" :label="say.who" :choices="options" />
      <PickOne v-model="how" :label="say.howLong" :options="HOW" />
      <label v-if="how === 'at'" class="at"
        ><span class="sr">{{ say.at }}</span
        ><input v-model="at" type="datetime-local"
      /></label>
      <TextBox v-model="word" :label="say.word" :placeholder="say.wordHint" :maxlength="200" />
      <TickBox v-if="word" v-model="isTold" :label="say.told" />
      <p v-if="meanwhile" class="small soft" role="status">{{ meanwhile }}</p>
      <v-btn type="submit" color="primary" :disabled="!who || (how === 'at' && !at)">{{ say.say }}</v-btn>
    </form>
    <v-btn v-else-if="mine.length" variant="outlined" block @click="open = true">{{ say.iAm }}</v-btn>
    <v-btn v-if="session.may('time')" variant="outlined" block @click="emit('closeToday')">{{
      say.closeToday
    }}</v-btn>
  </section>
</template>

<style scoped>
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
li > span:nth-child(2) {
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
.mark {
  flex: none;
  width: 34px;
  height: 38px;
  border-radius: var(--arch-initials);
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 13px/38px var(--text);
  text-align: center;
}
form {
  display: grid;
  gap: 14px;
}
.at input {
  height: 42px;
  padding: 0 14px;
  border: 1px solid var(--edge);
  border-radius: var(--arch-40);
  background: #fff;
  font: 400 15px/22px var(--text);
}
</style>
