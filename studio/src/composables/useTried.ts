/** The real button in a frame, following what is ticked: the server answers for it, the frame shows it. */
import { onBeforeUnmount, ref, shallowRef, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { FromFrame, ToFrame } from '../../../button/src/stage-messages'
import type { Taken } from '../logic/website'
import { useLatest } from './useLatest'

export interface TriedInput {
  taken: Readonly<Ref<Taken>>
  /** Of the page in the frame; empty for a drawn one. */
  address: Readonly<Ref<string>>
  frame: Readonly<Ref<HTMLIFrameElement | undefined>>
}

export function useTried({ taken, address, frame }: TriedInput) {
  const landed = shallowRef<Schemas['TryOut'] | null>(null)
  const wrong = ref('')
  const answer = shallowRef<unknown>(null)
  const when = ref<'in' | 'now'>('in')
  /** The moment it is looked at, where that isn’t now. */
  const asOn = ref('')
  const isReady = ref(false)
  /** The page in the frame is none of theirs, as it says itself. */
  const isDrawn = ref(false)
  const latest = useLatest()
  let isFirst = true

  const body = (): Schemas['TakenIn'] => ({
    taken: taken.value,
    device: innerWidth < 700 ? 'phone' : 'computer',
    address: address.value,
    when: when.value,
  })
  const post = (how: Partial<ToFrame> = {}): void => {
    const message: ToFrame = { kk: 1, answer: answer.value ?? { v: 1, show: false }, ...how }
    frame.value?.contentWindow?.postMessage(message, '*')
  }
  async function ask(): Promise<void> {
    try {
      const found = await latest((signal) => want(api.POST('/api/website/tried', { body: body(), signal })))
      if (found === undefined) return
      wrong.value = ''
      answer.value = found.answer
      asOn.value = found.as_on ?? ''
      // The first time the card comes up by itself, as that is what one wants to see.
      post(isFirst && found.answer ? { open: true, quiet: true } : {})
      if (found.answer && isReady.value) isFirst = false
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      wrong.value = error.message
      if (error.status === 0) setTimeout(() => void ask(), 3000)
    }
  }
  watch([taken, address, when], () => void ask(), { immediate: true })

  async function knock(channel: string, note: string): Promise<void> {
    try {
      landed.value = await want(api.POST('/api/website/knock', { body: { ...body(), channel, note } }))
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      wrong.value = error.message
    }
  }
  function hear(event: MessageEvent): void {
    const message = event.data as FromFrame | null
    if (message?.kk !== 1 || event.source !== frame.value?.contentWindow) return
    if ('ready' in message) {
      isReady.value = true
      isDrawn.value = message.drawn === true
      isFirst = true
      void ask()
    } else if ('read' in message) post({ read: message.read, given: {} })
    else if ('what' in message && message.what === 'knocked' && message.channel)
      void knock(message.channel, message.note)
  }
  addEventListener('message', hear)
  onBeforeUnmount(() => removeEventListener('message', hear))
  return { landed, wrong, answer, isDrawn, when, asOn }
}
