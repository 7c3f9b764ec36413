/** How the pages on the stage are made to fit: one frame, or two side by side, each as wide as its device. */
import { computed, type ComputedRef, type Ref } from 'vue'
import type { Device } from './useRehearsal'

const SIZES: Record<Device, [wide: number, tall: number]> = {
  computer: [1024, 0],
  tablet: [820, 1180],
  phone: [390, 780],
}
/** The strip that names the two frames, in px. */
const HEAD = 30
const GAP = 12

export interface Fit {
  /** The frame of the draft, or the only one, as CSS. */
  fit: ComputedRef<Record<string, string>>
  /** The frame of what is live, beside it. */
  besideFit: ComputedRef<Record<string, string>>
}

export function useFit(
  room: { width: Ref<number>; height: Ref<number> },
  device: () => Device,
  isBoth: Ref<boolean>,
): Fit {
  const share = computed(() => (isBoth.value ? (room.width.value - GAP) / 2 : room.width.value))
  const measures = computed(() => {
    const [wide, tall] = SIZES[device()]
    const scale = Math.min(
      share.value / wide || 1,
      tall ? Math.max(room.height.value / tall, 0.6) || 1 : 1,
      1,
    )
    const head = isBoth.value ? HEAD : 0
    const left = (room.height.value - head) / scale
    return { wide, scale, head, high: tall ? Math.min(tall, left) : left }
  })
  const frame = (from: number): Record<string, string> => {
    const { wide, scale, head, high } = measures.value
    return {
      width: `${wide}px`,
      top: `${head}px`,
      height: `${high}px`,
      transform: `scale(${scale})`,
      left: `${from + Math.max(0, (share.value - wide * scale) / 2)}px`,
    }
  }
  return {
    fit: computed(() => frame(isBoth.value ? share.value + GAP : 0)),
    besideFit: computed(() => frame(0)),
  }
}
