/** Has the core read what is being typed, on every keystroke; an older answer never covers a newer one. */
import { ref, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'

export interface ReadingInput {
  typed: Ref<string>
  app?: Ref<string | null>
  country?: Ref<string>
}

export function useReading({ typed, app, country }: ReadingInput) {
  const reading = ref<Schemas['ReadingOut'] | null>(null)
  let turn = 0
  watch(
    [typed, app ?? ref(null), country ?? ref('')],
    async () => {
      const mine = ++turn
      if (!typed.value.trim()) {
        reading.value = null
        return
      }
      await new Promise((go) => setTimeout(go, 40))
      if (mine !== turn) return
      // What is typed waits for its reading: a server that is away for a moment is asked again.
      for (let tries = 0; tries < 5 && mine === turn; tries++) {
        try {
          const answer = await want(
            api.POST('/api/read', {
              body: { typed: typed.value, app: app?.value ?? null, country: country?.value ?? '' },
            }),
          )
          if (mine === turn) reading.value = answer
          return
        } catch (error) {
          if (!(error instanceof Refusal)) throw error
          await new Promise((go) => setTimeout(go, 800 * (tries + 1)))
        }
      }
    },
    { immediate: true },
  )
  return { reading }
}
