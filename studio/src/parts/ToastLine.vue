<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'
import { useEventListener } from '@vueuse/core'
import { useToast } from '../composables/useToast'
import { words } from '../words/app'

const toast = useToast()
const shown = computed({
  get: () => toast.current.value !== null,
  set: (on) => {
    if (!on) toast.clear()
  },
})
/** At the foot, or on top where it would cover what is being used. */
const onTop = ref(false)
let last: { x: number; y: number } | null = null
const covers = (a: DOMRect, b: DOMRect): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom
async function stepAside(): Promise<void> {
  await nextTick()
  const line = document.querySelector('.v-snackbar__wrapper')
  if (!line || line.contains(document.activeElement)) return
  const box = line.getBoundingClientRect()
  const used = document.activeElement?.matches('body')
    ? null
    : document.activeElement?.getBoundingClientRect()
  const pressed = last && new DOMRect(last.x - 22, last.y - 22, 44, 44)
  if ([used, pressed].some((other) => other && other.height < innerHeight / 2 && covers(box, other)))
    onTop.value = !onTop.value
}
watch(
  () => toast.current.value,
  (now) => {
    onTop.value = false
    if (now) setTimeout(() => void stepAside(), 60)
  },
)
useEventListener(document, 'pointerdown', (event: PointerEvent) => {
  last = { x: event.clientX, y: event.clientY }
})
useEventListener(document, 'focusin', () => {
  if (shown.value) void stepAside()
})
/** Where the focus was before F6 brought it here. */
let before: HTMLElement | null = null
const isHeld = ref(false)
useEventListener(document, 'keydown', (event: KeyboardEvent) => {
  if (event.key !== 'F6' || !shown.value) return
  event.preventDefault()
  const line = document.querySelector<HTMLElement>('.v-snackbar__wrapper')
  if (line?.contains(document.activeElement)) before?.focus()
  else {
    before = document.activeElement instanceof HTMLElement ? document.activeElement : null
    line?.querySelector('button')?.focus()
  }
})
function close(): void {
  toast.clear()
  before?.focus()
  before = null
}
async function undo(): Promise<void> {
  const act = toast.current.value?.undo
  close()
  await act?.()
}
</script>

<template>
  <v-snackbar
    v-model="shown"
    :timeout="isHeld ? -1 : toast.current.value?.undo ? 20_000 : 8_000"
    :location="onTop ? 'top start' : 'bottom start'"
    role="status"
    @focusin="isHeld = true"
    @focusout="isHeld = false"
  >
    <span class="said">{{ toast.current.value?.text }}</span>
    <template #actions>
      <button v-if="toast.current.value?.undo" type="button" class="undo" @click="undo">
        {{ words.desk.undo }}
      </button>
      <button type="button" class="x" :aria-label="words.close" @click="close">×</button>
    </template>
  </v-snackbar>
</template>

<style scoped>
.said {
  font-size: 15px;
}
.undo {
  font-weight: 600;
  border-bottom: 2px solid var(--brass);
  padding: 4px 2px;
  margin-right: 8px;
}
.x {
  width: 32px;
  height: 32px;
  font-size: 18px;
}
</style>
