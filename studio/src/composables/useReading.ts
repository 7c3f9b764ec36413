/** Has the core read what is being typed, on every keystroke; an older answer never covers a newer one. */
import { promiseTimeout } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLatest } from './useLatest'

export interface ReadingInput {
  typed: Ref<string>
  app?: Ref<string | null>
  country?: Ref<string>
}

const TRIES = 5

export function useReading({ typed, app, country }: ReadingInput): {
  reading: Readonly<Ref<Schemas['ReadingOut'] | null>>
} {
  const reading = ref<Schemas['ReadingOut'] | null>(null)
  const latest = useLatest()
  /** What is typed waits for its reading: a server that is away for a moment is asked again. */
  async function read(signal: AbortSignal): Promise<Schemas['ReadingOut'] | null> {
    if (!typed.value.trim()) return null
    await promiseTimeout(40)
    const body = { typed: typed.value, app: app?.value ?? null, country: country?.value ?? '' }
    for (let tries = 1; !signal.aborted; tries++) {
      try {
        return await want(api.POST('/api/read', { body, signal }))
      } catch (error) {
        if (!(error instanceof Refusal)) throw error
        if (tries === TRIES) return reading.value
        await promiseTimeout(800 * tries)
      }
    }
    return null
  }
  watch(
    [typed, app ?? ref(null), country ?? ref('')],
    async () => {
      const answer = await latest(read)
      if (answer !== undefined) reading.value = answer
    },
    { immediate: true },
  )
  return { reading }
}
