/** On a phone a strip of the stage stays above what is edited; all of it comes by a press. */
import { computed, ref, watch, type Ref, type WritableComputedRef } from 'vue'

export interface Strip {
  /** All of the stage was asked for while something is edited. */
  whole: Ref<boolean>
  /** What the press to fold turns: the strip while something is edited, else the page below the verdict. */
  away: WritableComputedRef<boolean>
}

export function useStrip(edits: () => boolean, folded: Ref<boolean>): Strip {
  const whole = ref(false)
  watch(edits, () => {
    whole.value = false
  })
  const away = computed({
    get: () => (edits() ? !whole.value : folded.value),
    set: (now) => {
      if (edits()) whole.value = !now
      else folded.value = now
    },
  })
  return { whole, away }
}
