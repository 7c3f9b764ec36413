<script setup lang="ts">
/** One person opened: everything that is theirs. */
import { computed, ref, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useReading } from '../composables/useReading'
import PageRules from '../desk/PageRules.vue'
import { languageName, textOf, whereSentence } from '../logic/sentences'
import { worded } from '../logic/texts'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import PicturePick from '../parts/PicturePick.vue'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'
import { peopleWords as say } from '../words/people'

type People = Schemas['PeopleOut']
const props = defineProps<{ person: Schemas['AssistantOut']; all: People }>()
const emit = defineEmits<{ put: [People]; removed: [string] }>()
const path = computed(() => ({ params: { path: { key: props.person.key } } }))
const language = ref(props.all.language)
const dropping = ref('')
const name = ref(props.person.name)
const role = ref({ ...props.person.role })
const note = ref({ ...props.person.note })
const typed = ref('')
const wrong = ref('')
const picking = ref(false)
const pagesOpen = ref(false)
const sure = ref(false)
const { reading } = useReading({ typed })
watch(
  () => props.person.key,
  () => {
    name.value = props.person.name
    role.value = { ...props.person.role }
    note.value = { ...props.person.note }
    sure.value = false
    dropping.value = ''
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
const FACES = (['initials', 'nothing'] as const).map((value) => ({ value, label: say.faces[value] }))
const NAMES = (['name', 'role'] as const).map((value) => ({
  value,
  label: say.names[value],
  ...(value === 'role' ? { help: say.namedHelp } : {}),
}))
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
async function addAddress(app?: string): Promise<void> {
  wrong.value = ''
  if (
    await act(
      api.POST('/api/people/{key}/addresses', {
        ...path.value,
        body: { typed: typed.value, app: app ?? null },
      }),
    )
  )
    typed.value = ''
}
/** At once, or after a word where something would be lost. */
function drop(one: Schemas['TheirAddressOut']): void {
  if (one.loses.length && dropping.value !== one.app) {
    dropping.value = one.app
    return
  }
  dropping.value = ''
  void act(
    api.DELETE('/api/people/{key}/addresses/{app}', {
      params: { path: { key: props.person.key, app: one.app } },
    }),
  )
}
async function remove(): Promise<void> {
  const gone = props.person.name
  if (await act(api.DELETE('/api/people/{key}', path.value))) emit('removed', gone)
}
const seen = computed(() => props.all.pages.map((page) => page.path).filter((one) => one !== '/'))
const doors = computed({
  get: () => props.person.doors.filter((one) => one.on).map((one) => one.key),
  set: (next: string[]) => {
    for (const door of props.person.doors)
      if (door.on !== next.includes(door.key))
        void act(
          api.POST('/api/people/{key}/doors', { ...path.value, body: { door: door.key, on: !door.on } }),
        )
  },
})
const thumb = computed(() =>
  props.person.picture.startsWith('/k/p/') ? `${props.person.picture}/96` : props.person.picture,
)
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
    <div class="row">
      <b class="part">{{ say.picture }}</b><img v-if="person.picture" :src="thumb" alt="" /><span
        v-else
        class="mark"
        aria-hidden="true"
        >{{ person.initials }}</span
      ><button type="button" class="act" @click="picking = true">{{ say.pick }}</button
      ><button v-if="person.picture" type="button" class="quiet" @click="change({ picture: '' })">
        {{ say.initials }}
      </button>
    </div>
    <div class="two">
      <PickOne
        v-if="!person.picture"
        :model-value="person.has_initials ? 'initials' : 'nothing'"
        :label="say.face"
        :options="FACES"
        @update:model-value="change({ has_initials: $event === 'initials' })"
      /><PickOne
        :model-value="person.is_named ? 'name' : 'role'"
        :label="say.named"
        :options="NAMES"
        @update:model-value="change({ is_named: $event === 'name' })"
      />
    </div>
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
    <div>
      <b class="part">{{ say.addresses }}</b>
      <ul v-if="person.addresses.length">
        <li v-for="one in person.addresses" :key="one.app">
          <span>{{ one.app_name }}</span><span
            ><span dir="ltr">{{ one.shown }}</span
            ><small class="muted">{{
              one.used.length ? say.usedAt(deskWords.list(one.used)) : say.unused
            }}</small
            ><small v-if="dropping === one.app" class="amiss" role="alert"
              >{{ one.loses.join(' ') }}
              <button type="button" class="act" @click="drop(one)">{{ say.dropSure }}</button></small
            ></span
          ><button type="button" class="quiet" :aria-label="say.drop(one.app_name)" @click="drop(one)">
            ×
          </button>
        </li>
      </ul>
      <p v-else class="small muted">{{ say.noAddress }}</p>
      <form novalidate @submit.prevent="addAddress()">
        <TextBox
          v-model="typed"
          hide-label
          :label="say.addressHint"
          :placeholder="say.addressHint"
          dir="ltr"
          :wrong="wrong"
          @update:model-value="wrong = ''"
        /><ReadingLine v-if="reading && typed && !wrong" :reading="reading" />
        <div v-if="reading?.ok && reading.fits.length && typed" class="fits">
          <button
            v-for="app in reading.fits"
            :key="app.key"
            type="button"
            class="chip"
            @click="addAddress(app.key)"
          >
            {{ app.name }}
          </button>
        </div>
      </form>
    </div>
    <PickSome
      v-model="doors"
      :label="say.doors"
      :options="person.doors.map((one) => ({ value: one.key, label: `${one.name}, ${one.site}` }))"
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
img,
.mark {
  width: 34px;
  height: 38px;
  border-radius: var(--arch-initials);
  object-fit: cover;
}
.mark {
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 13px/38px var(--text);
  text-align: center;
}
ul {
  list-style: none;
  padding: 0;
  margin: 6px 0;
}
li {
  display: grid;
  grid-template-columns: 120px 1fr 32px;
  gap: 12px;
  align-items: center;
  min-height: 38px;
  border-bottom: 1px solid var(--hairline);
}
li > span:nth-child(2) {
  display: grid;
  padding: 5px 0;
}
li small {
  font-size: 13px;
  line-height: 18px;
}
.amiss {
  color: var(--clay-dark);
}
form {
  display: grid;
  gap: 8px;
  margin-top: 8px;
}
.fits {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
