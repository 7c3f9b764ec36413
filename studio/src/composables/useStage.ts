/** Asks the core about the draft as it is typed and hands the answer to the button in the frame. */
import { readonly, ref, shallowRef, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { ringed } from '../logic/differ'
import type { DeskState } from './useDesk'
import type { RehearsalState } from './useRehearsal'

export interface Knocked {
  channel: string
  person: string
  note: string
}
export interface Picked {
  selector: string
  words: string
  count: number
}
export interface Covers {
  what: string
  window: { width: number; height: number }
  button: Box
  boxes: Box[]
}
export interface Box {
  left: number
  top: number
  width: number
  height: number
}
export type Of = 'draft' | 'live' | (string & {})
/** Beside the one shown, what visitors have: asked for with the same visit. */
export interface Beside {
  frame: Ref<HTMLIFrameElement | undefined>
  on: Ref<boolean>
}
export type Show = 'button' | 'nudge' | 'card' | 'play'
export interface StageInput {
  site: Ref<string>
  state: DeskState
  rehearsal: RehearsalState
  address: Ref<string>
  /** The draft as typed, what visitors have, or a release by its number. */
  of: Ref<Of>
  frame: Ref<HTMLIFrameElement | undefined>
  beside: Beside
}

/** Spots that are not on the card. */
const BESIDE = new Set(['button', 'nudge', 'plate'])

export function useStage({ site, state, rehearsal, address, of, frame, beside }: StageInput) {
  const verdict = shallowRef<Schemas['StageOut'] | null>(null)
  /** What visitors have at the same visit, while both stand side by side. */
  const live = shallowRef<Schemas['StageOut'] | null>(null)
  const ready = ref(false)
  const playing = ref(false)
  const isCardOpen = ref(false)
  const covers = shallowRef<Covers | null>(null)
  const knocked = shallowRef<Knocked | null>(null)
  const channels = ref<Record<string, Schemas['ChannelLaid']>>({})
  const unreached = ref(false)
  const on: {
    follow?: (href: string) => void
    picked?: (found: Picked) => void
    paints?: (found: Schemas['PaintIn'][]) => void
  } = {}
  let turn = 0
  let asking = false
  let again = false
  let typedAt = 0
  /** The spot whose words are being written. */
  let lit = ''

  const post = (how: object = {}): void =>
    frame.value?.contentWindow?.postMessage(
      {
        kk: 1,
        answer: verdict.value?.answer,
        turn,
        ring: beside.on.value
          ? ringed(live.value?.answer, verdict.value?.answer)
          : lit
            ? { parts: [lit], ways: [] }
            : null,
        ...how,
      },
      '*',
    )
  async function ask(): Promise<void> {
    const door = state.door.value
    if (!door || !state.draft.value) return
    if (asking) {
      again = true
      return
    }
    asking = true
    again = false
    const mine = ++turn
    try {
      const answer = await want(
        api.POST('/api/sites/{key}/stage', {
          params: { path: { key: site.value } },
          body: {
            door: door.key,
            of: of.value,
            parts: state.typed(),
            channels: channels.value,
            visit: rehearsal.visitOn(address.value),
          },
        }),
      )
      unreached.value = false
      if (mine === turn) {
        verdict.value = answer
        if (beside.on.value) await askBeside(door.key, mine)
        post()
      }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      // A door that a release doesn't know yet is only in the draft.
      if (error.status === 404 && of.value !== 'draft') of.value = 'draft'
      unreached.value = error.status === 0
      if (unreached.value) setTimeout(() => void ask(), 3000)
    } finally {
      asking = false
      if (again) void ask()
    }
  }
  async function askBeside(door: string, mine: number): Promise<void> {
    try {
      const answer = await want(
        api.POST('/api/sites/{key}/stage', {
          params: { path: { key: site.value } },
          body: { door, of: 'live', visit: rehearsal.visitOn(address.value) },
        }),
      )
      if (mine === turn) live.value = answer
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      live.value = null
    }
    beside.frame.value?.contentWindow?.postMessage(
      {
        kk: 1,
        answer: live.value?.answer ?? { v: 1, show: false },
        turn: 0,
        open: isCardOpen.value || undefined,
      },
      '*',
    )
  }
  let soon = 0
  function askSoon(): void {
    typedAt = performance.now()
    clearTimeout(soon)
    // One keystroke is asked at once; a burst waits for its end, 20 ms at most behind it.
    soon = window.setTimeout(() => void ask(), asking ? 20 : 0)
  }
  watch(
    [state.draft, state.door, address, of, beside.on, channels, () => ({ ...rehearsal.rehearsal })],
    askSoon,
    { deep: true },
  )

  function hear(event: MessageEvent): void {
    const said = event.data as Record<string, unknown> | null
    if (said?.kk === 1 && event.source === beside.frame.value?.contentWindow) {
      if (said.ready) void ask()
      return
    }
    if (event.source !== frame.value?.contentWindow || said?.kk !== 1) return
    if (said.ready) {
      ready.value = true
      void ask()
    }
    if (said.painted === turn && typedAt) {
      performance.measure('key to painted', { start: typedAt, end: performance.now() })
      typedAt = 0
    }
    if (typeof said.go === 'string') on.follow?.(said.go)
    if ('covers' in said) covers.value = said.covers as Covers | null
    if (said.what === 'opened') {
      isCardOpen.value = true
      besideCard()
    }
    if (said.what === 'knocked')
      knocked.value = { channel: String(said.channel), person: String(said.person), note: String(said.note) }
    if ('playing' in said) playing.value = true
    if ('played' in said) playing.value = false
    if (Array.isArray(said.paints)) on.paints?.(said.paints as Schemas['PaintIn'][])
    if (said.picked) on.picked?.(said.picked as Picked)
  }
  const besideCard = (): void => {
    if (beside.on.value)
      beside.frame.value?.contentWindow?.postMessage(
        { kk: 1, answer: live.value?.answer, turn: 0, open: true },
        '*',
      )
  }
  addEventListener('message', hear)
  return {
    live: readonly(live) as Readonly<Ref<Schemas['StageOut'] | null>>,
    verdict: readonly(verdict) as Readonly<Ref<Schemas['StageOut'] | null>>,
    ready: readonly(ready),
    playing: readonly(playing),
    covers: readonly(covers) as Readonly<Ref<Covers | null>>,
    knocked,
    channels,
    unreached: readonly(unreached),
    on,
    ask,
    waiting: () => {
      ready.value = false
      covers.value = null
      knocked.value = null
    },
    show: (what: Show) => {
      knocked.value = null
      post(
        what === 'card'
          ? (besideCard(), { open: true })
          : what === 'nudge'
            ? { open: false, anew: true, nudge: true }
            : what === 'play'
              ? { open: false, play: true }
              : { open: false, anew: true },
      )
    },
    /** Light a spot, on the card or beside it; nothing with ''. */
    light: (spot: string) => {
      if (lit === spot) return
      lit = spot
      if (spot) {
        isCardOpen.value = isCardOpen.value || !BESIDE.has(spot)
        post({ open: !BESIDE.has(spot), quiet: true, ...(spot === 'nudge' ? { nudge: true } : {}) })
      } else post()
    },
    pick: (yes: boolean) => post({ pick: yes }),
    /** The page's colours with their areas; none where the frame doesn't answer. */
    paints: () =>
      new Promise<Schemas['PaintIn'][]>((go) => {
        on.paints = go
        setTimeout(() => go([]), 3000)
        post({ paints: true })
      }),
    leave: () => removeEventListener('message', hear),
  }
}
export type StageState = ReturnType<typeof useStage>
