<script setup lang="ts">
/** What the button stands over on this page, with a press that moves it clear; or that the page is drawn. */
import { computed } from 'vue'
import { api, want, type Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import type { Device } from '../composables/useRehearsal'
import type { Covers } from '../composables/useStage'
import { useToast } from '../composables/useToast'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { deskWords } from '../words/desk'

const props = defineProps<{
  state: DeskState
  device: Device
  seen: Covers | null
  heard: Schemas['HeardOut'] | null
  isDrawn: boolean
}>()
const say = deskWords.stage
const toast = useToast()
const looks = computed(() => props.state.draft.value?.looks)
const covered = computed(() => {
  const size = looks.value?.size_px ?? 52
  const button = props.seen?.button ?? { left: 0, top: 0, width: size, height: size }
  return props.seen?.what ? props.seen : props.heard ? { ...props.heard, button } : null
})
async function moveClear(): Promise<void> {
  if (!covered.value || !looks.value) return
  const { window, button, boxes } = covered.value
  const offset = props.device === 'phone' ? 'phone_offset' : 'computer_offset'
  const free = await want(
    api.POST('/api/free-place', {
      body: {
        corner: looks.value.corner ?? 'right',
        size: looks.value.size_px ?? 52,
        device: props.device,
        shape: looks.value.shape ?? 'arch',
        height: looks.value.height ?? 'foot',
        offset: looks.value[offset] ?? null,
        window,
        button,
        boxes,
      },
    }),
  )
  if (!free.foot_px) {
    toast.say(say.noRoom)
    return
  }
  const before = { ...looks.value }
  props.state.write('looks', { [offset]: { side_px: free.side_px, foot_px: free.foot_px } })
  toast.say(say.moved, () => props.state.put('looks', before))
}
</script>

<template>
  <p v-if="covered" class="covers">
    <DoorGlyph state="ajar" :size="15" /><span>{{ seen?.what ? say.covers(seen.what) : say.heardCover }}</span
    ><button type="button" class="act" @click="moveClear">{{ say.move }}</button>
  </p>
  <p v-else-if="isDrawn" class="covers">
    <DoorGlyph state="ajar" :size="15" /><span>{{ say.drawn }}</span>
  </p>
</template>

<style scoped>
.covers {
  display: flex;
  gap: 10px;
  align-items: center;
  font-size: 13.5px;
  color: var(--brass-dark);
  margin-block: -4px;
}
.covers span {
  color: var(--ink);
}
</style>
