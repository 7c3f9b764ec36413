<script setup lang="ts">
/** What visitors of a door can read first: where its answers stand, and the signposts it begins with. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { newKey } from '../logic/signposts'
import { languageName } from '../logic/sentences'
import FoldedPart from '../parts/FoldedPart.vue'
import PickOne from '../parts/PickOne.vue'
import PickSome from '../parts/PickSome.vue'
import { answerWords, readsWords as say } from '../words/answers'
import OwnPages from './OwnPages.vue'

type Begins = Schemas['Begins']
const props = defineProps<{ state: DeskState }>()
const emit = defineEmits<{ show: [] }>()
const desk = computed(() => props.state.desk.value)
const reads = computed(() => props.state.draft.value?.reads ?? { answers: 'line' as const, begins: [] })
const begins = computed<Begins[]>(() => reads.value.begins ?? [])
const put = (more: Partial<Schemas['Reads']>): void => {
  props.state.put('reads', { ...reads.value, ...more })
  emit('show')
}
const PLACES = (['line', 'first', 'no'] as const).map((value) => ({ value, label: say[value] }))
const answers = computed({
  get: () => reads.value.answers ?? 'line',
  set: (value) => put({ answers: value }),
})
const trees = computed(() =>
  (desk.value?.signposts ?? []).map((tree) => ({
    value: tree.key,
    label: (tree.name || answerWords.unnamed) + (tree.is_draft ? `, ${say.draft}` : ''),
  })),
)
const isNarrow = (each: Begins): boolean => !!each.pages?.length || !!each.languages?.length
/** The signposts of every page stand last: the first that fits is shown. */
const usual = computed({
  get: () => begins.value.find((each) => !isNarrow(each))?.signposts ?? '',
  set: (signposts) => {
    const some = begins.value.filter(isNarrow)
    const all = signposts ? [{ key: newKey(), signposts, pages: [], languages: [] }] : []
    put({ begins: [...some, ...all] })
  },
})
const choices = computed(() => [{ value: '', label: say.nothing }, ...trees.value])
const languages = computed(() =>
  (desk.value?.languages ?? []).map((value) => ({ value, label: languageName(value) })),
)
/** Without a page or a language they would stand on every page: they wait here until they have any. */
const held = ref<Begins[]>([])
const narrow = computed(() => [...held.value, ...begins.value.filter(isNarrow)])
function change(key: string, more: Partial<Begins>): void {
  const was = narrow.value.find((each) => each.key === key)
  if (!was) return
  const next = { ...was, ...more }
  const others = begins.value.filter((each) => each.key !== key)
  held.value = held.value.filter((each) => each.key !== key)
  if (!isNarrow(next)) {
    held.value.unshift(next)
    if (others.length < begins.value.length) put({ begins: others })
  } else if (isNarrow(was)) put({ begins: begins.value.map((each) => (each.key === key ? next : each)) })
  else put({ begins: [next, ...others] })
}
const add = (): void =>
  void held.value.unshift({
    key: newKey(),
    signposts: trees.value[0]?.value ?? '',
    pages: [],
    languages: [],
  })
function remove(key: string): void {
  const others = begins.value.filter((each) => each.key !== key)
  held.value = held.value.filter((each) => each.key !== key)
  if (others.length < begins.value.length) put({ begins: others })
}
</script>

<template>
  <div v-if="desk" class="stack">
    <PickOne v-model="answers" :label="answerWords.title" :options="PLACES" hide-label />
    <template v-if="trees.length">
      <PickOne v-model="usual" :label="say.beginsWith" :options="choices" />
      <FoldedPart
        :label="say.narrow"
        :holds="narrow.length ? say.somewhere : say.everywhere"
        :open="narrow.length > 0"
      >
        <div class="stack">
          <p class="small muted">{{ say.beginsLead }}</p>
          <section v-for="each in narrow" :key="each.key" class="soft stack">
            <PickOne
              :model-value="each.signposts ?? ''"
              :label="say.beginsWith"
              :options="trees"
              @update:model-value="change(each.key, { signposts: $event })"
            />
            <OwnPages
              :model-value="each.pages ?? []"
              :state="state"
              :title="say.onPages"
              :none="answerWords.everyPage.toLowerCase()"
              only-show
              @update:model-value="change(each.key, { pages: $event })"
            />
            <PickSome
              v-if="languages.length > 1"
              :model-value="each.languages ?? []"
              :label="say.forReaders"
              :options="languages"
              :help="answerWords.anyLanguage"
              @update:model-value="change(each.key, { languages: $event })"
            />
            <p v-if="!isNarrow(each)" class="small" role="status">{{ say.notYet }}</p>
            <p>
              <button type="button" class="quiet" @click="remove(each.key)">{{ say.removeBegins }}</button>
            </p>
          </section>
          <p>
            <button type="button" class="act" @click="add">{{ say.addBegins }}</button>
          </p>
        </div>
      </FoldedPart>
    </template>
    <p>
      <router-link class="act" :to="{ name: 'answers', params: { site: desk.site } }">{{
        say.open
      }}</router-link>
      {{ ' ' }}<span class="small muted">{{ say.count(desk.answers) }}</span>
    </p>
  </div>
</template>
