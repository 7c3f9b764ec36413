/**
 * What is typed into a box that is used by a press: kept in this browser over leaving, until it was used.
 * `stands` is what is used now; with it in the box nothing waits.
 */
import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'

export interface Kept {
  typed: Ref<string>
  /** Something else than what is used now stands in the box. */
  waits: ComputedRef<boolean>
  /** It has been sent: once what stands has changed, it is no longer kept. */
  sent: () => void
}

export function useKept(id: () => string, stands: () => string): Kept {
  const typed = ref('')
  let isSent = false
  const name = (): string => `kk.kept.${id()}`
  watch(
    [id, stands],
    ([key], [before]) => {
      if (isSent && key === before) localStorage.removeItem(name())
      isSent = false
      typed.value = localStorage.getItem(name()) ?? stands()
    },
    { immediate: true },
  )
  watch(typed, (text) => {
    if (text.trim() === stands().trim()) localStorage.removeItem(name())
    else localStorage.setItem(name(), text)
  })
  return {
    typed,
    waits: computed(() => typed.value.trim() !== stands().trim()),
    sent: () => {
      isSent = true
    },
  }
}
