<script setup lang="ts">
/** The mark on the button, one of ours or the owner's picture, and how it moves. */
import { computed, ref } from 'vue'
import type { Schemas } from '../../api/client'
import { useRadioKeys } from '../../composables/useRadioKeys'
import LookRow from '../../parts/LookRow.vue'
import MarkGlyph from '../../parts/MarkGlyph.vue'
import PickOne from '../../parts/PickOne.vue'
import PicturePick from '../../parts/PicturePick.vue'
import { looksWords as say } from '../../words/looks'

const props = defineProps<{
  looks: Schemas['Looks']
  glyphs: Schemas['GlyphOut'][]
  brand: Record<string, string> | undefined
}>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>]; show: ['button'] }>()
const picking = ref(false)
const motion = computed({
  get: () => props.looks.motion ?? 'swing',
  set: (value) => {
    emit('set', { motion: value })
    emit('show', 'button')
  },
})
const MOTIONS = (['none', 'swing', 'nod', 'lean', 'breathe', 'rise', 'tap'] as const).map((value) => ({
  value,
  label: say.motion[value] ?? '',
}))
const keys = useRadioKeys(
  () => props.glyphs.length + 1,
  () => (props.looks.glyph_picture ? -1 : props.glyphs.findIndex((item) => item.key === props.looks.glyph)),
  (i) => emit('set', { glyph: props.glyphs[i]?.key ?? '', glyph_picture: '' }),
)
const thumb = (address: string): string => (address.startsWith('/k/p/') ? `${address}/96` : address)
</script>

<template>
  <LookRow :label="say.rows.mark">
    <div class="marks" role="radiogroup" :aria-label="say.rows.mark" @keydown="keys.onKeydown">
      <button
        v-for="(item, i) in glyphs"
        :key="item.key"
        type="button"
        role="radio"
        :tabindex="keys.tabindex(i)"
        :aria-checked="!looks.glyph_picture && looks.glyph === item.key"
        :aria-label="say.glyph[item.key] ?? item.key"
        :title="say.glyph[item.key]"
        @click="emit('set', { glyph: item.key, glyph_picture: '' })"
      >
        <MarkGlyph :path="item.path" :size="22" />
      </button>
      <button
        type="button"
        role="radio"
        :tabindex="looks.glyph || looks.glyph_picture ? -1 : 0"
        class="words"
        :aria-checked="!looks.glyph_picture && !looks.glyph"
        @click="emit('set', { glyph: '', glyph_picture: '' })"
      >
        {{ say.noGlyph }}
      </button>
    </div>
    <p class="own">
      <img v-if="looks.glyph_picture" :src="thumb(looks.glyph_picture)" alt="" /><button
        type="button"
        class="act"
        @click="picking = true"
      >
        {{ say.ownPicture }}</button
      ><button
        v-if="looks.glyph_picture"
        type="button"
        class="quiet"
        @click="emit('set', { glyph_picture: '' })"
      >
        {{ say.pictureAway }}
      </button>
    </p>
    <PicturePick
      v-if="picking"
      of="faces"
      :aspect="1"
      @close="picking = false"
      @picked="
        (picture) => {
          picking = false
          if (picture) emit('set', { glyph_picture: picture.address })
        }
      "
    />
  </LookRow>
  <LookRow :label="say.rows.moves"
    ><PickOne v-model="motion" :label="say.moves" :options="MOTIONS" />
    <p class="small muted">{{ say.movesHelp }}</p></LookRow
  >
</template>

<style scoped>
.marks {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.marks button {
  width: 36px;
  height: 38px;
  display: grid;
  place-items: center;
  border-radius: 15px 15px 8px 8px;
  background: var(--wine-tint);
  color: var(--mulberry);
}
.marks button:hover {
  box-shadow: inset 0 0 0 1.5px var(--mulberry);
}
.marks button[aria-checked='true'] {
  background: var(--mulberry);
  color: var(--brass);
}
.marks .words {
  width: auto;
  padding: 0 12px;
  font-size: 13px;
  font-weight: 500;
}
.marks .words[aria-checked='true'] {
  color: var(--card);
}
.own {
  display: flex;
  gap: 14px;
  align-items: center;
}
.own img {
  width: 34px;
  height: 34px;
  object-fit: cover;
  border-radius: 10px 10px 6px 6px;
}
</style>
