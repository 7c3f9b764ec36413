/** A page of the site looked at: as it is served, from this very browser, or tried by a private link. */
import { readonly, ref, shallowRef, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { fittingWords as say } from '../words/fitting'
import type { RehearsalState } from './useRehearsal'

export interface PageLookInput {
  site: () => string
  /** A door that is live, to ask the verdict of; empty while none is. */
  door: () => string
  typed: Ref<string>
  visitor: RehearsalState
}
export type Doing = '' | 'served' | 'browser' | 'link'

const POLL = 300
const MOST_LOOK = 8_000
const WATCHED = 10_000
const pause = (ms: number): Promise<void> => new Promise((go) => setTimeout(go, ms))

/** Whether something of ours gets through this browser at all. */
async function getsThrough(ask: () => Promise<Response>): Promise<boolean> {
  try {
    return (await ask()).ok
  } catch {
    return false
  }
}

export function usePageLook({ site, door, typed, visitor }: PageLookInput) {
  const wrong = ref('')
  const doing = ref<Doing>('')
  const seen = shallowRef<Schemas['LookOut'] | null>(null)
  const verdict = shallowRef<Schemas['StageOut'] | null>(null)
  const trial = shallowRef<Schemas['TrialOut'] | null>(null)
  const met = shallowRef<Schemas['MetOut'] | null>(null)
  const silent = shallowRef<Schemas['SilentOut'] | null>(null)
  const doorAsked = ref('')
  let number: number | null = null
  const path = () => ({ params: { path: { key: site() } } })
  watch(typed, () => {
    wrong.value = ''
  })

  const clear = (): void => {
    wrong.value = ''
    seen.value = verdict.value = trial.value = met.value = silent.value = null
    number = null
  }
  let last: Promise<unknown> = Promise.resolve()
  /** One thing after the other, in the order pressed; what is refused is a sentence at the box. */
  function doIt(what: Doing, act: () => Promise<void>): Promise<void> {
    const mine = last.then(() => alone(what, act))
    last = mine.catch(() => undefined)
    return mine
  }
  async function alone(what: Doing, act: () => Promise<void>): Promise<void> {
    clear()
    doing.value = what
    try {
      await act()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      wrong.value = error.message
    } finally {
      doing.value = ''
    }
  }
  /** Have the page fetched, and wait for it as long as anybody would. */
  async function served(): Promise<Schemas['LookOut'] | null> {
    number = (
      await want(api.POST('/api/sites/{key}/fitting/look', { ...path(), body: { typed: typed.value } }))
    ).number
    const end = Date.now() + MOST_LOOK
    while (Date.now() < end) {
      const found = await want(
        api.GET('/api/sites/{key}/fitting/look/{number}', { params: { path: { key: site(), number } } }),
      )
      if (found) return found
      await pause(POLL)
    }
    return null
  }
  async function ask(address: string): Promise<void> {
    if (!door()) return
    const askAbout = (about: string): Promise<Schemas['StageOut']> => {
      const body = { door: about, of: 'live', visit: visitor.visitOn(address) } as Schemas['StageIn']
      return want(api.POST('/api/sites/{key}/stage', { ...path(), body }))
    }
    const first = await askAbout(door())
    // What a visitor gets is told, whichever door it is.
    const shown = (first.answer as { door?: { key?: string } }).door?.key
    const other = shown && shown !== door() ? shown : ''
    verdict.value = other ? await askAbout(other) : first
    doorAsked.value = other || door()
  }
  const check = (): Promise<void> =>
    doIt('served', async () => {
      seen.value = await served()
      if (!seen.value) wrong.value = say.tooLong
      else if (seen.value.is_ours) await ask(seen.value.address)
    })
  const begin = async (of: 'draft' | 'live'): Promise<Schemas['TrialOut']> => {
    const visit = visitor.visitOn('')
    return want(api.POST('/api/sites/{key}/trials', { ...path(), body: { typed: typed.value, of, visit } }))
  }
  /** The page watches itself in a tab of this browser; what it says is waited for. */
  function watchHere(): Promise<void> {
    // Opened by the press itself, or the browser keeps it shut.
    const tab = window.open('', '_blank')
    return doIt('browser', async () => {
      try {
        const made = await begin('live')
        if (!tab) {
          wrong.value = say.noTab
          return
        }
        tab.opener = null
        tab.location.href = made.link
        const heard = served().catch(() => null)
        const end = Date.now() + WATCHED
        while (Date.now() < end && !met.value) {
          await pause(1000)
          const list = await want(api.GET('/api/sites/{key}/trials', path()))
          met.value = list.find((item) => item.token === made.token)?.met ?? null
        }
        seen.value = await heard
        if (!met.value) silent.value = await likeliest()
        if (seen.value?.is_ours) await ask(seen.value.address)
      } catch (error) {
        tab?.close()
        throw error
      }
    })
  }
  async function likeliest(): Promise<Schemas['SilentOut']> {
    const files = await getsThrough(() => fetch('/k.js', { cache: 'no-store', credentials: 'omit' }))
    const messages = await getsThrough(() =>
      fetch('/k/v1/met', {
        method: 'POST',
        headers: { 'content-type': 'text/plain' },
        credentials: 'omit',
        body: JSON.stringify({ site: '~', met: [] }),
      }),
    )
    const body = { look: number, files, messages }
    return want(api.POST('/api/sites/{key}/fitting/silent', { ...path(), body }))
  }
  const tryIt = (of: 'draft' | 'live'): Promise<void> =>
    doIt('link', async () => {
      trial.value = await begin(of)
    })
  async function endTrial(): Promise<void> {
    if (!trial.value) return
    const token = trial.value.token
    await want(api.DELETE('/api/sites/{key}/trials/{token}', { params: { path: { key: site(), token } } }))
    trial.value = null
  }
  return {
    wrong: readonly(wrong),
    doing: readonly(doing),
    seen,
    verdict,
    trial,
    met,
    silent,
    doorAsked: readonly(doorAsked),
    check,
    watchHere,
    tryIt,
    endTrial,
  }
}
export type PageLook = ReturnType<typeof usePageLook>
