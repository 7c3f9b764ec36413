/** One question at a time: a later one aborts the one before, whose answer is then never seen. */
import { onScopeDispose } from 'vue'

/** Ask, with a signal for the request; undefined where a later question has taken its place. */
export type Latest = <T>(ask: (signal: AbortSignal) => Promise<T>) => Promise<T | undefined>

export function useLatest(): Latest {
  let current: AbortController | null = null
  onScopeDispose(() => current?.abort())
  return async (ask) => {
    current?.abort()
    const { signal } = (current = new AbortController())
    try {
      const answer = await ask(signal)
      return signal.aborted ? undefined : answer
    } catch (error) {
      if (signal.aborted) return undefined
      throw error
    }
  }
}
