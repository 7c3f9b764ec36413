<script setup lang="ts">
/** How the door looks, row by row; every change shows on the stage as it is made. */
import { computed, onMounted, shallowRef } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useToast } from '../composables/useToast'
import FoldedPart from '../parts/FoldedPart.vue'
import LookRow from '../parts/LookRow.vue'
import ColourRow from './looks/ColourRow.vue'
import DarkRow from './looks/DarkRow.vue'
import LettersRow from './looks/LettersRow.vue'
import MarkRow from './looks/MarkRow.vue'
import MixesRow from './looks/MixesRow.vue'
import OwnCssRow from './looks/OwnCssRow.vue'
import PaletteRow from './looks/PaletteRow.vue'
import PicturesRow from './looks/PicturesRow.vue'
import PlaceRow from './looks/PlaceRow.vue'
import ReadsRow from './looks/ReadsRow.vue'
import ShapeRow from './looks/ShapeRow.vue'
import { looksWords as say } from '../words/looks'

const props = defineProps<{
  state: DeskState
  contrast: Schemas['ContrastOut'] | undefined
  paints: () => Promise<Schemas['PaintIn'][]>
}>()
const emit = defineEmits<{ show: ['button' | 'card']; compare: [on: boolean] }>()
const toast = useToast()
const looks = computed(() => props.state.draft.value?.looks)
const isLive = computed(
  () => !!props.state.desk.value?.release && !props.state.door.value?.not_live.includes('door_added'),
)
const choices = shallowRef<Schemas['LooksChoicesOut'] | null>(null)
const starts = shallowRef<Schemas['StartOut'][]>([])
onMounted(async () => {
  ;[choices.value, starts.value] = await Promise.all([
    want(api.GET('/api/looks')),
    want(api.GET('/api/starts')),
  ])
})
/** A ready look, whole; words and people stay. */
function begin(start: Schemas['StartOut']): void {
  const before = looks.value
  if (!before) return
  props.state.put('looks', { ...start.looks, logo: before.logo, banner: before.banner })
  toast.say(say.readyTaken(start.name), () => props.state.put('looks', before))
}
/** What stands under More, and what of it is the owner's. */
const holds = computed(() =>
  looks.value
    ? say.moreHolds(
        Object.keys(looks.value.palette ?? {}).length + (looks.value.label_colour ? 1 : 0),
        say.scheme[looks.value.scheme ?? 'light'] ?? '',
        !!looks.value.css,
      )
    : '',
)
const set = (change: Partial<Schemas['Looks']>): void => props.state.write('looks', change)
</script>

<template>
  <div v-if="looks" class="looks">
    <LookRow v-if="starts.length" :label="say.rows.ready"
      ><div class="ready">
        <button v-for="start in starts" :key="start.key" type="button" class="chip" @click="begin(start)">
          <i :style="{ background: start.looks.colour }" />{{ start.name }}
        </button>
      </div>
      <p class="small muted">{{ say.readyHelp }}</p></LookRow
    >
    <ColourRow :looks="looks" :contrast="contrast" :paints="paints" @set="set" />
    <ReadsRow :looks="looks" :contrast="contrast" @set="set" />
    <ShapeRow :looks="looks" :glyphs="choices?.glyphs ?? []" :brand="contrast?.palette" @set="set" />
    <PlaceRow
      :looks="looks"
      :brand="contrast?.palette"
      :opens="state.draft.value?.press.opens ?? 'up'"
      @set="set"
      @opens="state.write('press', { opens: $event })"
    />
    <MarkRow
      :looks="looks"
      :glyphs="choices?.glyphs ?? []"
      :brand="contrast?.palette"
      @set="set"
      @show="emit('show', $event)"
    />
    <LettersRow :looks="looks" :fonts="choices?.fonts ?? []" @set="set" @show="emit('show', $event)" />
    <PicturesRow :looks="looks" @set="set" @show="emit('show', $event)" />
    <FoldedPart :label="say.more" :holds="holds" class="more">
      <MixesRow :contrast="contrast" :mixes="choices?.mixes ?? []" @set="set" />
      <PaletteRow :looks="looks" :contrast="contrast" @set="set" />
      <DarkRow :looks="looks" @set="set" />
      <OwnCssRow :looks="looks" :parts="choices?.parts ?? []" :dropped="contrast?.dropped ?? []" @set="set" />
    </FoldedPart>
    <p v-if="isLive" class="compare">
      <button
        type="button"
        class="chip"
        @pointerdown="emit('compare', true)"
        @pointerup="emit('compare', false)"
        @pointerleave="emit('compare', false)"
        @keydown.space.prevent="emit('compare', true)"
        @keyup.space="emit('compare', false)"
        @blur="emit('compare', false)"
      >
        {{ say.compare }}</button><span class="small muted">{{ say.compareKey }}</span>
    </p>
  </div>
</template>

<style scoped>
.more {
  border-top: 1px solid var(--hairline);
}
.ready {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.ready .chip {
  display: inline-flex;
  gap: 7px;
  align-items: center;
}
.ready i {
  width: 14px;
  height: 15px;
  border-radius: 6px 6px 3px 3px;
}
.compare {
  display: flex;
  gap: 12px;
  align-items: center;
  padding-top: 12px;
  border-top: 1px solid var(--hairline);
}
</style>
