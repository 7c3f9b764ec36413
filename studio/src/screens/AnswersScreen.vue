<script setup lang="ts">
/** Answers: the list left, the writer in the middle, the card as a visitor reads it right. */
import { computed, defineAsyncComponent, ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, Refusal } from '../api/client'
import AskedAgain from '../answers/AskedAgain.vue'
import AnswerList from '../answers/AnswerList.vue'
import FindTry from '../answers/FindTry.vue'
import GoneNotice from '../answers/GoneNotice.vue'
import ReadPreview from '../answers/ReadPreview.vue'
import { useAnswers } from '../composables/useAnswers'
import { isOfAnswers } from '../composables/useDoorActs'
import { useToast } from '../composables/useToast'
import SiteFoot from '../desk/SiteFoot.vue'
import EmptyDoor from '../parts/EmptyDoor.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import { answerWords as say } from '../words/answers'

const AnswerWriter = defineAsyncComponent(() => import('../answers/AnswerWriter.vue'))
const FilesSheet = defineAsyncComponent(() => import('../answers/FilesSheet.vue'))
const props = defineProps<{ site: string; piece?: string }>()
const router = useRouter()
const toast = useToast()
const session = useSession()
const state = useAnswers(toRef(() => props.site))
const { all, answers, trees } = state
const files = ref(false)
const language = ref('')
watch(all, (now) => {
  if (now && !now.languages.includes(language.value)) language.value = now.language
})
const chosen = computed(() => answers.value.find((each) => each.key === props.piece))
/** Beside the list there is always one open; on a phone the list comes first. */
const wide = window.matchMedia('(min-width: 801px)')
const go = (piece: string, instead = false): void => {
  void router[instead ? 'replace' : 'push']({ name: 'answers', params: { site: props.site, piece } })
}
watch([all, () => props.piece], () => {
  const first = answers.value[0]
  if (first && !props.piece && wide.matches) go(first.key, true)
})
const isEmpty = computed(() => !!all.value && !answers.value.length && !trees.value.length)
async function tried(ask: () => Promise<void>): Promise<void> {
  try {
    await ask()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
const add = (kind: 'question' | 'article'): Promise<void> =>
  tried(async () => {
    const next = await state.act(() =>
      api.POST('/api/sites/{key}/answers', { params: { path: { key: props.site } }, body: { kind } }),
    )
    go(next.added)
  })
const draw = (): Promise<void> =>
  tried(async () => {
    const next = await state.act(() =>
      api.POST('/api/sites/{key}/signposts', { params: { path: { key: props.site } }, body: {} }),
    )
    await router.push({ name: 'signposts', params: { site: props.site, piece: next.added } })
  })
const order = (keys: string[]): Promise<void> =>
  tried(async () => {
    await state.act(() =>
      api.PUT('/api/sites/{key}/answers-order', { params: { path: { key: props.site } }, body: { keys } }),
    )
  })
async function answered(piece: string): Promise<void> {
  await state.load()
  go(piece)
}
function gone(): void {
  const first = answers.value[0]
  if (first && wide.matches) go(first.key, true)
  else void router.replace({ name: 'answers', params: { site: props.site } })
}
</script>

<template>
  <TopBar help="answers" here="answers" />
  <ScreenWait v-if="!all" :failed="state.lost.value" @again="state.load" />
  <main v-else id="main" class="answers" :class="{ reading: piece }">
    <header>
      <h1>{{ say.title }}</h1>
      <p class="muted">{{ say.lead }}</p>
      <div v-if="session.may('doors')" class="acts">
        <v-btn variant="outlined" @click="add('question')">{{ say.add }}</v-btn>
        <v-btn variant="outlined" @click="add('article')">{{ say.article }}</v-btn>
        <v-btn variant="outlined" @click="draw">{{ say.draw }}</v-btn>
        <button type="button" class="act" @click="files = true">{{ say.inAndOut }}</button>
      </div>
    </header>
    <GoneNotice :state="state" />
    <EmptyDoor v-if="isEmpty" :title="say.empty" :says="say.emptyHelp">
      <v-btn v-if="session.may('doors')" class="begin" color="primary" @click="add('question')">{{
        say.add
      }}</v-btn>
    </EmptyDoor>
    <div v-else class="three">
      <div class="list">
        <AnswerList :all="all" :answers="answers" :trees="trees" :chosen="piece ?? ''" @order="order" />
        <AskedAgain v-if="session.may('doors')" :site="site" :moved="all.changes" @answer="answered" />
      </div>
      <div class="open">
        <router-link class="act backward" :to="{ name: 'answers', params: { site } }">{{
          say.tree.back
        }}</router-link>
        <AnswerWriter
          v-if="chosen && language"
          v-model:language="language"
          :state="state"
          :answer="chosen"
          @gone="gone"
        />
        <p v-else class="muted none">{{ say.pick }}</p>
      </div>
      <aside v-if="chosen && all.doors[0]" class="beside" :aria-label="say.reads">
        <p class="small muted">{{ say.reads }}</p>
        <ReadPreview
          :site="site"
          :door="all.doors[0].key"
          :show="chosen.key"
          :language="language"
          device="computer"
          :at="null"
          :moved="all"
          :label="say.reads"
        />
        <FindTry :site="site" :answer="chosen.key" :language="language" :moved="all" />
      </aside>
    </div>
    <SiteFoot class="below" :site="site" name="" :moved="all" :is-own="isOfAnswers" @published="state.load" />
    <FilesSheet v-if="files" :state="state" :site="site" :language="language" @close="files = false" />
  </main>
</template>

<style scoped src="./AnswersScreen.css"></style>
