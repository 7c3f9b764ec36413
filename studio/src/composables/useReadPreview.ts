/** The real card in a frame, with one answer or signposts shown whatever pages they are for. */
import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { api, Refusal, want } from '../api/client'
import type { FromFrame, ToFrame } from '../../../button/src/stage-messages'
import { readWish } from '../logic/signposts'

export interface ReadPreviewInput {
  site: Ref<string>
  door: Ref<string>
  show: Ref<string>
  language: Ref<string>
  device: Ref<'phone' | 'computer'>
  at: Ref<string | null>
  /** Changes whenever what is shown may have. */
  moved: Ref<unknown>
  frame: Ref<HTMLIFrameElement | undefined>
}

/** The people an answer offers; null where nobody is in. */
function offeredIn(answer: unknown): string[] | null {
  const door = (answer as { door?: { nobody?: boolean; to?: { name?: string; in?: boolean }[] } }).door
  if (door?.nobody) return null
  return (door?.to ?? []).filter((each) => each.in).map((each) => each.name ?? '')
}

export function useReadPreview(input: ReadPreviewInput): {
  lost: Readonly<Ref<string>>
  /** Who is offered at that moment, by name; null while nobody is in. */
  offered: Readonly<Ref<string[] | null>>
  again: () => void
} {
  const lost = ref('')
  const offered = ref<string[] | null>([])
  let ready = false
  let number = 0
  const tell = (message: Partial<ToFrame>): void =>
    input.frame.value?.contentWindow?.postMessage({ kk: 1, ...message }, '*')
  const body = () => ({
    door: input.door.value,
    of: 'draft',
    show: input.show.value,
    visit: {
      address: '',
      title: '',
      lang: input.language.value,
      languages: [input.language.value],
      device: input.device.value,
      at: input.at.value,
      country: '',
      zone: '',
      returning: false,
      referrer: '',
      page: 1,
      pretend: '' as const,
    },
  })
  async function draw(): Promise<void> {
    if (!ready || !input.door.value) return
    const mine = ++number
    try {
      const { answer } = await want(
        api.POST('/api/sites/{key}/stage', { params: { path: { key: input.site.value } }, body: body() }),
      )
      lost.value = ''
      offered.value = offeredIn(answer)
      if (mine === number) tell({ answer, anew: true, open: true, quiet: true })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      lost.value = error.message
    }
  }
  async function read(wish: number, wanted: object): Promise<void> {
    const given = await want(
      api.POST('/api/sites/{key}/stage/read', {
        params: { path: { key: input.site.value } },
        body: { ...body(), ...readWish(wanted) },
      }),
    ).catch(() => ({}))
    tell({ read: wish, given })
  }
  function hear(event: MessageEvent): void {
    const message = event.data as FromFrame | null
    if (message?.kk !== 1 || event.source !== input.frame.value?.contentWindow) return
    if ('ready' in message) {
      ready = true
      void draw()
    } else if ('read' in message) void read(message.read, message.wanted)
  }
  addEventListener('message', hear)
  onScopeDispose(() => removeEventListener('message', hear))
  let soon = 0
  watch(
    [input.door, input.show, input.language, input.device, input.at, input.moved],
    () => {
      clearTimeout(soon)
      soon = window.setTimeout(() => void draw(), 150)
    },
    { deep: true },
  )
  return { lost, offered, again: () => void draw() }
}
