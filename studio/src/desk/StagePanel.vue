<script setup lang="ts">
/** The stage: the verdict in one sentence over the page with the real button. */
import { useElementSize } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, toRef, watch } from 'vue'
import type { Schemas } from '../api/client'
import type { DeskState } from '../composables/useDesk'
import { useStage, type Device } from '../composables/useStage'
import DoorGlyph from '../parts/DoorGlyph.vue'
import { words } from '../words/en'

const props = defineProps<{ state: DeskState }>()
const address = defineModel<string>('address', { required: true })
const emit = defineEmits<{ verdict: [Schemas['StageOut'] | null] }>()
const device = ref<Device>('computer')
const frame = ref<HTMLIFrameElement>()
const room = ref<HTMLElement>()
const { width, height } = useElementSize(room)
const desk = computed(() => props.state.desk.value)
const site = computed(() => desk.value?.site ?? '')
const stage = useStage({ site, door: props.state.door, draft: props.state.draft, address, device, frame })
onBeforeUnmount(stage.leave)
watch(stage.verdict, (now) => emit('verdict', now as Schemas['StageOut'] | null))
stage.follow.value = (href) => {
  const local = /^http:\/\/((?:[a-z0-9-]+\.)+)localhost:\d+(.*)$/.exec(href)
  const to = local ? `https://${local[1]}example${local[2]}` : href
  if (desk.value?.hosts.some((host) => host.state === 'allowed' && to.startsWith(`https://${host.name}/`))) address.value = to
}
const SIZES: Record<Device, [number, number]> = { computer: [960, 0], tablet: [768, 0], phone: [390, 720] }
const fit = computed(() => {
  const [wide, tall] = SIZES[device.value]
  const scale = Math.min(width.value / wide || 1, tall ? height.value / tall || 1 : 1, 1)
  return { width: `${wide}px`, height: `${tall || height.value / scale}px`, transform: `scale(${scale})`, left: `${(width.value - wide * scale) / 2}px` }
})
const source = computed(() => (site.value ? `/stage/${site.value}/${address.value ? '?address=' + encodeURIComponent(address.value) : ''}` : ''))
watch(source, stage.waiting)
const shown = toRef(() => stage.verdict.value)
const DEVICES: Device[] = ['computer', 'tablet', 'phone']
defineExpose({ show: stage.show, ask: stage.ask })
</script>

<template>
  <section class="stage" aria-label="Stage">
    <div class="verdict" role="status">
      <DoorGlyph :state="shown?.shown ? 'open' : shown ? 'shut' : 'ajar'" :size="30" />
      <p v-if="shown"><b>{{ shown.title }}</b> <span>{{ shown.more }}</span></p>
      <p v-else><b>{{ words.stage.waiting }}</b></p>
    </div>
    <div class="window">
      <div class="tools">
        <label class="address"><span class="sr">{{ words.stage.page }}</span>
          <select v-if="desk?.pages.length" v-model="address"><option v-for="page in desk.pages" :key="page.address" :value="page.address">{{ page.address.replace('https://', '') }}</option><option v-if="address && !desk.pages.some((page) => page.address === address)" :value="address">{{ address.replace('https://', '') }}</option></select>
          <span v-else class="drawn">{{ words.stage.drawn }}</span>
        </label>
        <div class="devices" role="group" aria-label="Device"><button v-for="one in DEVICES" :key="one" type="button" :aria-pressed="device === one" @click="device = one">{{ words.stage[one] }}</button></div>
      </div>
      <div ref="room" class="room" :class="device"><iframe v-if="source" ref="frame" :key="source" :src="source" :style="fit" sandbox="allow-scripts allow-popups allow-popups-to-escape-sandbox" :title="words.stage.frame" /></div>
    </div>
  </section>
</template>

<style scoped>
.stage { background: var(--sand); border-radius: var(--arch-stage); padding: 16px; display: flex; flex-direction: column; gap: 12px; min-height: 0 }
.verdict { display: flex; align-items: center; gap: 16px; min-height: 66px; padding: 10px 18px 10px 16px; background: var(--card); border-radius: var(--arch-card); box-shadow: var(--raised) }
.verdict b { font: 600 17px/22px var(--heading); color: var(--dark) } .verdict p { font-size: 15px; line-height: 22px }
.window { flex: 1; min-height: 320px; display: flex; flex-direction: column; background: #fff; border: 1px solid var(--box-line); border-radius: var(--arch-card); overflow: hidden }
.tools { display: flex; align-items: center; gap: 8px; padding: 6px 10px; background: var(--card); border-bottom: 1px solid var(--hairline) }
.address { flex: 1; min-width: 0 } select, .drawn { display: block; width: 100%; height: 32px; padding: 0 12px; border: 1px solid var(--box-line); border-radius: var(--arch-32); background: #fff; font-size: 13px; line-height: 30px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis } .drawn { background: var(--paper); color: var(--muted) } select { appearance: none; padding-right: 30px; background: #fff url("data:image/svg+xml,%3Csvg xmlns='http://www.w3.org/2000/svg' viewBox='0 0 10 6'%3E%3Cpath d='m1 1 4 4 4-4' fill='none' stroke='%236b5f66' stroke-width='1.600'/%3E%3C/svg%3E") right 12px center / 10px no-repeat }
.devices { display: flex; gap: 2px } .devices button { height: 32px; padding: 0 12px; border-radius: var(--arch-32); font-size: 13px; color: var(--muted) } .devices button[aria-pressed='true'] { background: var(--wine-tint); color: var(--mulberry); font-weight: 600 } .devices button:hover { color: var(--dark) }
.room { position: relative; flex: 1; min-height: 0; overflow: hidden; background: #fff } .room.phone { background: var(--sand) }
iframe { position: absolute; top: 0; border: 0; transform-origin: 0 0; background: #fff } .phone iframe { border-radius: 26px 26px 0 0 }
@media (max-width: 700px) { .stage { padding: 10px; border-radius: 0 } .window { min-height: 380px } .tools { flex-wrap: wrap } .address { flex: 1 0 100% } }
</style>
