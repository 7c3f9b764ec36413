<script setup lang="ts">
/** Signposts: the outline left, walked as a visitor on the right. */
import { computed, ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, Refusal } from '../api/client'
import GoneNotice from '../answers/GoneNotice.vue'
import LanguageTabs from '../answers/LanguageTabs.vue'
import ReadPreview from '../answers/ReadPreview.vue'
import SaveLine from '../answers/SaveLine.vue'
import TreeOutline from '../answers/TreeOutline.vue'
import TreeSettings from '../answers/TreeSettings.vue'
import { useAnswers } from '../composables/useAnswers'
import { isOfAnswers } from '../composables/useDoorActs'
import { useToast } from '../composables/useToast'
import SiteFoot from '../desk/SiteFoot.vue'
import type { Step } from '../logic/signposts'
import MayDo from '../parts/MayDo.vue'
import PickOne from '../parts/PickOne.vue'
import ScreenWait from '../parts/ScreenWait.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { answerWords as say } from '../words/answers'
import { teamWords } from '../words/team'
import { deskWords } from '../words/desk'

const props = defineProps<{ site: string; piece: string }>()
const router = useRouter()
const toast = useToast()
const state = useAnswers(toRef(() => props.site))
const { all, trees } = state
const tree = computed(() => trees.value.find((each) => each.key === props.piece))
const language = ref('')
watch(all, (now) => {
  if (now && !now.languages.includes(language.value)) language.value = now.language
})
const missing = computed(() =>
  Object.fromEntries(
    Object.entries(tree.value?.missing ?? {}).map(([tag, count]) => [tag, say.missingCount(count)]),
  ),
)
const put = (steps: Step[], now = false): void => state.draw(props.piece, { steps }, now)
const device = ref<'phone' | 'computer'>('phone')
const DEVICES = [
  { value: 'phone' as const, label: say.phone },
  { value: 'computer' as const, label: say.computer },
]
/** A moment as the box has it; empty is now. */
const moment = ref('')
const at = computed(() => {
  const when = new Date(moment.value)
  return moment.value && !Number.isNaN(when.getTime()) ? when.toISOString() : null
})
const door = computed(() => {
  const begins = all.value?.doors.find((each) => tree.value?.begins.includes(each.name))
  return (begins ?? all.value?.doors[0])?.key ?? ''
})
const offered = ref<string[] | null>([])
const now = computed(() =>
  offered.value
    ? say.tree.now(offered.value.length ? deskWords.list(offered.value) : say.tree.whoever)
    : say.tree.nobodyNow,
)
const preview = ref<InstanceType<typeof ReadPreview>>()
const head = computed(() =>
  tree.value?.is_draft ? say.tree.draft : say.tree.of(deskWords.list(tree.value?.begins ?? [])),
)
async function remove(): Promise<void> {
  try {
    await state.act(() =>
      api.DELETE('/api/sites/{key}/signposts/{signposts}', {
        params: { path: { key: props.site, signposts: props.piece } },
      }),
    )
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
    return
  }
  toast.say(say.tree.removed, () => state.undo())
  await router.push({ name: 'answers', params: { site: props.site } })
}
</script>

<template>
  <TopBar help="answers" here="answers" />
  <ScreenWait v-if="!all" :failed="state.lost.value" @again="state.load" />
  <main v-else id="main" class="signposts">
    <header>
      <h1>{{ tree?.title ?? say.signposts }}</h1>
      <p class="muted">{{ head }}</p>
      <div class="acts">
        <SaveLine v-if="tree" :state="state" of="signposts" :piece="piece" />
        <router-link class="act" :to="{ name: 'answers', params: { site } }">{{ say.tree.back }}</router-link>
      </div>
    </header>
    <GoneNotice :state="state" />
    <p v-if="!tree" role="alert">{{ say.gone }}</p>
    <div v-else class="both">
      <section class="tree" :aria-label="say.tree.outline">
        <div class="tabs">
          <LanguageTabs v-model="language" :languages="all.languages" :missing="missing" />
          <span class="muted">{{ say.tree.size(tree.ways, tree.steps.length, tree.down) }}</span>
        </div>
        <MayDo power="doors" :says="teamWords.mayNot.read">
          <TreeOutline :tree="tree" :all="all" :language="language || all.language" @change="put" />
          <p class="walks">
            {{ tree.walks.says }}
            <template v-if="tree.walks.left_most"
              >{{ say.tree.leftMost }} <b>“{{ tree.walks.left_most }}”</b>.</template
            >
          </p>
          <TreeSettings :state="state" :tree="tree" @remove="remove" />
        </MayDo>
      </section>
      <aside class="beside" :aria-label="say.tree.walk">
        <div class="tools">
          <span class="muted">{{ say.tree.walk }}</span>
          <PickOne v-model="device" :label="say.tree.walk" :options="DEVICES" hide-label />
          <button type="button" class="act" @click="preview?.again()">{{ say.tree.again_ }}</button>
        </div>
        <ReadPreview
          ref="preview"
          :site="site"
          :door="door"
          :show="piece"
          :language="language || all.language"
          :device="device"
          :at="at"
          :moved="all"
          :label="say.tree.walk"
          @offered="offered = $event"
        />
        <p class="small">{{ now }}</p>
        <TextBox
          v-model="moment"
          type="datetime-local"
          :label="say.tree.when"
          :help="say.tree.whenHelp"
          dir="ltr"
        />
      </aside>
    </div>
    <SiteFoot class="below" :site="site" name="" :moved="all" :is-own="isOfAnswers" @published="state.load" />
  </main>
</template>

<style scoped>
.signposts {
  padding: 12px 24px 20px;
  max-width: 1280px;
}
header {
  display: flex;
  align-items: center;
  gap: 8px 14px;
  min-height: 44px;
  margin-bottom: 10px;
  flex-wrap: wrap;
}
h1 {
  font-size: 27px;
  line-height: 32px;
  overflow-wrap: anywhere;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
  align-items: center;
  margin-inline-start: auto;
}
.both {
  display: grid;
  grid-template-columns: minmax(0, 716px) minmax(300px, 1fr);
  gap: 24px;
  align-items: start;
}
.tree {
  padding: 24px 26px;
  border-radius: 40px 12px 12px 12px;
  background: var(--card);
  box-shadow: var(--raised);
}
.tabs,
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  justify-content: space-between;
  margin-bottom: 16px;
}
.walks {
  margin-top: 18px;
  padding-top: 12px;
  border-top: 1px solid var(--hairline);
}
.beside {
  position: sticky;
  top: 12px;
  display: grid;
  gap: 10px;
  padding: 16px;
  border-radius: var(--arch-stage);
  background: var(--sand);
}
.below {
  position: sticky;
  bottom: 0;
  z-index: 2;
  margin-top: 16px;
  padding-bottom: 12px;
  background: var(--paper);
}
@media (max-width: 980px) {
  .both {
    grid-template-columns: minmax(0, 1fr);
  }
  .beside {
    position: static;
  }
}
@media (max-width: 800px) {
  .signposts {
    padding-inline: 12px;
  }
  .tree {
    padding: 18px 12px;
  }
}
</style>
