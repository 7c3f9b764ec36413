<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import DoorGlyph from '../parts/DoorGlyph.vue'
import TextBox from '../parts/TextBox.vue'
import { words } from '../words/en'

const props = defineProps<{ state: DeskState; contrast: Schemas['ContrastOut'] | undefined }>()
const looks = computed(() => props.state.draft.value?.looks)
function set(change: Partial<Schemas['Looks']>): void {
  props.state.write('looks', change)
}
const colour = computed({ get: () => looks.value?.colour ?? '', set: (value: string) => set({ colour: value }) })
const picked = computed({ get: () => props.contrast?.colour ?? '#5e1f38', set: (value: string) => set({ colour: value }) })
const MIXES = ['#5e1f38', '#1f4d46', '#24406b', '#7a3b12', '#3f3a5c', '#2f5a2b']
const SHAPES = ['arch', 'round'] as const
const CORNERS = ['left', 'right'] as const
</script>

<template>
  <div v-if="looks" class="looks">
    <div>
      <TextBox v-model="colour" :label="words.looks.colour" :help="words.looks.colourHelp" dir="ltr" :wrong="contrast && !contrast.colour ? words.looks.notColour : ''" :maxlength="100">
        <template #inside><label class="pick"><span class="sr">{{ words.looks.pick }}</span><input v-model="picked" type="color" /></label></template>
      </TextBox>
      <div class="mixes" role="group" :aria-label="words.looks.mixes"><button v-for="mix in MIXES" :key="mix" type="button" :style="{ background: mix }" :aria-label="mix" :aria-pressed="looks.colour === mix" @click="set({ colour: mix })" /></div>
      <template v-if="contrast?.colour">
        <p class="reads" role="status"><DoorGlyph :state="contrast.reads ? 'open' : 'barred'" :size="17" /><span v-if="contrast.reads">{{ words.looks.reads(contrast.ratio) }}</span><span v-else>{{ words.looks.faint(contrast.ratio) }} <button type="button" class="press" @click="set({ label_colour: contrast.nearest })">{{ words.looks.use }}</button></span></p>
        <p v-if="!contrast.seen_reads" class="reads"><DoorGlyph state="ajar" :size="17" /><span>{{ words.looks.pale(contrast.seen) }} <button type="button" class="press" @click="set({ colour: contrast.seen_nearest })">{{ words.looks.use }}<i :style="{ background: contrast.seen_nearest }" /></button></span></p>
      </template>
    </div>
    <fieldset><legend>{{ words.looks.shape }}</legend>
      <div class="choices"><button v-for="shape in SHAPES" :key="shape" type="button" class="choice" :class="{ on: looks.shape === shape }" :aria-pressed="looks.shape === shape" @click="set({ shape })"><i class="as" :class="shape" :style="{ background: contrast?.colour ?? undefined }" />{{ shape === 'arch' ? words.looks.arch : words.looks.round }}</button></div>
    </fieldset>
    <fieldset><legend>{{ words.looks.corner }}</legend>
      <div class="choices"><button v-for="corner in CORNERS" :key="corner" type="button" class="choice" :class="{ on: looks.corner === corner }" :aria-pressed="looks.corner === corner" @click="set({ corner })"><i class="page" :class="corner" />{{ corner === 'left' ? words.looks.left : words.looks.right }}</button></div>
    </fieldset>
  </div>
</template>

<style scoped>
.looks { display: grid; gap: 18px }
.pick { display: block; margin-inline-end: -4px } .pick input { display: block; width: 30px; height: 32px; padding: 0; border: 1px solid var(--box-line); border-radius: var(--arch-32); overflow: hidden; background: none; cursor: pointer } .pick input::-webkit-color-swatch-wrapper { padding: 0 } .pick input::-webkit-color-swatch { border: 0 }
.mixes { display: flex; gap: 8px; margin: 12px 0 10px } .mixes button { width: 34px; height: 36px; border-radius: 15px 15px 8px 8px } .mixes button[aria-pressed='true'] { outline: 2px solid var(--dark); outline-offset: 2px }
.reads { display: flex; gap: 10px; align-items: start; font-size: 14px; line-height: 20px; margin-top: 6px }
.press { border-bottom: 2px solid var(--brass); font-weight: 600; color: var(--mulberry); line-height: 18px } .press i { display: inline-block; width: 12px; height: 13px; border-radius: 5px 5px 3px 3px; margin-left: 6px; vertical-align: -1px }
fieldset { border: 0; padding: 0; margin: 0 } legend { font-weight: 600; font-size: 14px; padding: 0; margin-bottom: 8px }
.choices { display: flex; gap: 10px; flex-wrap: wrap } .choice { display: flex; align-items: center; gap: 12px; min-height: 48px; padding: 6px 18px 6px 12px; border: 1px solid var(--box-line); border-radius: var(--arch-card); background: var(--card); font-weight: 500 } .choice:hover { background: var(--wine-tint) } .choice.on { border-color: var(--mulberry); box-shadow: inset 0 0 0 1px var(--mulberry); background: var(--wine-tint) }
.as { width: 44px; height: 30px; background: var(--mulberry) } .as.arch { border-radius: 15px 15px 6px 6px } .as.round { width: 32px; height: 32px; border-radius: 50% }
.page { position: relative; width: 44px; height: 32px; border: 1px solid var(--edge); border-radius: 4px; background: #fff } .page::after { content: ''; position: absolute; bottom: 3px; width: 10px; height: 8px; border-radius: 4px 4px 2px 2px; background: var(--mulberry) } .page.left::after { left: 3px } .page.right::after { right: 3px }
</style>
