/** The word after: one line at the foot of the screen, with an undo where there is one. */
import { readonly, ref } from 'vue'

export interface Toast {
  text: string
  undo?: () => void | Promise<void>
}
const current = ref<Toast | null>(null)

export function useToast() {
  return {
    current: readonly(current),
    say: (text: string, undo?: Toast['undo']) => {
      current.value = { text, undo }
    },
    clear: () => {
      current.value = null
    },
  }
}
