<script setup lang="ts">
/** How the door looks, row by row; every change shows on the stage as it is made. */
import { computed, onMounted, shallowRef } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import ColourRow from './looks/ColourRow.vue'
import LettersRow from './looks/LettersRow.vue'
import MarkRow from './looks/MarkRow.vue'
import OwnCssRow from './looks/OwnCssRow.vue'
import PaletteRow from './looks/PaletteRow.vue'
import PicturesRow from './looks/PicturesRow.vue'
import PlaceRow from './looks/PlaceRow.vue'
import ShapeRow from './looks/ShapeRow.vue'
import { looksWords as say } from '../words/looks'

const props = defineProps<{ state: DeskState; contrast: Schemas['ContrastOut'] | undefined; paints: () => Promise<Schemas['PaintIn'][]> }>()
const emit = defineEmits<{ show: ['button' | 'card']; compare: [on: boolean] }>()
const looks = computed(() => props.state.draft.value?.looks)
const isLive = computed(() => !!props.state.desk.value?.release && !props.state.door.value?.not_live.includes('door_added'))
const choices = shallowRef<Schemas['LooksChoicesOut'] | null>(null)
onMounted(async () => { choices.value = await want(api.GET('/api/looks')) })
const set = (change: Partial<Schemas['Looks']>): void => props.state.write('looks', change)
</script>

<template>
  <div v-if="looks" class="looks">
    <ColourRow :looks="looks" :contrast="contrast" :mixes="choices?.mixes ?? []" :paints="paints" @set="set" />
    <PaletteRow :looks="looks" :contrast="contrast" @set="set" />
    <ShapeRow :looks="looks" :glyphs="choices?.glyphs ?? []" :brand="contrast?.palette" @set="set" />
    <PlaceRow :looks="looks" :brand="contrast?.palette" :opens="state.draft.value?.press.opens ?? 'up'" @set="set" @opens="state.write('press', { opens: $event })" />
    <MarkRow :looks="looks" :glyphs="choices?.glyphs ?? []" :brand="contrast?.palette" @set="set" @show="emit('show', $event)" />
    <LettersRow :looks="looks" :fonts="choices?.fonts ?? []" @set="set" @show="emit('show', $event)" />
    <PicturesRow :looks="looks" @set="set" @show="emit('show', $event)" />
    <OwnCssRow :looks="looks" :parts="choices?.parts ?? []" :dropped="contrast?.dropped ?? []" @set="set" />
    <p v-if="isLive" class="compare"><button type="button" class="chip" @pointerdown="emit('compare', true)" @pointerup="emit('compare', false)" @pointerleave="emit('compare', false)" @keydown.space.prevent="emit('compare', true)" @keyup.space="emit('compare', false)" @blur="emit('compare', false)">{{ say.compare }}</button><span class="small muted">{{ say.compareKey }}</span></p>
  </div>
</template>

<style scoped>
.compare { display: flex; gap: 12px; align-items: center; padding-top: 12px; border-top: 1px solid var(--hairline) }
</style>
