/** What the core says of page rules, and of the address being typed. */
import { ref, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useLatest } from './useLatest'

type Places = Schemas['PlacesOut']
export interface PlacesState {
  found: Ref<Places | null>
  /** Ask as one types: an older answer never covers a newer one. */
  look: (typed: string) => Promise<void>
  /** A question of its own, which no keystroke's overtakes. Nothing while it can't be asked. */
  ask: (typed: string, signal?: AbortSignal) => Promise<Places | undefined>
}

export function usePlaces(
  input: (typed: string) => { site: string; body: Schemas['PlacesIn'] },
): PlacesState {
  const found = ref<Places | null>(null)
  const latest = useLatest()
  async function ask(typed: string, signal?: AbortSignal): Promise<Places | undefined> {
    const { site, body } = input(typed)
    const params = { path: { key: site } }
    try {
      return await want(api.POST('/api/sites/{key}/places', { params, body, ...(signal ? { signal } : {}) }))
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      return undefined
    }
  }
  async function look(typed: string): Promise<void> {
    found.value = (await latest((signal) => ask(typed, signal))) ?? found.value
  }
  return { found, look, ask }
}
