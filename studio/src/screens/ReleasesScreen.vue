<script setup lang="ts">
/** Every published state of a site, to look at and bring back; and the setup as a file of the owner's. */
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, Refusal, want, type Schemas } from '../api/client'
import { fileAt } from '../api/here'
import { useLoad } from '../composables/useLoad'
import { useToast } from '../composables/useToast'
import { clock, since } from '../logic/time'
import TimetableHistory from '../desk/TimetableHistory.vue'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TopBar from '../parts/TopBar.vue'
import { words } from '../words/app'
import { reviewWords } from '../words/review'

const props = defineProps<{ site: string }>()
const say = reviewWords.releases
const file = reviewWords.file
const toast = useToast()
const router = useRouter()
const releases = shallowRef<Schemas['ReleaseLineOut'][] | null>(null)
const naming = ref<number | null>(null)
const name = ref('')
const preview = shallowRef<Schemas['SetupFileOut'] | null>(null)
const text = ref('')
const wrong = ref('')
const picker = ref<HTMLInputElement>()
const path = computed(() => ({ params: { path: { key: props.site } } }))
const { failed, load } = useLoad(
  releases,
  () => want(api.GET('/api/sites/{key}/releases', path.value)),
  () => props.site,
)
watch(
  () => props.site,
  () => void load(),
  { immediate: true },
)
async function tried<T>(act: () => Promise<T>): Promise<T | undefined> {
  try {
    return await act()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
    return undefined
  }
}
async function bring(number: number): Promise<void> {
  const done = await tried(() =>
    want(
      api.POST('/api/sites/{key}/releases/{number}/bring-back', {
        params: { path: { key: props.site, number } },
      }),
    ),
  )
  if (!done) return
  toast.say(say.brought(number), async () => {
    await tried(() => want(api.POST('/api/sites/{key}/undo', path.value)))
    await load()
  })
  await router.push({ name: 'desk', params: { site: props.site } })
}
function beginNaming(releaseLine: Schemas['ReleaseLineOut']): void {
  naming.value = naming.value === releaseLine.number ? null : releaseLine.number
  name.value = releaseLine.name
}
async function rename(number: number): Promise<void> {
  naming.value = null
  releases.value =
    (await tried(() =>
      want(
        api.POST('/api/sites/{key}/releases/{number}/name', {
          params: { path: { key: props.site, number } },
          body: { name: name.value },
        }),
      ),
    )) ?? releases.value
}
async function chosen(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const item = input.files?.[0]
  input.value = ''
  preview.value = null
  wrong.value = ''
  if (!item) return
  if (item.size > 2_000_000) {
    wrong.value = file.large
    return
  }
  text.value = await item.text()
  try {
    preview.value = await want(
      api.POST('/api/sites/{key}/setup/preview', { ...path.value, body: { text: text.value } }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
  }
}
async function read(): Promise<void> {
  const done = await tried(() =>
    want(api.POST('/api/sites/{key}/setup/read', { ...path.value, body: { text: text.value } })),
  )
  if (!done) return
  toast.say(file.done, async () => {
    await tried(() => want(api.POST('/api/sites/{key}/undo', path.value)))
    await load()
  })
  await router.push({ name: 'desk', params: { site: props.site } })
}
const when = (at: string): string => {
  const day = new Date(at)
  const when = since(day, new Date())
  return when.includes(':') ? when : `${when} at ${clock(day)}`
}
</script>

<template>
  <div class="page">
    <TopBar here="doors" help="releases" />
    <main id="main" class="releases">
      <header>
        <h1>{{ say.title }}</h1>
        <p class="muted">{{ say.lead }}</p>
      </header>
      <ol v-if="releases?.length">
        <li v-for="release in releases" :key="release.number">
          <DoorGlyph :state="release.is_live ? 'open' : 'shut'" :size="20" />
          <div class="what">
            <p class="name">
              <b>{{ release.name || say.number(release.number) }}</b><span
                v-if="release.name"
                class="muted"
                >{{ say.number(release.number) }}</span
              ><span v-if="release.is_live" class="tag moss">{{ say.live }}</span
              ><span v-if="release.is_draft" class="tag wine">{{ say.isDraft }}</span>
            </p>
            <p class="small muted">{{ say.by(release.by, when(release.at)) }}</p>
            <p class="says">
              {{ release.says.slice(0, 4).join(' ')
              }}<template v-if="release.says.length > 4"> +{{ release.says.length - 4 }}</template>
            </p>
            <form v-if="naming === release.number" novalidate @submit.prevent="rename(release.number)">
              <label class="sr" :for="`name-${release.number}`">{{ say.named }}</label><input
                :id="`name-${release.number}`"
                v-model="name"
                :placeholder="say.nameHint"
                maxlength="80"
              /><v-btn type="submit" size="small" color="primary">{{ say.save }}</v-btn>
            </form>
          </div>
          <span class="acts"
            ><router-link
              class="act"
              :to="{ name: 'desk', params: { site }, query: { of: String(release.number) } }"
              >{{ say.look }}</router-link
            ><button
              v-if="!release.is_draft"
              type="button"
              class="act"
              :aria-label="`${say.bring}: ${say.number(release.number)}`"
              @click="bring(release.number)"
            >
              {{ say.bring }}</button
            ><button type="button" class="quiet" @click="beginNaming(release)">{{ say.nameIt }}</button></span
          >
        </li>
      </ol>
      <div v-else-if="releases" class="empty">
        <DoorGlyph state="shut" :size="34" />
        <div>
          <b>{{ say.none }}</b>
          <p class="muted">{{ say.noneHelp }}</p>
        </div>
      </div>
      <p v-else-if="failed" class="empty">
        <DoorGlyph state="barred" :size="34" />{{ failed }}
        <button type="button" class="act" @click="load">{{ words.desk.again }}</button>
      </p>
      <TimetableHistory />
      <section class="file">
        <h2>{{ file.title }}</h2>
        <p class="muted">{{ file.lead }}</p>
        <div class="row">
          <v-btn variant="outlined" :href="fileAt(`/api/sites/${site}/setup.json`)" download>{{
            file.download
          }}</v-btn><v-btn variant="outlined" @click="picker?.click()">{{ file.read }}</v-btn
          ><input
            ref="picker"
            type="file"
            accept=".json,application/json"
            :aria-label="file.choose"
            class="sr"
            tabindex="-1"
            @change="chosen"
          />
        </div>
        <p v-if="wrong" class="wrong" role="alert"><DoorGlyph state="barred" :size="17" />{{ wrong }}</p>
        <div v-if="preview" class="preview">
          <template v-if="preview.says.length"
            ><b>{{ file.would }}</b>
            <ul>
              <li v-for="(line, i) in preview.says.slice(0, 30)" :key="i">{{ line }}</li>
            </ul>
            <p v-if="preview.with_hours" class="small muted">{{ file.hours }}</p>
            <div class="row">
              <v-btn color="primary" @click="read">{{ file.go }}</v-btn><v-btn
                variant="outlined"
                @click="preview = null"
                >{{ file.cancel }}</v-btn
              >
            </div></template
          ><b v-else>{{ file.same }}</b>
        </div>
      </section>
    </main>
  </div>
</template>

<style scoped src="./ReleasesScreen.css"></style>
