/** Numbers hidden on this screen by choice, for those who show it to others; each can be shown by a press. */
import { useLocalStorage } from '@vueuse/core'
import { ref, type Ref } from 'vue'
import { masked, maskedWithin } from '../logic/texts'

const on = useLocalStorage('kk.mask', false)
const revealed = ref<Set<string>>(new Set())

export interface Masking {
  on: Readonly<Ref<boolean>>
  shown: (text: string, key: string) => string
  /** Numbers within words, such as a reading. */
  within: (text: string) => string
  reveal: (key: string) => void
  toggle: () => void
}

export function useMasking(): Masking {
  return {
    on,
    shown: (text: string, key: string): string =>
      on.value && !revealed.value.has(key) ? masked(text) : text,
    within: (text: string): string => (on.value ? maskedWithin(text) : text),
    reveal: (key: string): void => {
      revealed.value = new Set([...revealed.value, key])
    },
    toggle: (): void => {
      on.value = !on.value
      revealed.value = new Set()
    },
  }
}
