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
import PersonAddresses from './PersonAddresses.vue'
import PersonFace from './PersonFace.vue'
import { peopleWords as say } from '../words/people'

type People = Schemas['PeopleOut']
const props = defineProps<{ person: Schemas['AssistantOut']; all: People }>()
const emit = defineEmits<{ put: [People]; removed: [string] }>()
const path = computed(() => ({ params: { path: { key: props.person.key } } }))
const language = ref(props.all.language)
const name = ref(props.person.name)
const role = ref({ ...props.person.role })
const note = ref({ ...props.person.note })
const wrong = ref('')
const pagesOpen = ref(false)
const sure = ref(false)
watch(
  () => props.person.key,
  () => {
    name.value = props.person.name
    role.value = { ...props.person.role }
    note.value = { ...props.person.note }
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
let soon = 0
let waiting: Partial<Schemas['PersonChange']> = {}
/** What is typed waits a moment; several things typed in it go together. */
function change(body: Partial<Schemas['PersonChange']>, wait = 0): void {
  waiting = { ...waiting, ...body }
  clearTimeout(soon)
  soon = window.setTimeout(() => {
    const sent = waiting
    waiting = {}
    void act(api.PATCH('/api/people/{key}', { ...path.value, body: sent }))
  }, wait)
}
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
        v-model="name"
        :label="say.name"
        :maxlength="120"
        @update:model-value="change({ name: $event }, 500)"
      /><TextBox
        :model-value="role[language] ?? ''"
        :label="say.role"
        :placeholder="say.roleHint"
        :lang="language"
        :maxlength="120"
        @update:model-value="
          (said) => {
            role = worded(role, language, said)
            change({ role }, 500)
          }
        "
      />
    </div>
    <PersonFace :person="person" @change="change" />
    <PersonAddresses :person="person" :wrong="wrong" :act="act" @typed="wrong = ''" />
    <PickSome
      v-model="doors"
      :label="say.doors"
      :options="person.doors.map((door) => ({ value: door.key, label: `${door.name}, ${door.site}` }))"
    />
    <PickSome
      v-if="all.languages.length > 1"
      :model-value="person.languages"
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
        :model-value="person.pages"
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
      @update:model-value="
        (said) => {
          note = worded(note, language, said)
          change({ note }, 500)
        }
      "
    />
    <p class="row">
      <b class="part">{{ say.hours }}</b><span>{{ person.hours || say.always }}</span
      ><router-link class="act" :to="{ name: 'rota' }">{{ say.onRota }}</router-link>
    </p>
    <TickBox
      :model-value="person.keeps_own_hours"
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
