<script setup lang="ts">
/**
 * A picture from the business's shelf, from ours, or a new one: chosen, dropped, pasted or fetched, then
 * cropped and turned.
 */
import { computed, onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useToast } from '../composables/useToast'
import DoorGlyph from './DoorGlyph.vue'
import PictureCrop from './PictureCrop.vue'
import SideSheet from './SideSheet.vue'
import TextBox from './TextBox.vue'
import { bytes } from '../logic/texts'
import { deskWords } from '../words/desk'
import { looksWords } from '../words/looks'

type Picture = Schemas['PictureOut']
const props = defineProps<{ of: 'faces' | 'banners' | 'any'; aspect?: number }>()
const emit = defineEmits<{ close: []; picked: [Picture | null] }>()
const say = looksWords.picture
const toast = useToast()
const chooser = ref<HTMLInputElement>()
const shelf = shallowRef<Picture[] | null>(null)
const choices = shallowRef<Schemas['LooksChoicesOut'] | null>(null)
const file = shallowRef<File | null>(null)
const address = ref('')
const wrong = ref('')
const busy = ref(false)
const over = ref(false)
const ours = computed(
  () =>
    (props.of === 'faces' ? choices.value?.faces : props.of === 'banners' ? choices.value?.banners : []) ??
    [],
)
onMounted(async () => {
  addEventListener('paste', pasted)
  ;[shelf.value, choices.value] = await Promise.all([
    want(api.GET('/api/pictures')),
    want(api.GET('/api/looks')),
  ])
})
onBeforeUnmount(() => removeEventListener('paste', pasted))
function pasted(event: ClipboardEvent): void {
  const found = event.clipboardData?.files[0]
  if (found) {
    event.preventDefault()
    begin(found)
  }
}
/** Cropped first where the browser can show it; else sent as it is, and the server says what is amiss. */
function begin(found: File | undefined): void {
  wrong.value = ''
  if (!found) return
  if (/^image\/(png|jpeg|webp|avif|bmp)$/.test(found.type)) file.value = found
  else void send(found)
}
async function tried(act: () => Promise<Picture>): Promise<void> {
  busy.value = true
  wrong.value = ''
  try {
    emit('picked', await act())
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    wrong.value = error.message
    file.value = null
  } finally {
    busy.value = false
  }
}
function send(what: Blob): Promise<void> {
  const form = new FormData()
  form.append('file', what, what instanceof File ? what.name : (file.value?.name ?? 'picture.png'))
  return tried(() =>
    want(
      api.POST('/api/pictures', { body: form as never, bodySerializer: (body: unknown) => body as BodyInit }),
    ),
  )
}
const fetchIt = (): Promise<void> =>
  tried(() => want(api.POST('/api/pictures/from', { body: { address: address.value } })))
async function remove(picture: Picture): Promise<void> {
  shelf.value = await want(api.DELETE('/api/pictures/{key}', { params: { path: { key: picture.key } } }))
  toast.say(say.removed)
}
const drawn = (drawing: Schemas['DrawingOut']): Picture => ({
  key: drawing.key,
  address: drawing.address,
  name: say.faces[drawing.key] ?? drawing.key,
  width: 0,
  height: 0,
  colours: [],
  came_bytes: 0,
  bytes: 0,
  used: [],
})
const thumb = (picture: Picture): string => `${picture.address}/384`
function drop(event: DragEvent): void {
  over.value = false
  void begin(event.dataTransfer?.files[0])
}
function choose(event: Event): void {
  const input = event.target as HTMLInputElement
  void begin(input.files?.[0])
  input.value = ''
}
</script>

<template>
  <SideSheet :title="say.title" :heading="file ? say.crop : say.title" @close="emit('close')">
    <PictureCrop
      v-if="file"
      :file="file"
      :aspect="aspect ?? 0"
      :busy="busy"
      @keep="send"
      @cancel="file = null"
    />
    <template v-else>
      <div
        class="zone"
        :class="{ over }"
        @dragover.prevent="over = true"
        @dragleave="over = false"
        @drop.prevent="drop"
      >
        <p>
          {{ say.drop }}
          <button type="button" class="act" @click="chooser?.click()">{{ say.choose }}</button>
        </p>
        <p class="small muted">{{ busy ? say.working : say.types }}</p>
        <input
          ref="chooser"
          type="file"
          accept="image/*,.svg"
          class="sr"
          tabindex="-1"
          :aria-label="say.choose"
          @change="choose"
        />
      </div>
      <p v-if="wrong" class="wrong" role="alert"><DoorGlyph state="barred" :size="17" />{{ wrong }}</p>
      <form novalidate @submit.prevent="fetchIt">
        <TextBox
          v-model="address"
          :label="say.address"
          placeholder="https://averilcycles.example/logo.png"
          dir="ltr"
          :maxlength="2000"
        /><v-btn type="submit" variant="outlined" :disabled="!address.trim()" :loading="busy">{{
          say.fetch
        }}</v-btn>
      </form>
      <section>
        <h3 class="part">{{ say.shelf }}</h3>
        <ul v-if="shelf?.length">
          <li v-for="item in shelf" :key="item.key">
            <button
              type="button"
              class="pic"
              :aria-label="item.name || item.key"
              @click="emit('picked', item)"
            >
              <img :src="thumb(item)" alt="" loading="lazy" /></button
            ><small class="muted"
              >{{ say.size(bytes(item.came_bytes), bytes(item.bytes))
              }}<template v-if="item.used.length"
                >; {{ say.shows(deskWords.list(item.used)) }}</template
              ></small
            ><button
              type="button"
              class="quiet"
              :aria-label="`${say.remove}: ${item.name}`"
              @click="remove(item)"
            >
              {{ say.remove }}
            </button>
          </li>
        </ul>
        <p v-else-if="shelf" class="small muted">{{ say.none }}</p>
      </section>
      <section v-if="ours.length">
        <h3 class="part">{{ say.ours }}</h3>
        <ul class="ours" :class="of">
          <li v-for="our in ours" :key="our.key">
            <button
              type="button"
              class="pic"
              :aria-label="say.faces[our.key] ?? our.key"
              @click="emit('picked', drawn(our))"
            >
              <img :src="our.address" alt="" loading="lazy" />
            </button>
          </li>
        </ul>
      </section>
    </template>
  </SideSheet>
</template>

<style scoped src="./PicturePick.css"></style>
