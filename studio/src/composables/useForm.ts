/**
 * One form's way to the server: busy or not, and what is amiss in which field. What no place on the screen
 * shows is said at its foot, so that no press fails without a word.
 */
import { nextTick, ref, type Ref } from 'vue'
import { Refusal } from '../api/client'
import { useToast } from './useToast'

export interface FormState {
  busy: Readonly<Ref<boolean>>
  wrong: Ref<{ field: string; says: string } | null>
  /** The code of the last refusal; empty where there was none. */
  code: Readonly<Ref<string>>
  /** What is amiss in a field; `*` for what belongs to none. For templates: whoever asks shows it. */
  at: (field: string) => string
  /** What is amiss anywhere but in these fields. For templates, as `at`. */
  elsewhere: (...fields: string[]) => string
  /** Something else was typed in a field: what was amiss in it no longer is. */
  typed: (field: string) => void
  send: <T>(act: () => Promise<T>) => Promise<T | undefined>
}

export function useForm(): FormState {
  const busy = ref(false)
  const wrong = ref<{ field: string; says: string } | null>(null)
  const code = ref('')
  const toast = useToast()
  let isShown = false
  function shown(isHere: boolean): string {
    if (!wrong.value || !isHere) return ''
    isShown = true
    return wrong.value.says
  }
  const at = (field: string): string => shown((wrong.value?.field || '*') === field)
  const elsewhere = (...fields: string[]): string => shown(!fields.includes(wrong.value?.field ?? ''))
  async function send<T>(act: () => Promise<T>): Promise<T | undefined> {
    busy.value = true
    wrong.value = null
    code.value = ''
    try {
      return await act()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      isShown = false
      code.value = error.code
      wrong.value = { field: error.field, says: error.message }
      await nextTick()
      if (!isShown) toast.say(error.message)
      return undefined
    } finally {
      busy.value = false
    }
  }
  const typed = (field: string): void => {
    if (wrong.value?.field === field) wrong.value = null
  }
  return { busy, wrong, code, at, elsewhere, typed, send }
}
