/** The word after: one line at the foot of the screen, with an undo where there is one. */
import { ref, type Ref } from 'vue'

export interface Toast {
  text: string
  undo?: () => void | Promise<void>
}
const current = ref<Toast | null>(null)

export interface ToastState {
  current: Readonly<Ref<Toast | null>>
  say: (text: string, undo?: Toast['undo']) => void
  clear: () => void
}

export function useToast(): ToastState {
  return {
    current,
    say: (text: string, undo?: Toast['undo']) => {
      current.value = { text, undo }
    },
    clear: () => {
      current.value = null
    },
  }
}
