/** Asks the core about the draft as it is typed and hands the answer to the button in the frame. */
import { readonly, ref, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { Door, Part } from './useDesk'

export type Device = 'phone' | 'tablet' | 'computer'
export interface StageInput {
  site: Ref<string>
  door: Ref<Door | null>
  draft: Ref<Pick<Door, Part> | null>
  address: Ref<string>
  device: Ref<Device>
  frame: Ref<HTMLIFrameElement | undefined>
}

export function useStage({ site, door, draft, address, device, frame }: StageInput) {
  const verdict = ref<Schemas['StageOut'] | null>(null)
  const ready = ref(false)
  const follow = ref<((href: string) => void) | null>(null)
  let turn = 0
  let asking = false
  let again = false
  let typedAt = 0

  async function ask(): Promise<void> {
    if (!door.value || !draft.value) return
    if (asking) { again = true; return }
    asking = true
    again = false
    const mine = ++turn
    const began = typedAt
    try {
      const answer = await want(api.POST('/api/sites/{key}/stage', {
        params: { path: { key: site.value } },
        body: { door: door.value.key, ...draft.value, visit: { address: address.value, device: device.value, languages: [], title: '', lang: '' } },
      }))
      if (mine === turn) {
        verdict.value = answer
        frame.value?.contentWindow?.postMessage({ kk: 1, answer: answer.answer, turn: mine, began }, '*')
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    } finally {
      asking = false
      if (again) void ask()
    }
  }
  let soon = 0
  function askSoon(): void {
    typedAt = performance.now()
    clearTimeout(soon)
    // One keystroke is asked at once; a burst waits for its end, 20 ms at most behind it.
    soon = window.setTimeout(() => void ask(), asking ? 20 : 0)
  }
  watch([draft, door, address, device], askSoon, { deep: true })

  function hear(event: MessageEvent): void {
    if (event.source !== frame.value?.contentWindow || event.data?.kk !== 1) return
    if (event.data.ready) { ready.value = true; void ask() }
    if (event.data.painted === turn && typedAt) {
      performance.measure('key to painted', { start: typedAt, end: performance.now() })
      typedAt = 0
    }
    if (typeof event.data.go === 'string') follow.value?.(event.data.go)
  }
  addEventListener('message', hear)
  return {
    verdict: readonly(verdict), ready: readonly(ready), ask, follow,
    waiting: () => { ready.value = false },
    show: (open: boolean) => frame.value?.contentWindow?.postMessage({ kk: 1, answer: verdict.value?.answer, turn, open }, '*'),
    leave: () => removeEventListener('message', hear),
  }
}
