<script setup lang="ts">
/** One person opened: everything that is theirs. */
import { computed, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import PageRules from '../desk/PageRules.vue'
import { languageName, textOf, whereSentence } from '../logic/sentences'
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
const name = computed(() => typed.value.name ?? props.person.name)
const role = computed(() => typed.value.role ?? props.person.role)
const note = computed(() => typed.value.note ?? props.person.note)
const wrong = ref('')
const pagesOpen = ref(false)
const sure = ref(false)
watch(
  () => props.person.key,
  () => {
    sure.value = false
  },
)
async function act(asked: Promise<{ data?: People; error?: unknown; response: Response }>): Promise<boolean> {
  try {
    emit('put', await want(asked))
    return true
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
    return false
  }
}
const change = (body: Partial<Schemas['PersonChange']>): void => outbox.keep(target.value, body)
async function remove(): Promise<void> {
  const gone = props.person.name
  if (await act(api.DELETE('/api/people/{key}', path.value))) emit('removed', gone)
}
const seen = computed(() => props.all.pages.map((page) => page.path).filter((page) => page !== '/'))
const doors = computed({
  get: () => props.person.doors.filter((door) => door.on).map((door) => door.key),
  set: (next: string[]) => {
    for (const door of props.person.doors)
      if (door.on !== next.includes(door.key))
        void act(
          api.POST('/api/people/{key}/doors', { ...path.value, body: { door: door.key, on: !door.on } }),
        )
  },
})
</script>

<template>
  <div class="card">
    <PickOne
      v-if="all.languages.length > 1"
      v-model="language"
      :label="say.wordsIn"
      :options="all.languages.map((tag) => ({ value: tag, label: languageName(tag) }))"
    />
    <div class="two">
      <TextBox
        :model-value="name"
        :label="say.name"
        :maxlength="120"
        :wrong="outbox.wrong(target)"
        @update:model-value="change({ name: $event })"
      /><TextBox
        :model-value="role[language] ?? ''"
        :label="say.role"
        :placeholder="say.roleHint"
        :lang="language"
        :maxlength="120"
        @update:model-value="change({ role: worded(role, language, $event) })"
      />
    </div>
    <PersonFace :person="person" @change="change" />
    <PersonAddresses :person="person" :wrong="wrong" :act="act" @typed="wrong = ''" />
    <PersonNotices :person="person" @put="emit('put', $event)" />
    <PickSome
      v-model="doors"
      :label="say.doors"
      :options="person.doors.map((door) => ({ value: door.key, label: `${door.name}, ${door.site}` }))"
    />
    <PickSome
      v-if="all.languages.length > 1"
      :model-value="typed.languages ?? person.languages"
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
          {{ person.pages.length ? textOf(whereSentence(person.pages, [])) : say.everyPage }}
        </button>
      </p>
      <PageRules
        v-if="pagesOpen"
        class="soft"
        :model-value="typed.pages ?? person.pages"
        prefers="show"
        :site="all.site"
        :seen="seen"
        :hosts="[]"
        @update:model-value="change({ pages: $event })"
      />
    </div>
    <TextBox
      :model-value="note[language] ?? ''"
      fills
      lines
      :label="say.note"
      :who="say.noteHelp"
      :lang="language"
      :maxlength="600"
      @update:model-value="change({ note: worded(note, language, $event) })"
    />
    <PersonHours :person="person" @put="emit('put', $event)" />
    <TickBox
      :model-value="typed.keeps_own_hours ?? person.keeps_own_hours"
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
