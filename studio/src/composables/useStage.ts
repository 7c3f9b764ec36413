/** Asks the core about the draft as it is typed and hands the answer to the button in the frame. */
import { ref, shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { Covers, FromFrame, Knocked, Paint, Picked, ToFrame } from '../../../button/src/stage-messages'
import { ringed } from '../logic/differ'
import { readWish } from '../logic/signposts'
import type { DeskState } from './useDesk'
import type { RehearsalState } from './useRehearsal'

export type { Covers, Knocked, Picked }
export type Of = 'draft' | 'live' | (string & {})
/** Beside the one shown, what visitors have: asked for with the same visit. */
export interface Beside {
  frame: Ref<HTMLIFrameElement | undefined>
  on: Ref<boolean>
}
export type Show = 'button' | 'nudge' | 'card' | 'play' | 'asks'
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

/** What the page in the frame asks of the studio. */
export interface StageEvents {
  follow?: (href: string) => void
  picked?: (found: Picked) => void
  paints?: (found: Paint[]) => void
}
export interface StageState {
  live: Readonly<ShallowRef<Schemas['StageOut'] | null>>
  verdict: Readonly<ShallowRef<Schemas['StageOut'] | null>>
  ready: Readonly<Ref<boolean>>
  playing: Readonly<Ref<boolean>>
  covers: Readonly<ShallowRef<Covers | null>>
  unreached: Readonly<Ref<boolean>>
  knocked: ShallowRef<Knocked | null>
  channels: Ref<Record<string, Schemas['ChannelLaid']>>
  on: StageEvents
  ask: () => Promise<void>
  waiting: () => void
  show: (what: Show) => void
  /** What was last asked to be shown; it stays so while one types, and on another page. */
  showing: Readonly<Ref<Show>>
  /** Light a spot, on the card or beside it; nothing with ''. */
  light: (spot: string) => void
  pick: (yes: boolean) => void
  /** The page's colours with their areas; none where the frame doesn't answer. */
  paints: () => Promise<Paint[]>
  leave: () => void
}

const SHOWN: Record<Show, Partial<ToFrame>> = {
  card: { open: true },
  asks: { open: true, quiet: true, asks: true },
  nudge: { open: false, anew: true, nudge: true },
  play: { open: false, play: true },
  button: { open: false, anew: true },
}
/** Spots that are not on the card. */
const BESIDE = new Set(['button', 'nudge', 'plate'])

export function useStage({ site, state, rehearsal, address, of, frame, beside }: StageInput): StageState {
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
  const on: StageEvents = {}
  let question = 0
  let asking = false
  let again = false
  let typedAt = 0
  /** The spot whose words are being written. */
  let lit = ''
  const showing = ref<Show>('button')
  /** What a frame that has just come, or had no answer yet, is still to show. */
  let wished: Show = 'button'
  let isFresh = false

  type How = Partial<Omit<ToFrame, 'kk'>>
  const tell = (to: HTMLIFrameElement | undefined, message: How): void =>
    to?.contentWindow?.postMessage({ kk: 1, ...message } satisfies ToFrame, '*')
  function post(how: How = {}): void {
    const different = beside.on.value ? ringed(live.value?.answer, verdict.value?.answer) : null
    const ring = different ?? (lit ? { parts: [lit], ways: [] } : null)
    const kept = isFresh ? SHOWN[wished] : showing.value === 'nudge' ? { nudge: true } : {}
    isFresh = !verdict.value
    tell(frame.value, { answer: verdict.value?.answer, question, ring, ...kept, ...how })
  }
  async function ask(): Promise<void> {
    const door = state.door.value
    if (!door || !state.draft.value) return
    if (asking) {
      again = true
      return
    }
    asking = true
    again = false
    const mine = ++question
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
      if (mine === question) {
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
      if (mine === question) live.value = answer
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      live.value = null
    }
    tell(beside.frame.value, {
      answer: live.value?.answer ?? { v: 1, show: false },
      ...(isCardOpen.value ? { open: true } : {}),
    })
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
    const message = event.data as FromFrame | null
    if (message?.kk !== 1) return
    if (event.source === beside.frame.value?.contentWindow) {
      if ('ready' in message) void ask()
    } else if (event.source === frame.value?.contentWindow) take(message)
  }
  function take(message: FromFrame): void {
    if ('ready' in message) {
      ready.value = isFresh = true
      void ask()
    } else if ('painted' in message) {
      if (message.painted === question && typedAt) {
        performance.measure('key to painted', { start: typedAt, end: performance.now() })
        typedAt = 0
      }
    } else if ('go' in message) on.follow?.(message.go)
    else if ('covers' in message) covers.value = message.covers
    else if ('playing' in message) playing.value = true
    else if ('played' in message) playing.value = false
    else if ('paints' in message) on.paints?.(message.paints)
    else if ('picked' in message) on.picked?.(message.picked)
    else if ('read' in message) void readOnStage(message)
    else if (message.what === 'opened') {
      isCardOpen.value = true
      besideCard()
    } else knocked.value = { channel: message.channel, person: message.person, note: message.note }
  }
  /** The card on the stage asks what can be read: of the same setup, for the same visit. */
  async function readOnStage({ read, wanted }: { read: number; wanted: object }): Promise<void> {
    const door = state.door.value
    if (!door) return
    const given = await want(
      api.POST('/api/sites/{key}/stage/read', {
        params: { path: { key: site.value } },
        body: {
          door: door.key,
          of: of.value,
          parts: state.typed(),
          channels: channels.value,
          visit: rehearsal.visitOn(address.value),
          ...readWish(wanted),
        },
      }),
    ).catch(() => ({}))
    tell(frame.value, { read, given })
  }
  const besideCard = (): void => {
    if (beside.on.value) tell(beside.frame.value, { answer: live.value?.answer, open: true })
  }
  addEventListener('message', hear)
  return {
    live,
    verdict,
    ready,
    playing,
    covers,
    knocked,
    channels,
    unreached,
    on,
    ask,
    waiting: () => {
      ready.value = false
      covers.value = null
      knocked.value = null
    },
    showing,
    show: (what: Show) => {
      knocked.value = null
      wished = what === 'play' ? 'button' : what
      showing.value = wished === 'asks' ? 'card' : wished
      if (what === 'card' || what === 'asks') besideCard()
      post(SHOWN[what])
    },
    light: (spot: string) => {
      if (lit === spot) return
      lit = spot
      if (spot) {
        isCardOpen.value = isCardOpen.value || !BESIDE.has(spot)
        post({ open: !BESIDE.has(spot), quiet: true, ...(spot === 'nudge' ? { nudge: true } : {}) })
      } else post()
    },
    pick: (yes: boolean) => post({ pick: yes }),
    paints: () =>
      new Promise<Paint[]>((go) => {
        on.paints = go
        setTimeout(() => go([]), 3000)
        post({ paints: true })
      }),
    leave: () => removeEventListener('message', hear),
  }
}
