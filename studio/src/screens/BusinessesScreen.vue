<script setup lang="ts">
/** The businesses one looks after, with what waits in each; where one is asked in; one more. */
import { computed, onMounted, ref } from 'vue'
import { addressAt, moveTo } from '../api/here'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { useLoad } from '../composables/useLoad'
import { placeFrom } from '../logic/place'
import DoorGlyph from '../parts/DoorGlyph.vue'
import PickOne from '../parts/PickOne.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { teamWords, type RoleName } from '../words/team'

const say = teamWords.list
const all = ref<Schemas['BusinessesOut'] | null>(null)
const form = useForm()
const joining = useForm()
const place = placeFrom(navigator.languages, Intl.DateTimeFormat().resolvedOptions().timeZone)
const isMaking = ref(false)
const name = ref('')
const like = ref('')
const patterns = computed(() => [
  { value: '', label: say.empty, help: say.emptyHelp },
  ...(all.value?.held ?? [])
    .filter((each) => each.role !== 'answers')
    .map((each) => ({ value: each.key, label: say.like(each.name), help: say.likeHelp })),
])
const role = (of: { role: string }): string => teamWords.role[of.role as RoleName]
const asWhat = (of: { role: string }): string => teamWords.as[of.role as RoleName]
const { failed, load } = useLoad(all, () => want(api.GET('/api/businesses')))
onMounted(load)
async function take(number: number): Promise<void> {
  const asked = { params: { path: { number } } }
  const next = await joining.send(() => want(api.POST('/api/invitations/{number}/take', asked)))
  if (next) moveTo(addressAt(next.business_key))
  else await load()
}
async function make(): Promise<void> {
  const body = { name: name.value, like: like.value, ...place }
  const next = await form.send(() => want(api.POST('/api/businesses/another', { body })))
  if (next) moveTo(addressAt(next.business_key))
}
</script>

<template>
  <div class="page">
    <TopBar help="businesses" />
    <ScreenWait v-if="!all" :failed="failed" @again="load" />
    <main v-else id="main">
      <h1>{{ say.title }}</h1>
      <p class="muted">{{ say.lead }}</p>
      <p v-if="joining.at('*')" class="wrong" role="alert">{{ joining.at('*') }}</p>
      <ul>
        <li v-for="asked in all.asked" :key="`a${asked.id}`" class="asked">
          <div class="of">
            <b>{{ asked.business }}</b>
            <span class="muted small">{{
              asked.hands_over ? say.askedOver(asked.by) : say.asked(asked.by, asWhat(asked))
            }}</span>
          </div>
          <v-btn color="primary" size="small" :loading="joining.busy.value" @click="take(asked.id)">{{
            asked.hands_over ? say.takeIt : say.comeIn
          }}</v-btn>
        </li>
        <li v-for="each in all.held" :key="each.key">
          <div class="of">
            <a class="press" :href="addressAt(each.key)">{{ each.name }}</a>
            <span class="muted small">{{ role(each) }}, {{ teamWords.does[each.role as RoleName] }}</span>
          </div>
          <ul v-if="each.waits.length" class="waits">
            <li v-for="one in each.waits" :key="one.says">
              <DoorGlyph :state="one.state as 'ajar'" :size="18" />
              <a :href="addressAt(each.key, one.path)">{{ one.says }}</a>
            </li>
          </ul>
          <p v-else class="muted small nothing">{{ say.nothing }}</p>
        </li>
      </ul>
      <button type="button" class="press" :aria-expanded="isMaking" @click="isMaking = !isMaking">
        {{ teamWords.another }}
      </button>
      <form v-if="isMaking" novalidate @submit.prevent="make">
        <TextBox v-model="name" :label="say.name" :maxlength="120" :wrong="form.at('name') || form.at('*')" />
        <PickOne v-model="like" :label="say.start" :options="patterns" />
        <div>
          <v-btn type="submit" color="primary" :disabled="!name.trim()" :loading="form.busy.value">{{
            say.make
          }}</v-btn>
        </div>
      </form>
    </main>
  </div>
</template>

<style scoped src="./BusinessesScreen.css"></style>
