/**
 * What a screen asks the server for. Where it can't come, `failed` is shown in its place while nothing stands
 * there, or what stands is of something else; where only its newest state can't, that is said at the foot,
 * once until it comes again. An answer that is overtaken is let go.
 */
import { ref, type Ref } from 'vue'
import { Refusal } from '../api/client'
import { useToast } from './useToast'

export interface Load {
  /** Why it can't be shown; empty where it can, or isn't known yet. */
  failed: Readonly<Ref<string>>
  load: () => Promise<void>
}

/** `of` names what is asked for: the site, the week. `put` takes what came; it must change `value`. */
export function useLoad<T>(
  value: Ref<T | null>,
  ask: () => Promise<T>,
  of: () => unknown = () => '',
  put: (next: T) => void = (next) => {
    value.value = next
  },
): Load {
  const failed = ref('')
  const toast = useToast()
  const name = (): string => JSON.stringify(of())
  let standsFor = ''
  async function load(): Promise<void> {
    const mine = name()
    if (value.value === null) failed.value = ''
    try {
      const next = await ask()
      if (mine !== name()) return
      standsFor = mine
      failed.value = ''
      put(next)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      if (mine !== name()) return
      if (standsFor && standsFor !== mine) value.value = null
      if (value.value !== null && !failed.value) toast.say(error.message)
      failed.value = error.message
    }
  }
  return { failed, load }
}
