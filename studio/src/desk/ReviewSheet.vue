<script setup lang="ts">
/** What is not live, was and now; the careful look; what goes out. Covers the door, never the stage. */
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useMasking } from '../composables/useMasking'
import { useRouter } from 'vue-router'
import { useToast } from '../composables/useToast'
import { changeTold, marked } from '../logic/review'
import { isOnASite } from '../logic/standing'
import { since } from '../logic/time'
import DoorGlyph from '../parts/DoorGlyph.vue'
import type { Matter } from '../words/desk'
import { words } from '../words/app'
import { reviewWords as say } from '../words/review'

const props = defineProps<{ state: DeskState; publishing: boolean }>()
const emit = defineEmits<{
  close: []
  publish: [leaveOut: Schemas['MatterIn'][]]
  open: [door: string, matter: Matter | null]
}>()
const toast = useToast()
const router = useRouter()
const review = shallowRef<Schemas['ReviewOut'] | null>(null)
const left = ref<Set<string>>(new Set())
const sheet = ref<HTMLElement>()
const desk = computed(() => props.state.desk.value)
type Change = Schemas['ChangeOut']
const idOf = ({ what, door, channel, about }: Change): string => [what, door, channel, about].join(':')
const path = () => ({ params: { path: { key: desk.value?.site ?? '' } } })
async function load(): Promise<void> {
  try {
    review.value = await want(api.GET('/api/sites/{key}/review', path()))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
watch(
  () => desk.value?.changes,
  () => void load(),
  { immediate: true },
)
onMounted(() => void nextTick(() => sheet.value?.focus()))
const masking = useMasking()
const groups = computed(() => {
  const out = new Map<string, { door: string; name: string; changes: Change[] }>()
  for (const change of review.value?.changes ?? []) {
    const name =
      desk.value?.doors.find((item) => item.key === change.door)?.name ??
      review.value?.live.find((item) => item.key === change.door)?.name ??
      say.business
    const group = out.get(change.door) ?? { door: change.door, name, changes: [] }
    group.changes.push(change)
    out.set(change.door, group)
  }
  return [...out.values()]
})
const shownOf = (change: Change) => {
  const whole = desk.value
    ? changeTold(change, review.value?.live ?? [], desk.value, words)
    : { was: '', now: '' }
  const all = { was: masking.within(whole.was), now: masking.within(whole.now) }
  const others = review.value?.changes.filter(
    (item) => item.door === change.door && item.sentence === change.sentence,
  )
  // A sentence that differs by one thing alone tells it already.
  const isTold = all.was && change.details.length < 2 && others?.length === 1
  return { was: all.was, parts: marked(all), details: isTold ? [] : change.details.map(masking.within) }
}
const going = computed(() => (review.value?.changes ?? []).filter((change) => !left.value.has(idOf(change))))
const blocks = computed(
  () => (review.value?.findings ?? []).filter((finding) => finding.weight === 'blocks').length,
)
const turn = (change: Change): void => {
  const next = new Set(left.value)
  if (!next.delete(idOf(change))) next.add(idOf(change))
  left.value = next
}
async function undo(change: Change): Promise<void> {
  const { what, door, channel, about } = change
  await props.state.act(
    api.POST('/api/sites/{key}/revert', { ...path(), body: { what, door, channel, about } }),
  )
  toast.say(`${say.undo}: ${change.says}`, () => props.state.undo())
}
async function mend(finding: Schemas['FindingOut']): Promise<void> {
  const door = desk.value?.doors.find((item) => item.key === finding.door)
  const at = door ? { params: { path: { key: door.key } } } : null
  const save = (parts: Schemas['DoorSome']) =>
    at && door
      ? props.state.act(api.PATCH('/api/doors/{key}', { ...at, body: { version: door.version, ...parts } }))
      : undefined
  if (finding.act === 'label_colour' && door)
    await save({ looks: { ...door.looks, label_colour: finding.value } })
  else if (finding.act === 'take_notes') await save({ takes_notes: true })
  else if (finding.act === 'remember') await save({ remembers: true })
  else if (finding.act === 'remove_rule' && door)
    await save({ pages: door.pages.filter((_, i) => i !== Number(finding.value)) })
  else if (finding.act === 'move_up')
    await props.state.act(
      api.POST('/api/sites/{key}/doors-order', {
        ...path(),
        body: {
          keys: [
            finding.value,
            ...(desk.value?.doors.map((door) => door.key).filter((key) => key !== finding.value) ?? []),
          ],
        },
      }),
    )
  else if (finding.act === 'open_answer' || finding.act === 'open_signposts') {
    const name = finding.act === 'open_answer' ? 'answers' : 'signposts'
    await router.push({ name, params: { site: desk.value?.site ?? '', piece: finding.value } })
    return
  } else emit('open', finding.door, (finding.opens || null) as Matter | null)
  await load()
}
const head = computed(() =>
  desk.value?.release
    ? say.since(review.value?.changes.length ?? 0, since(new Date(desk.value.release.at), new Date()))
    : say.first,
)
</script>

<template>
  <section
    ref="sheet"
    class="sheet"
    role="dialog"
    aria-modal="false"
    :aria-label="say.title"
    tabindex="-1"
    @keydown.esc.stop="emit('close')"
  >
    <div class="head">
      <h2>{{ say.title }}</h2>
      <button type="button" class="act" @click="emit('close')">{{ say.back }}</button>
    </div>
    <div v-if="review" class="body">
      <h3>
        {{
          review.changes.length
            ? head
            : state.desk.value && isOnASite(state.desk.value)
              ? say.allLive
              : words.desk.allPublished
        }}
      </h3>
      <template v-for="group in groups" :key="group.name">
        <h4 v-if="groups.length > 1 || group.door !== state.door.value?.key">{{ group.name }}</h4>
        <ul>
          <li v-for="change in group.changes" :key="idOf(change)" :class="{ out: left.has(idOf(change)) }">
            <span class="label">{{ say.what[change.what] ?? change.what }}</span>
            <div class="told">
              <small v-if="shownOf(change).was">{{ say.was }} {{ shownOf(change).was }}</small
              >{{ shownOf(change).parts[0] }}
              <mark v-if="shownOf(change).parts[1]">{{ shownOf(change).parts[1] }}</mark>
              {{ shownOf(change).parts[2] }}
              <ul v-if="shownOf(change).details.length" class="details" :aria-label="say.details">
                <li v-for="line in shownOf(change).details" :key="line" dir="auto">{{ line }}</li>
              </ul>
            </div>
            <span class="acts"
              ><button
                v-if="desk?.release"
                type="button"
                class="act"
                :aria-label="`${say.undo}: ${change.says}`"
                @click="undo(change)"
              >
                {{ say.undo }}</button
              ><button
                v-if="desk?.release && review.changes.length > 1"
                type="button"
                class="quiet"
                :aria-pressed="left.has(idOf(change))"
                :aria-label="`${say.leave}: ${change.says}`"
                @click="turn(change)"
              >
                {{ left.has(idOf(change)) ? say.take : say.leave }}
              </button></span
            >
          </li>
        </ul>
      </template>
      <h3>{{ say.careful }}</h3>
      <ul class="look">
        <li v-for="(finding, i) in review.findings" :key="i" :class="finding.weight">
          <DoorGlyph :state="finding.weight === 'blocks' ? 'barred' : 'ajar'" :size="20" />
          <p>
            <b>{{ finding.says }}</b> {{ finding.more
            }}<button type="button" class="act" @click="mend(finding)">{{ finding.fix }}</button>
          </p>
          <span v-if="finding.weight === 'blocks'" class="must">{{ say.must }}</span>
        </li>
        <li v-if="!review.findings.length">
          <DoorGlyph state="open" :size="20" />
          <p>{{ say.nothing }}</p>
        </li>
      </ul>
      <p class="small muted">{{ review.looked }}</p>
    </div>
    <footer>
      <p>
        <b>{{ blocks ? say.mend(blocks) : going.length ? say.ready(going.length) : say.none }}</b><small>{{
          say.after
        }}</small>
      </p>
      <v-btn
        color="primary"
        :disabled="blocks > 0 || !going.length"
        :loading="publishing"
        @click="
          emit(
            'publish',
            (review?.changes ?? [])
              .filter((change) => left.has(idOf(change)))
              .map(({ what, door, channel, about }) => ({ what, door, channel, about })),
          )
        "
        >{{ say.publish }}</v-btn
      >
    </footer>
  </section>
</template>

<style scoped src="./ReviewSheet.css"></style>
