/** One form's way to the server: busy or not, and what is amiss in which field. */
import { ref, type Ref } from 'vue'
import { Refusal } from '../api/client'

export interface FormState {
  busy: Readonly<Ref<boolean>>
  wrong: Ref<{ field: string; says: string } | null>
  /** The code of the last refusal; empty where there was none. */
  code: Readonly<Ref<string>>
  /** What is amiss in a field; `*` for what belongs to none. */
  at: (field: string) => string
  /** Something else was typed in a field: what was amiss in it no longer is. */
  typed: (field: string) => void
  send: <T>(act: () => Promise<T>) => Promise<T | undefined>
}

export function useForm(): FormState {
  const busy = ref(false)
  const wrong = ref<{ field: string; says: string } | null>(null)
  const code = ref('')
  const at = (field: string): string =>
    wrong.value && (wrong.value.field === field || (!wrong.value.field && field === '*'))
      ? wrong.value.says
      : ''
  async function send<T>(act: () => Promise<T>): Promise<T | undefined> {
    busy.value = true
    wrong.value = null
    code.value = ''
    try {
      return await act()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      code.value = error.code
      wrong.value = { field: error.field, says: error.message }
      return undefined
    } finally {
      busy.value = false
    }
  }
  const typed = (field: string): void => {
    if (wrong.value?.field === field) wrong.value = null
  }
  return { busy, wrong, code, at, typed, send }
}
