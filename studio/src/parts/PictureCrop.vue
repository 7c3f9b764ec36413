<script setup lang="ts">
/** Crop and turn a picture before it is kept. The library is loaded when it is first wanted. */
import type Cropper from 'cropperjs'
import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { looksWords } from '../words/looks'

const props = defineProps<{ file: File; aspect: number; busy: boolean }>()
const emit = defineEmits<{ keep: [Blob]; cancel: [] }>()
const say = looksWords.picture
const room = ref<HTMLElement>()
const cropper = shallowRef<Cropper | null>(null)
const amiss = ref(false)
const address = URL.createObjectURL(props.file)
const handles = ['n', 'e', 's', 'w', 'ne', 'nw', 'se', 'sw']
  .map(
    (side) => `<cropper-handle action="${side}-resize" theme-color="rgba(94, 31, 56, 0.5)"></cropper-handle>`,
  )
  .join('')
onMounted(async () => {
  const { default: Made } = await import('cropperjs')
  const image = new Image()
  image.alt = ''
  image.src = address
  image.onerror = () => {
    amiss.value = true
  }
  await image.decode().catch(() => {
    amiss.value = true
  })
  if (!room.value || amiss.value) return
  cropper.value = new Made(image, {
    container: room.value,
    template: template(),
  })
  const drawn = cropper.value.getCropperImage()
  await drawn?.$ready()
  drawn?.$center('contain')
  // It is laid out a moment after it is ready, and its place is what counts here.
  await new Promise((go) => setTimeout(go, 120))
  if (drawn) takeWhole(drawn.getBoundingClientRect())
})
/** To begin with, all of the picture, or as much of it as the shape allows. */
function takeWhole(box: DOMRect): void {
  const canvas = cropper.value?.getCropperCanvas()?.getBoundingClientRect()
  if (!canvas) return
  const ratio = props.aspect || box.width / box.height
  const width = Math.min(box.width, box.height * ratio)
  const height = width / ratio
  const x = box.left - canvas.left + (box.width - width) / 2
  const y = box.top - canvas.top + (box.height - height) / 2
  cropper.value?.getCropperSelection()?.$change(x, y, width, height)
}
onBeforeUnmount(() => {
  cropper.value?.destroy?.()
  URL.revokeObjectURL(address)
})
/** The parts of cropperjs: the whole picture, shaded outside a selection one can move and pull. */
function template(): string {
  const ratio = props.aspect ? `aspect-ratio="${props.aspect}"` : ''
  return [
    '<cropper-canvas background style="height: 300px">',
    '<cropper-image rotatable scalable translatable></cropper-image>',
    '<cropper-shade hidden></cropper-shade>',
    '<cropper-handle action="move" plain></cropper-handle>',
    `<cropper-selection initial-coverage="0.92" ${ratio} movable resizable keyboard outlined>`,
    '<cropper-handle action="move" theme-color="rgba(255, 252, 246, 0.12)"></cropper-handle>',
    handles,
    '</cropper-selection></cropper-canvas>',
  ].join('')
}
const turn = (degrees: number): unknown => cropper.value?.getCropperImage()?.$rotate(`${degrees}deg`)
async function keep(): Promise<void> {
  const drawn = await cropper.value
    ?.getCropperSelection()
    ?.$toCanvas({ width: props.aspect > 1.5 ? 1536 : 1024 })
  drawn?.toBlob(
    (blob) => {
      if (blob) emit('keep', blob)
    },
    props.file.type === 'image/jpeg' ? 'image/jpeg' : 'image/png',
    0.95,
  )
}
</script>

<template>
  <div class="crop">
    <p v-if="amiss" class="small">{{ say.unreadable }}</p>
    <div v-else ref="room" class="room" />
    <p class="acts">
      <template v-if="!amiss"
        ><button type="button" class="chip" @click="turn(-90)">{{ say.left }}</button
        ><button type="button" class="chip" @click="turn(90)">{{ say.right }}</button></template
      >
    </p>
    <p class="acts">
      <v-btn v-if="!amiss" color="primary" :loading="busy" :disabled="!cropper" @click="keep">{{
        say.keep
      }}</v-btn><v-btn variant="outlined" :loading="busy" @click="emit('keep', file)">{{ say.whole }}</v-btn
      ><button type="button" class="quiet" @click="emit('cancel')">{{ say.cancel }}</button>
    </p>
  </div>
</template>

<style scoped>
.crop {
  display: grid;
  gap: 14px;
}
.room {
  height: 300px;
  border-radius: var(--arch-card);
  overflow: hidden;
  background: var(--sand);
}
.acts {
  display: flex;
  gap: 10px;
  flex-wrap: wrap;
  align-items: center;
}
</style>
