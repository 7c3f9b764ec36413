/** The desk's keys. Single keys can be switched off (WCAG 2.1.4) and never work while one types. */
import { useLocalStorage } from '@vueuse/core'
import { onBeforeUnmount, onMounted } from 'vue'

export interface Keys {
  publish: () => void
  find: () => void
  close: () => void
  undo: (again: boolean) => void
  step: (seconds: number) => void
  why: () => void
  help: () => void
  compare: (on: boolean) => void
}
export const singleKeys = useLocalStorage('kk.single-keys', true)

export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    (target.matches('input, textarea, select') &&
      !target.matches('[type=checkbox], [type=radio], [type=color]')))

export function useKeys(acts: Keys): void {
  function key(event: KeyboardEvent): void {
    const mod = event.ctrlKey || event.metaKey
    const name = event.key.toLowerCase()
    if (mod && event.key === 'Enter') {
      event.preventDefault()
      acts.publish()
      return
    }
    if (mod && name === 'k') {
      event.preventDefault()
      acts.find()
      return
    }
    // In a box, the browser's own undo takes back what was typed there.
    if (isTyping(event.target)) return
    if (mod && name === 'z') {
      event.preventDefault()
      acts.undo(event.shiftKey)
      return
    }
    if (event.key === 'Escape' && !document.querySelector('.v-overlay--active, dialog[open]')) {
      acts.close()
      return
    }
    if (mod || event.altKey || !singleKeys.value) return
    const single: Record<string, () => void> = {
      '[': () => acts.step(-3600),
      ']': () => acts.step(3600),
      w: acts.why,
      '?': acts.help,
      ...(event.repeat ? {} : { b: () => acts.compare(true) }),
    }
    if (single[name]) {
      event.preventDefault()
      single[name]()
    }
  }
  const up = (event: KeyboardEvent): void => {
    if (event.key.toLowerCase() === 'b') acts.compare(false)
  }
  onMounted(() => {
    addEventListener('keydown', key)
    addEventListener('keyup', up)
  })
  onBeforeUnmount(() => {
    removeEventListener('keydown', key)
    removeEventListener('keyup', up)
  })
}
