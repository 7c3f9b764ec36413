<script setup lang="ts">
/** Where it stands: dragged or stepped on a small computer and a small phone, with the numbers beside. */
import { computed, reactive } from 'vue'
import type { Schemas } from '../../api/client'
import { nudged, placed, PLANS, type Where } from '../../logic/placing'
import LookRow from '../../parts/LookRow.vue'
import NumberBox from '../../parts/NumberBox.vue'
import PickOne from '../../parts/PickOne.vue'
import TickBox from '../../parts/TickBox.vue'
import { looksWords as say } from '../../words/looks'

type Device = 'computer' | 'phone'
const props = defineProps<{
  looks: Schemas['Looks']
  brand: Record<string, string> | undefined
  opens: string
}>()
const emit = defineEmits<{ set: [Partial<Schemas['Looks']>]; opens: ['up' | 'aside'] }>()
const FIELD = { computer: 'computer_offset', phone: 'phone_offset' } as const
const DEVICES: Device[] = ['computer', 'phone']
const OURS: Record<Device, { side_px: number; foot_px: number }> = {
  computer: { side_px: 24, foot_px: 20 },
  phone: { side_px: 14, foot_px: 16 },
}
const offset = (device: Device) => ({ ...OURS[device], ...(props.looks[FIELD[device]] ?? {}) })
const where = (device: Device): Where => ({
  ...offset(device),
  corner: props.looks.corner ?? 'right',
  size_px: props.looks.size_px ?? 52,
  shape: props.looks.shape ?? 'arch',
  height: props.looks.height ?? 'foot',
  wide:
    props.looks.shape !== 'round' &&
    (props.looks.label === 'shown' || props.looks.label === device || props.looks.label === undefined),
})
const box = computed(
  () =>
    Object.fromEntries(DEVICES.map((device) => [device, placed(device, where(device))])) as Record<
      Device,
      ReturnType<typeof placed>
    >,
)
const isOwn = (device: Device): boolean => !!props.looks[FIELD[device]]
function put(
  device: Device,
  next: Pick<Where, 'corner' | 'side_px' | 'foot_px'> & { height?: string },
): void {
  emit('set', {
    ...(next.corner !== props.looks.corner ? { corner: next.corner } : {}),
    ...(next.height && next.height !== height.value ? { height: next.height as Height } : {}),
    [FIELD[device]]: { side_px: next.side_px, foot_px: next.foot_px },
  })
}
const drag = reactive<{ device: Device | ''; x: number; y: number }>({ device: '', x: 0, y: 0 })
function down(device: Device, event: PointerEvent): void {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  Object.assign(drag, { device, x: event.clientX, y: event.clientY })
}
function move(device: Device, event: PointerEvent): void {
  if (drag.device !== device) return
  const scale = PLANS[device].width / PLANS[device].drawn
  const [right, down] = [(event.clientX - drag.x) * scale, (event.clientY - drag.y) * scale]
  if (Math.abs(right) + Math.abs(down) < 2 * scale) return
  Object.assign(drag, { x: event.clientX, y: event.clientY })
  put(device, nudged(device, where(device), right, down))
}
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
function step(device: Device, event: KeyboardEvent): void {
  const [right, down] = KEYS[event.key] ?? [0, 0]
  if (!right && !down) return
  event.preventDefault()
  const by = event.shiftKey ? 1 : 4
  put(device, nudged(device, where(device), right * by, down * by))
}
const side = (device: Device) =>
  computed({
    get: () => offset(device).side_px,
    set: (value: number | null) => put(device, { ...where(device), side_px: value ?? 0 }),
  })
const foot = (device: Device) =>
  computed({
    get: () => offset(device).foot_px,
    set: (value: number | null) => put(device, { ...where(device), foot_px: value ?? 0 }),
  })
const numbers = {
  computer: { side: side('computer'), foot: foot('computer') },
  phone: { side: side('phone'), foot: foot('phone') },
}
const size = computed({
  get: () => props.looks.size_px ?? 52,
  set: (value: number | null) => emit('set', { size_px: value ?? 52 }),
})
type Height = NonNullable<Schemas['Looks']['height']>
const height = computed(() => props.looks.height ?? 'foot')
const optional = (name: 'width_px' | 'round_px') =>
  computed({
    get: () => props.looks[name] ?? null,
    set: (value: number | null) => emit('set', { [name]: value }),
  })
