<script setup lang="ts">
/** The button's shape, shown as the button itself, and where its label is seen. */
import { computed } from 'vue'
import type { Schemas } from '../../api/client'
import { useRadioKeys } from '../../composables/useRadioKeys'
import LookRow from '../../parts/LookRow.vue'
import MarkGlyph from '../../parts/MarkGlyph.vue'
import PickOne from '../../parts/PickOne.vue'
import { looksWords as say } from '../../words/looks'

const props = defineProps<{
  looks: Schemas['Looks']
  glyphs: Schemas['GlyphOut'][]
  brand: Record<string, string> | undefined
}>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>] }>()
const SHAPES = ['arch', 'round', 'square', 'bar', 'tab'] as const
const keys = useRadioKeys(
  () => SHAPES.length,
  () => SHAPES.indexOf(props.looks.shape ?? 'arch'),
  (i) => emit('set', { shape: SHAPES[i] }),
)
const path = computed(() => props.glyphs.find((item) => item.key === props.looks.glyph)?.path ?? '')
const label = computed({
  get: () => props.looks.label ?? 'shown',
  set: (value) => emit('set', { label: value }),
})
const LABELS = (['shown', 'computer', 'phone', 'hidden'] as const).map((value) => ({
  value,
  label: say.labels[value] ?? '',
}))
</script>

<template>
  <LookRow :label="say.rows.shape">
    <div class="shapes" role="radiogroup" :aria-label="say.rows.shape" @keydown="keys.onKeydown">
      <button
        v-for="(shape, i) in SHAPES"
        :key="shape"
        type="button"
        role="radio"
        :tabindex="keys.tabindex(i)"
        class="shape"
        :aria-checked="looks.shape === shape"
        @click="emit('set', { shape })"
      >
        <span class="stand"
          ><i :class="shape" :style="{ background: brand?.brand, color: brand?.ring }"
            ><MarkGlyph v-if="path" :path="path" :size="shape === 'bar' || shape === 'tab' ? 13 : 17" /><span
              v-if="shape === 'bar'"
              :style="{ background: brand?.on_brand }" /></i></span
        >{{ say.shapes[shape] }}
      </button>
    </div>
    <p v-if="say.shapeHelp[looks.shape ?? '']" class="small muted">{{ say.shapeHelp[looks.shape ?? ''] }}</p>
    <template v-if="looks.shape !== 'round'"
      ><PickOne v-model="label" :label="say.label" :options="LABELS" />
      <p v-if="label !== 'shown'" class="small muted">{{ say.labelHelp }}</p></template
    >
  </LookRow>
</template>

<style scoped>
.shapes {
  display: grid;
  grid-template-columns: repeat(5, 1fr);
  gap: 6px;
}
.shape {
  display: grid;
  justify-items: center;
  gap: 4px;
  padding: 8px 2px 6px;
  border: 2px solid transparent;
  border-radius: 14px 14px 9px 9px;
  font-size: 13px;
  font-weight: 500;
  color: var(--muted);
}
.shape:hover {
  background: var(--wine-tint);
}
.shape[aria-checked='true'] {
  border-color: var(--mulberry);
  background: var(--wine-tint);
  color: var(--mulberry);
  font-weight: 600;
}
.stand {
  height: 34px;
  display: flex;
  align-items: end;
  justify-content: center;
}
i {
  display: flex;
  align-items: center;
  justify-content: center;
  gap: 5px;
  width: 38px;
  height: 33px;
  font-style: normal;
  box-shadow: inset 0 0 0 1px rgb(40 20 30 / 22%);
}
.arch {
  border-radius: 16px 16px 7px 7px;
}
.round {
  width: 33px;
  border-radius: 50%;
}
.square {
  width: 33px;
  border-radius: 8px;
}
.bar {
  width: 62px;
  height: 20px;
  border-radius: 8px 8px 0 0;
}
.bar span {
  width: 26px;
  height: 4px;
  border-radius: 2px;
}
.tab {
  width: 19px;
  height: 34px;
  border-radius: 8px 0 0 8px;
}
</style>
