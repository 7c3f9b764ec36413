<script setup lang="ts">
/** One person opened: everything that is theirs. */
import { computed, onScopeDispose, ref, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import PageRules from '../desk/PageRules.vue'
import { languageName, textOf, whereSentence } from '../logic/sentences'
import { savingWords } from '../logic/saving'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { useOutbox, type Target } from '../stores/outbox'
import PersonAddresses from './PersonAddresses.vue'
import PersonFace from './PersonFace.vue'
import PersonHours from './PersonHours.vue'
import PersonNotices from './PersonNotices.vue'
import { words } from '../words/app'
import { peopleWords as say } from '../words/people'

type People = Schemas['PeopleOut']
const props = defineProps<{ person: Schemas['AssistantOut']; all: People }>()
const emit = defineEmits<{ put: [People]; removed: [string] }>()
const path = computed(() => ({ params: { path: { key: props.person.key } } }))
const language = ref(props.all.language)
const outbox = useOutbox()
const target = computed<Target>(() => ({ of: 'person', key: props.person.key }))
/** As typed, else as saved. */
const typed = computed(() => outbox.typed(target.value) as Schemas['PersonChange'])
const shown = computed(() => ({ ...props.person, ...typed.value }) as Schemas['AssistantOut'])
const savedAt = ref<Date | null>(null)
const saved = computed(() => savingWords(outbox.stateOf(target.value), savedAt.value) || words.typed.byItself)
function take(next: People): void {
  savedAt.value = new Date()
  emit('put', next)
}
onScopeDispose(
  outbox.hear((of) => {
    if (of.of === 'person' && of.key === props.person.key) savedAt.value = new Date()
  }),
)
const form = useForm()
const pagesOpen = ref(false)
const sure = ref(false)
watch(
  () => props.person.key,
  () => {
    sure.value = false
  },
)
type Asked = Promise<{ data?: People; error?: unknown; response: Response }>
async function act(asked: Asked, by = form): Promise<boolean> {
  const next = await by.send(() => want(asked))
  if (next) take(next)
  return !!next
}
/** Doors and removal have no box; what is amiss there is said at the foot. */
const elsewhere = useForm()
const change = (body: Partial<Schemas['PersonChange']>): void => outbox.keep(target.value, body)
async function remove(): Promise<void> {
  const gone = props.person.name
  if (await act(api.DELETE('/api/people/{key}', path.value), elsewhere)) emit('removed', gone)
}
const seen = computed(() => props.all.pages.map((page) => page.path).filter((page) => page !== '/'))
const doors = computed({
  get: () => props.person.doors.filter((door) => door.on).map((door) => door.key),
  set: (next: string[]) => {
    for (const door of props.person.doors)
      if (door.on !== next.includes(door.key))
        void act(
          api.POST('/api/people/{key}/doors', { ...path.value, body: { door: door.key, on: !door.on } }),
          elsewhere,
        )
  },
})
</script>

<template>
  <div class="card">
    <p class="small muted" role="status">{{ saved }}</p>
    <PickOne
      v-if="all.languages.length > 1"
      v-model="language"
      :label="say.wordsIn"
      :options="all.languages.map((tag) => ({ value: tag, label: languageName(tag) }))"
    />
    <div class="two">
      <TextBox
        :model-value="shown.name"
        :label="say.name"
        :maxlength="120"
        :wrong="outbox.wrong(target)"
        @update:model-value="change({ name: $event })"
      /><TextBox
        :model-value="shown.role[language] ?? ''"
        :label="say.role"
        :placeholder="say.roleHint"
        :lang="language"
        :maxlength="120"
        @update:model-value="change({ role: worded(shown.role, language, $event) })"
      />
    </div>
    <PersonFace :person="shown" @change="change" />
    <PersonAddresses :person="person" :wrong="form.elsewhere()" :act="act" @typed="form.wrong.value = null" />
    <PersonNotices :person="person" @put="take" />
    <PickSome
      v-model="doors"
      :label="say.doors"
      :options="person.doors.map((door) => ({ value: door.key, label: `${door.name}, ${door.site}` }))"
    />
    <PickSome
      v-if="all.languages.length > 1"
      :model-value="shown.languages"
      :label="say.languages"
      :options="all.languages.map((tag) => ({ value: tag, label: languageName(tag) }))"
      :help="say.anyLanguage"
      @update:model-value="change({ languages: $event })"
    />
    <div>
      <p class="row">
        <b class="part">{{ say.pages }}</b><button
          type="button"
          class="act"
          :aria-expanded="pagesOpen"
          @click="pagesOpen = !pagesOpen"
        >
          {{ shown.pages.length ? textOf(whereSentence(shown.pages, [])) : say.everyPage }}
        </button>
      </p>
      <PageRules
        v-if="pagesOpen"
        class="soft"
        :model-value="shown.pages"
        prefers="show"
        :site="all.site"
        :seen="seen"
        :hosts="[]"
        @update:model-value="change({ pages: $event })"
      />
    </div>
    <TextBox
      :model-value="shown.note[language] ?? ''"
      fills
      lines
      :label="say.note"
      :who="say.noteHelp"
      :lang="language"
      :maxlength="600"
      @update:model-value="change({ note: worded(shown.note, language, $event) })"
    />
    <PersonHours :person="person" @put="take" />
    <TickBox
      :model-value="shown.keeps_own_hours"
      :label="say.own"
      :help="say.ownHelp"
      @update:model-value="change({ keeps_own_hours: $event })"
    />
    <p v-if="!sure">
      <button type="button" class="quiet" @click="sure = true">{{ say.remove }}</button>
    </p>
    <div v-else class="soft">
      <b>{{ say.removeSure }}</b>
      <p class="small">
        {{ person.loses.length ? `${say.loses} ${person.loses.join(' ')}` : say.losesNothing }}
      </p>
      <p class="row">
        <v-btn size="small" color="primary" @click="remove">{{ say.yes }}</v-btn><v-btn
          size="small"
          variant="outlined"
          @click="sure = false"
          >{{ say.no }}</v-btn
        >
      </p>
    </div>
  </div>
</template>

<style scoped>
.card {
  display: grid;
  gap: 18px;
  padding: 18px 20px;
  background: var(--card);
  border-radius: 18px 18px 10px 10px;
  box-shadow: var(--raised);
  margin: 0 0 14px;
}
.row {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
</style>
