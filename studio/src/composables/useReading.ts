/** Has the core read what is being typed, on every keystroke; an older answer never covers a newer one. */
import { promiseTimeout } from '@vueuse/core'
import { ref, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLatest } from './useLatest'

export interface ReadingInput {
  typed: Ref<string>
  app?: Ref<string | null>
  country?: Ref<string>
  /** The clock of whoever types, where there is no business yet. */
  zone?: string
}

const TRIES = 5

export function useReading({ typed, app, country, zone = '' }: ReadingInput): {
  reading: Readonly<Ref<Schemas['ReadingOut'] | null>>
  /** One of the readings was pressed. Of two numbers the other waits for its turn. */
  take: (choice: Schemas['ReadingChoiceOut']) => void
  /** What was typed has been added: the box holds what waits, else nothing. */
  added: () => void
} {
  const reading = ref<Schemas['ReadingOut'] | null>(null)
  const waiting = ref('')
  const latest = useLatest()
  /** What is typed waits for its reading: a server that is away for a moment is asked again. */
  async function read(signal: AbortSignal): Promise<Schemas['ReadingOut'] | null> {
    if (!typed.value.trim()) return null
    await promiseTimeout(40)
    const body = { typed: typed.value, app: app?.value ?? null, country: country?.value ?? '', zone }
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
  function take(choice: Schemas['ReadingChoiceOut']): void {
    const others = reading.value?.choices.filter((other) => other.canonical !== choice.canonical) ?? []
    waiting.value =
      reading.value?.code === 'two_numbers' ? others.map((other) => other.canonical).join(' / ') : ''
    typed.value = choice.canonical
  }
  function added(): void {
    typed.value = waiting.value
    waiting.value = ''
  }
  return { reading, take, added }
}
