<script setup lang="ts">
/** A logo and a banner on the card. */
import { ref } from 'vue'
import type { Schemas } from '../../api/client'
import LookRow from '../../parts/LookRow.vue'
import PicturePick from '../../parts/PicturePick.vue'
import { looksWords as say } from '../../words/looks'

defineProps<{ looks: Schemas['Looks'] }>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>]; show: ['card'] }>()
const picking = ref<'logo' | 'banner' | null>(null)
const BOTH = ['logo', 'banner'] as const
function take(address: string): void {
  if (picking.value) emit('set', { [picking.value]: address })
  picking.value = null
  emit('show', 'card')
}
const thumb = (address: string): string => (address.startsWith('/k/p/') ? `${address}/384` : address)
</script>

<template>
  <LookRow :label="say.rows.pictures">
    <p v-for="item in BOTH" :key="item" class="item">
      <span>{{ say[item] }}</span><img
        v-if="looks[item]"
        :src="thumb(looks[item] ?? '')"
        :class="item"
        alt=""
      /><button
        type="button"
        class="act"
        :aria-label="`${looks[item] ? say.change_ : say.choose}: ${say[item]}`"
        @click="picking = item"
      >
        {{ looks[item] ? say.change_ : say.choose }}</button
      ><button
        v-if="looks[item]"
        type="button"
        class="quiet"
        :aria-label="`${say.takeOff}: ${say[item]}`"
        @click="emit('set', { [item]: '' })"
      >
        {{ say.takeOff }}
      </button>
    </p>
    <PicturePick
      v-if="picking"
      :of="picking === 'banner' ? 'banners' : 'any'"
      :aspect="picking === 'banner' ? 592 / 168 : 0"
      @close="picking = null"
      @picked="(picture) => picture && take(picture.address)"
    />
  </LookRow>
</template>

<style scoped>
.item {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 36px;
}
.item > span {
  flex: 1;
}
.logo {
  height: 34px;
  max-width: 110px;
  object-fit: contain;
}
.banner {
  width: 124px;
  height: 35px;
  object-fit: cover;
  border-radius: 8px 8px 4px 4px;
}
</style>
