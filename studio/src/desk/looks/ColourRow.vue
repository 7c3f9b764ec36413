<script setup lang="ts">
/**
 * The one colour that everything follows: typed, picked, taken from the page or a picture, or one of ours.
 */
import { computed, ref } from 'vue'
import { api, want, type Schemas } from '../../api/client'
import DoorGlyph from '../../parts/DoorGlyph.vue'
import LookRow from '../../parts/LookRow.vue'
import PicturePick from '../../parts/PicturePick.vue'
import TextBox from '../../parts/TextBox.vue'
import { looksWords as say } from '../../words/looks'
import { words } from '../../words/app'
import SwatchRow from './SwatchRow.vue'

const props = defineProps<{
  looks: Schemas['Looks']
  contrast: Schemas['ContrastOut'] | undefined
  paints: () => Promise<Schemas['PaintIn'][]>
}>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const found = ref<string[] | null>(null)
const picking = ref(false)
const colour = computed({
  get: () => props.looks.colour ?? '',
  set: (value: string) => emit('set', { colour: value }),
})
const picked = computed({
  get: () => props.contrast?.colour ?? '#5e1f38',
  set: (value: string) => emit('set', { colour: value }),
})
async function fromPage(): Promise<void> {
  found.value = (await want(api.POST('/api/colours', { body: { paints: await props.paints() } }))).colours
}
function fromPicture(picture: Schemas['PictureOut'] | null): void {
  picking.value = false
  if (picture) found.value = picture.colours
}
const take = (text: string): void => emit('set', { colour: text, label_colour: '' })
</script>

<template>
  <LookRow :label="say.rows.colour">
    <TextBox
      v-model="colour"
      :label="say.colour"
      hide-label
      dir="ltr"
      :wrong="contrast && !contrast.colour ? say.notColour : ''"
      :maxlength="100"
    >
      <template #inside
        ><label class="pick"
          ><span class="sr">{{ say.pick }}</span
          ><input v-model="picked" type="color" /></label
      ></template>
    </TextBox>
    <p v-if="contrast?.instead" class="reads">
      {{ say.orColour }}
      <button type="button" class="chip" @click="take(contrast.instead)">
        <span class="dot" :style="{ background: contrast.instead }" aria-hidden="true" />{{
          contrast.instead
        }}
      </button>
    </p>
    <p class="from">
      <button type="button" class="chip" @click="fromPage">{{ say.fromPage }}</button><button
        type="button"
        class="chip"
        @click="picking = true"
      >
        {{ say.fromPicture }}
      </button>
    </p>
    <SwatchRow
      v-if="found"
      :label="say.found"
      :items="found.map((item) => ({ colour: item, name: item }))"
      :used="contrast?.colour"
      @take="take"
      ><span class="small muted">{{ found.length ? say.found : say.noneFound }}</span></SwatchRow
    >
    <p v-if="contrast?.colour && !contrast.seen_reads" class="reads">
      <DoorGlyph state="ajar" :size="17" /><span
        >{{ say.pale(contrast.seen) }}
        <button type="button" class="act" @click="emit('set', { colour: contrast.seen_nearest })">
          {{ words.looks.use }}<i :style="{ background: contrast.seen_nearest }" /></button
      ></span>
    </p>
    <PicturePick v-if="picking" of="any" @close="picking = false" @picked="fromPicture" />
  </LookRow>
</template>

<style scoped>
.pick {
  display: block;
  margin-inline-end: -4px;
}
.pick input {
  display: block;
  width: 30px;
  height: 32px;
  padding: 0;
  border: 1px solid var(--box-line);
  border-radius: var(--arch-32);
  overflow: hidden;
  background: none;
  cursor: pointer;
}
.pick input::-webkit-color-swatch-wrapper {
  padding: 0;
}
.pick input::-webkit-color-swatch {
  border: 0;
}
.from {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.reads {
  display: flex;
  gap: 10px;
  align-items: start;
  font-size: 14px;
  line-height: 20px;
}
.reads i {
  display: inline-block;
  width: 12px;
  height: 13px;
  border-radius: 5px 5px 3px 3px;
  margin-left: 6px;
  vertical-align: -1px;
}
</style>
