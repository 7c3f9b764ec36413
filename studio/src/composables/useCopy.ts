/** Copies text and says what came of it: only "yes" where it really was. */
import { ref, type Ref } from 'vue'

export interface CopyState {
  copied: Readonly<Ref<'' | 'yes' | 'no'>>
  copy: (text: string, element?: HTMLElement) => Promise<boolean>
}

export function useCopy(): CopyState {
  const copied = ref<'' | 'yes' | 'no'>('')
  /** Copy; where the browser refuses, select `element` so that a key does it. */
  async function copy(text: string, element?: HTMLElement): Promise<boolean> {
    try {
      await navigator.clipboard.writeText(text)
      copied.value = 'yes'
    } catch {
      copied.value = 'no'
      const range = document.createRange()
      if (element) range.selectNodeContents(element)
      getSelection()?.removeAllRanges()
      getSelection()?.addRange(range)
    }
    setTimeout(() => {
      copied.value = ''
    }, 2000)
    return copied.value === 'yes'
  }
  return { copied, copy }
}