const width = optional('width_px')
const round = optional('round_px')
/** The corners and sides as words; a bar has only its foot. */
const PLACES = Object.entries(say.places).map(([value, label]) => ({ value, label }))
const places = computed(() =>
  props.looks.shape === 'bar' ? PLACES.filter((each) => each.value.startsWith('foot')) : PLACES,
)
const place = computed({
  get: () => `${props.looks.shape === 'bar' ? 'foot' : height.value} ${props.looks.corner ?? 'right'}`,
  set: (value: string) => {
    const [up, corner] = value.split(' ')
    emit('set', { height: up as Height, corner: corner as 'left' | 'right' })
  },
})
const stays = computed({
  get: () => props.looks.stays ?? false,
  set: (value: boolean) => emit('set', { stays: value }),
})
const OPENS = (['up', 'aside'] as const).map((value) => ({ value, label: say.opensWays[value] ?? '' }))
const opensWay = computed({ get: () => props.opens as 'up' | 'aside', set: (value) => emit('opens', value) })
</script>

<template>
  <LookRow :label="say.rows.place">
    <PickOne v-model="place" :label="say.rows.place" :options="places" hide-label class="places" />
    <div class="plans">
      <figure v-for="device in DEVICES" :key="device">
        <div class="plan" :class="device" :style="{ width: `${PLANS[device].drawn}px` }">
          <i class="line" /><i class="line short" /><i class="block" />
          <span v-if="device === 'computer'" class="drag" :style="box[device].dragNote" aria-hidden="true">{{
            say.drag
          }}</span>
          <button
            type="button"
            class="it"
            :class="looks.shape"
            :style="{ ...box[device].style, background: brand?.brand }"
            :aria-label="say.place(say.device[device] ?? '', say.places[place] ?? '')"
            :aria-description="say.moved(offset(device).side_px, offset(device).foot_px, height === 'top')"
            @pointerdown="down(device, $event)"
            @pointermove="move(device, $event)"
            @pointerup="drag.device = ''"
            @pointercancel="drag.device = ''"
            @keydown="step(device, $event)"
          />
          <b v-if="looks.shape !== 'tab'" class="n side" :style="box[device].sideNote">{{
            offset(device).side_px
          }}</b><b
            v-if="height !== 'middle' && looks.shape !== 'bar'"
            class="n foot"
            :style="box[device].footNote"
            >{{ offset(device).foot_px }}</b
          >
        </div>
        <figcaption>
          <b>{{ say.device[device] }}</b>{{ ' ' }}
          <button
            v-if="isOwn(device)"
            type="button"
            class="act"
            @click="emit('set', { [FIELD[device]]: null })"
          >
            {{ say.ours }}
          </button>
        </figcaption>
      </figure>
    </div>
    <div class="numbers">
      <NumberBox v-model="size" :label="say.size" :wrong="say.whole(44, 96)" :low="44" :high="96" />
      <NumberBox
        v-if="looks.shape !== 'round' && looks.shape !== 'tab'"
        v-model="width"
        :label="say.width"
        :help="say.widthHelp"
        :wrong="say.whole(44, 320)"
        :low="44"
        :high="320"
        optional
      />
      <NumberBox
        v-if="looks.shape !== 'round'"
        v-model="round"
        :label="say.round"
        :help="say.roundHelp"
        :wrong="say.whole(0, 48)"
        :high="48"
        optional
      />
      <template v-for="device in DEVICES" :key="device">
        <NumberBox
          v-if="looks.shape !== 'tab'"
          v-model="numbers[device].side.value"
          :label="`${say.device[device]}: ${say.side(looks.corner ?? 'right').toLowerCase()}`"
          :wrong="say.whole(0, 400)"
          :high="400"
        />
        <NumberBox
          v-if="height !== 'middle' && looks.shape !== 'bar'"
          v-model="numbers[device].foot.value"
          :label="`${say.device[device]}: ${(height === 'top' ? say.top : say.foot).toLowerCase()}`"
          :wrong="say.whole(0, 400)"
          :high="400"
        />
      </template>
    </div>
    <PickOne v-if="height !== 'middle'" v-model="opensWay" :label="say.opens" :options="OPENS" />
    <TickBox v-model="stays" :label="say.stays" :help="say.staysHelp" />
  </LookRow>
</template>

<style scoped src="./PlaceRow.css"></style>
