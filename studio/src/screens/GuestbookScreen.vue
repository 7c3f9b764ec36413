<script setup lang="ts">
/** The guestbook: the list left, one entry as a letter right. */
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useGuestbook, type View } from '../composables/useGuestbook'
import { isTyping, singleKeys } from '../composables/useKeys'
import GuestLetter from '../guestbook/GuestLetter.vue'
import GuestList from '../guestbook/GuestList.vue'
import EmptyDoor from '../parts/EmptyDoor.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { useRadioKeys } from '../composables/useRadioKeys'
import { guestWords as say } from '../words/guestbook'
import { words } from '../words/app'

const KeptSheet = defineAsyncComponent(() => import('../guestbook/KeptSheet.vue'))
const props = defineProps<{ entry?: string }>()
const router = useRouter()
const book = useGuestbook()
const { list, view, search, entry: open, lost } = book
const keeps = ref(false)
const letter = ref<InstanceType<typeof GuestLetter>>()
const chosen = computed(() => (props.entry ? Number(props.entry) : null))
const sums = computed(() => list.value?.sums)
const all = computed(() => (sums.value ? sums.value.waiting + sums.value.taken + sums.value.done : 0))
const isEmpty = computed(
  () => !!sums.value && !all.value && !sums.value.not_ours && !sums.value.apart && !search.value,
)
const sinceDay = computed(() =>
  sums.value?.first_at
    ? new Date(sums.value.first_at).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' })
    : '',
)
const views = computed<{ value: View; label: string }[]>(() => [
  { value: 'everyone', label: say.views.everyone },
  { value: 'mine', label: withCount(say.views.mine, sums.value?.mine) },
  { value: 'nobody', label: withCount(say.views.nobody, sums.value?.nobody) },
  { value: 'not_ours', label: withCount(say.views.not_ours, sums.value?.apart) },
])
const withCount = (label: string, count = 0): string => (count ? `${label}, ${String(count)}` : label)
const viewKeys = useRadioKeys(
  () => views.value.length,
  () => views.value.findIndex((each) => each.value === view.value),
  (i) => {
    view.value = views.value[i]?.value ?? 'everyone'
  },
)
watch(
  chosen,
  (id) => {
    if (id) void book.open(id)
    else book.shut()
  },
  { immediate: true },
)
/** Beside the list there is always one open; on a phone the list comes first. */
const wide = window.matchMedia('(min-width: 801px)')
watch(list, (now, before) => {
  const first = now?.entries[0]
  if (first && !before && !chosen.value && wide.matches) go(first.id, true)
})
function go(id: number, instead = false): void {
  void router[instead ? 'replace' : 'push']({ name: 'guestbook', params: { entry: id } })
}
function step(by: number): void {
  const rows = list.value?.entries ?? []
  const at = rows.findIndex((row) => row.id === chosen.value)
  const next = rows[at < 0 ? 0 : at + by]
  if (!next) return
  go(next.id, true)
  const row = document.querySelector<HTMLElement>(`[data-entry="${String(next.id)}"]`)
  row?.focus()
  row?.scrollIntoView({ block: 'nearest' })
}
function key(event: KeyboardEvent): void {
  if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return
  if (document.querySelector('.v-overlay--active, dialog[open]')) return
  const inList =
    event.target instanceof HTMLElement &&
    (event.target.matches('[data-entry]') || event.target === document.body)
  if (inList && (event.key === 'ArrowDown' || event.key === 'ArrowUp'))
    step(event.key === 'ArrowDown' ? 1 : -1)
  else if (!singleKeys.value) return
  else if (event.key.toLowerCase() === 'd') letter.value?.done()
  else if (event.key.toLowerCase() === 'g') letter.value?.give()
  else return
  event.preventDefault()
}
onMounted(() => {
  void book.load()
  addEventListener('keydown', key)
})
onBeforeUnmount(() => removeEventListener('keydown', key))
function gone(): void {
  const first = list.value?.entries[0]
  if (first && wide.matches) go(first.id, true)
  else void router.replace({ name: 'guestbook' })
}
</script>

<template>
  <TopBar help="guestbook" here="guestbook" />
  <main id="main" class="guestbook" :class="{ reading: chosen }">
    <header>
      <h1>{{ say.title }}</h1>
      <p class="muted">{{ say.lead(all, sinceDay) }}</p>
      <div
        v-if="!isEmpty"
        class="views"
        role="radiogroup"
        :aria-label="say.view"
        @keydown="viewKeys.onKeydown"
      >
        <button
          v-for="each in views"
          :key="each.value"
          type="button"
          class="chip"
          role="radio"
          :aria-checked="view === each.value"
          :class="{ on: view === each.value }"
          :tabindex="view === each.value ? 0 : -1"
          @click="view = each.value"
        >
          {{ each.label }}
        </button>
      </div>
      <button type="button" class="act" @click="keeps = true">{{ say.kept }}</button>
    </header>
    <p v-if="lost" role="alert">
      {{ lost }} <button type="button" class="act" @click="book.load">{{ words.desk.again }}</button>
    </p>
    <p v-else-if="!list" class="muted" role="status">{{ say.loading }}</p>
    <EmptyDoor v-else-if="isEmpty" :title="say.empty" :says="say.emptyHelp(list.kept_days)" />
    <div v-if="list && !isEmpty" class="both">
      <div class="list">
        <TextBox
          v-model="search"
          type="search"
          :label="say.search"
          :placeholder="say.search"
          hide-label
          dir="auto"
        />
        <GuestList v-if="list.entries.length" :list="list" :chosen="chosen" @more="book.more" />
        <p v-else class="none muted" role="status">
          {{ search.trim() ? say.nothing(search.trim()) : say.emptyView[view] }}
        </p>
      </div>
      <div class="open">
        <button v-if="chosen" type="button" class="act backward" @click="router.push({ name: 'guestbook' })">
          ‹ {{ say.back }}
        </button>
        <p v-if="book.missing.value" role="alert">{{ book.missing.value }}</p>
        <GuestLetter
          v-if="open"
          ref="letter"
          :book="book"
          :entry="open"
          :hands="list.hands"
          :me="list.me"
          @gone="gone"
        />
      </div>
    </div>
    <KeptSheet v-if="keeps" :view="view" :search="search" @close="keeps = false" />
  </main>
</template>

<style scoped src="./GuestbookScreen.css"></style>
