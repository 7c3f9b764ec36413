/** Has a website read, step by step as it goes; it can be stopped, and waits its turn. */
import { promiseTimeout } from '@vueuse/core'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { Place } from '../logic/place'
import { websiteWords } from '../words/website'

export interface Step {
  path: string
  state: 'reading' | 'read' | 'left'
}
type Line = Schemas['WebsiteLineOut']
type Refused = Schemas['RefusedOut']

const TURNS = 8
const WAIT = 1500

export function useWebsite(place: Place) {
  const steps = ref<Step[]>([])
  const busy = ref(false)
  const waits = ref(false)
  const refused = shallowRef<Refused | null>(null)
  const why = (): string => refused.value?.code ?? ''
  let asked: AbortController | null = null

  function heed(line: Line): void {
    for (const state of ['reading', 'read', 'left'] as const) {
      const path = line[state]
      if (!path) continue
      const known = steps.value.find((step) => step.path === path)
      if (known) known.state = state
      else steps.value.push({ path, state })
    }
  }

  /** What came of one try; null where it was refused, whose reason stands in `refused`. */
  async function once(address: string, signal: AbortSignal): Promise<Schemas['FoundOut'] | null> {
    const { data, error, response } = await api.POST('/api/website/read', {
      body: { address, place },
      parseAs: 'stream',
      signal,
    })
    if (!response.ok || !data) {
      const body = typeof error === 'string' ? (JSON.parse(error) as Record<string, unknown>) : (error ?? {})
      await want(Promise.resolve({ error: body, response }))
    }
    const reader = (data as unknown as ReadableStream<Uint8Array>).getReader()
    const decoder = new TextDecoder()
    let rest = ''
    for (;;) {
      const { done, value } = await reader.read()
      rest += decoder.decode(value, { stream: !done })
      const lines = rest.split('\n')
      rest = lines.pop() ?? ''
      for (const text of lines) {
        const line = JSON.parse(text) as Line
        if (line.found) return line.found
        if (line.refused) {
          refused.value = line.refused
          return null
        }
        heed(line)
      }
      // Half an answer is none.
      if (done) throw new Refusal(0, 'cut', websiteWords.cut)
    }
  }

  async function look(address: string): Promise<Schemas['FoundOut'] | null> {
    stop()
    const mine = (asked = new AbortController())
    steps.value = []
    refused.value = null
    busy.value = true
    try {
      for (let turn = 0; turn < TURNS; turn++) {
        const found = await once(address, mine.signal)
        if (found || why() !== 'busy') return found
        waits.value = true
        await promiseTimeout(WAIT)
        if (mine.signal.aborted) return null
        if (turn < TURNS - 1) refused.value = null
      }
      return null
    } catch (error) {
      if (mine.signal.aborted) return null
      if (!(error instanceof Refusal)) {
        refused.value = { code: 'offline', says: websiteWords.cut }
        return null
      }
      refused.value = { code: error.code, says: error.message }
      return null
    } finally {
      if (asked === mine) {
        busy.value = false
        waits.value = false
      }
    }
  }

  function stop(): void {
    asked?.abort()
    asked = null
    busy.value = false
    waits.value = false
  }
  onScopeDispose(stop)
  return { steps, busy, waits, refused, look, stop }
}
