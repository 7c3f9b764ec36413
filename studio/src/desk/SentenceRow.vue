<script setup lang="ts">
/** One matter of the door: a sentence, or, opened, the drawer with its editor. */
import { nextTick, onMounted, ref, watch } from 'vue'
import type { Piece } from '../logic/sentences'
import DoorGlyph from '../parts/DoorGlyph.vue'
import MayDo from '../parts/MayDo.vue'
import { deskWords } from '../words/desk'
import { words } from '../words/app'

const open = defineModel<boolean>('open', { required: true })
defineProps<{
  label: string
  about?: string
  pieces: Piece[]
  notLive?: boolean
  roomy?: boolean
  stops?: boolean
}>()
/** The row of the editor that was asked for by a press on its words. */
let wanted = ''
/** The word that was pressed, by its place in the sentence: closed again, it has the focus. */
let pressed = 0
function press(piece: Piece, at = 0): void {
  wanted = piece.at ?? ''
  pressed = at
  open.value = true
}
/** What gets the focus: the row asked for, else the first part. */
function firstPart(body: ParentNode | null | undefined): HTMLElement | null {
  const asked = wanted ? body?.querySelector<HTMLElement>(`section[aria-label="${wanted}"]`) : null
  const parts = 'input, textarea, button:not([tabindex="-1"])'
  return (asked ?? body)?.querySelector<HTMLElement>(parts) ?? null
}
const row = ref<HTMLElement>()
const drawer = ref<HTMLElement>()
/** The editor comes up under the sentence before it, which stays in sight. */
function bring(): void {
  const room = drawer.value?.closest<HTMLElement>('.rows')
  if (!room || !drawer.value) return
  if (room.scrollHeight > room.clientHeight) room.scrollTop = Math.max(0, drawer.value.offsetTop - 46)
  else if (matchMedia('(max-width: 980px)').matches) drawer.value.scrollIntoView({ block: 'start' })
}
/** Give it the focus; a row further down is brought into sight too. */
function begin(part: HTMLElement | null | undefined): void {
  part?.focus({ preventScroll: true })
  if (wanted) part?.closest('section')?.scrollIntoView({ block: 'start' })
}
/**
 * An editor that comes a moment later grows its drawer: then it is brought up, and its first part gets the
 * focus.
 */
function whenGrown(): void {
  const body = drawer.value?.querySelector('.body')
  if (!body) return
  const seen = new ResizeObserver(() => {
    const first = firstPart(body)
    if (!first) return
    seen.disconnect()
    bring()
    if (drawer.value?.contains(document.activeElement)) begin(first)
  })
  seen.observe(body)
}
onMounted(() => {
  if (open.value) {
    requestAnimationFrame(bring)
    // The stage above it comes a moment later.
    setTimeout(bring, 800)
    whenGrown()
  }
})
watch(open, async (now) => {
  await nextTick()
  bring()
  if (now) {
    const first = firstPart(drawer.value?.querySelector('.body'))
    begin(first ?? drawer.value?.querySelector<HTMLElement>('button'))
    if (!first) whenGrown()
  } else {
    const words = row.value?.querySelectorAll<HTMLElement>('.press')
    ;(words?.[pressed] ?? words?.[0])?.focus({ preventScroll: true })
  }
})
</script>

<template>
  <section v-if="open" ref="drawer" class="drawer" :aria-label="label" @keydown.esc.stop="open = false">
    <header>
      <h2>{{ label }}</h2>
      <span v-if="notLive" class="tag">{{ words.desk.tag }}</span><button
        type="button"
        class="done"
        @click="open = false"
      >
        {{ words.desk.done }}
      </button>
    </header>
    <p v-if="about" class="about">{{ about }}</p>
    <div class="body">
      <MayDo power="doors"><slot /></MayDo>
    </div>
  </section>
  <div v-else ref="row" class="row" :class="{ roomy }" @click="press({ text: '' })">
    <span class="label">{{ label }}</span>
    <p class="sentence">
      <template v-for="(piece, i) in pieces" :key="i"
        ><button
          v-if="piece.press"
          type="button"
          class="press"
          :class="{ blank: piece.blank }"
          :aria-label="`${label}: ${piece.text}`"
          @click.stop="press(piece, pieces.slice(0, i).filter((other) => other.press).length)"
        >
          <i v-if="piece.swatch" class="swatch" :style="{ background: piece.swatch }" />{{
            piece.text
          }}</button
        ><template v-else>{{ piece.text }}</template></template
      >
    </p>
    <span v-if="stops" class="tag clay"
      ><DoorGlyph state="barred" :size="13" />{{ deskWords.stage.tag }}</span
    >
    <span v-if="notLive" class="tag">{{ words.desk.tag }}</span>
  </div>
</template>

<style scoped>
.row {
  display: flex;
  align-items: baseline;
  min-height: 38px;
  padding: 8px 12px;
  border-bottom: 1px solid var(--hairline);
  cursor: pointer;
}
.row.roomy {
  min-height: 44px;
  padding-block: 9px;
}
.label {
  flex: none;
  width: 106px;
  font-size: 13px;
  color: var(--muted);
}
.sentence {
  flex: 1;
  font-size: 15px;
  line-height: 25px;
  overflow-wrap: anywhere;
}
.press {
  display: inline;
  text-align: start;
  border-bottom: 2px solid var(--brass);
  line-height: 21px;
  overflow-wrap: anywhere;
}
.row:hover .press,
.press:hover {
  background: var(--brass-tint);
}
.blank {
  border-bottom-style: dashed;
  color: var(--muted);
}
.swatch {
  display: inline-block;
  width: 13px;
  height: 15px;
  border-radius: 6px 6px 3px 3px;
  margin-right: 6px;
  vertical-align: -2px;
  border: 1px solid rgb(0 0 0 / 15%);
}
.tag {
  margin-left: 12px;
}
.about {
  margin: -6px 0 12px;
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
.drawer {
  margin: 0 -4px 10px;
  padding: 12px 20px 18px;
  background: var(--card);
  border-radius: 20px 20px 10px 10px;
  box-shadow: var(--raised);
  animation: pull 0.22s ease-out;
}
@keyframes pull {
  from {
    opacity: 0;
    transform: translateY(-6px);
  }
}
header {
  display: flex;
  align-items: center;
  min-height: 34px;
  margin-bottom: 8px;
}
h2 {
  font-size: 15.5px;
  line-height: 21px;
}
.done {
  margin-left: auto;
  font-weight: 600;
  font-size: 14px;
  color: var(--mulberry);
  min-height: 32px;
  padding: 0 4px;
}
.done:hover {
  border-bottom: 2px solid var(--brass);
}
@media (max-width: 700px) {
  .label {
    width: 84px;
  }
  .done {
    min-height: 44px;
  }
  .row {
    min-height: 48px;
  }
}
</style>
