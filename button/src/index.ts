/** The embed line's script: asks once, shows the button, gets out of the way. The one side effect is here. */

import { json } from './clean'
import { asksNotToBeCounted, handed } from './facts'
import { live, type Kept, type Life } from './life'
import { memory as remembered } from './memory'
import { server } from './source'

declare const __CARD__: string
declare const __STAY__: string

const MARK = Symbol.for('kindknock')
type Marked = Record<symbol, unknown>
/** What the server put behind this script: the answer for this page, where every visitor gets the same. */
type Brings = HTMLScriptElement & { kk?: Kept | false }

/**
 * Whether a button of ours is here already: the line stands twice, or a page builder shows this page within
 * one that has it.
 */
function isTaken(site: string): boolean {
  try {
    if ((parent.document as unknown as Marked)[MARK] === site) return true
  } catch {
    /* a frame of another origin says nothing, and that is well */
  }
  return MARK in document
}

function start(script: HTMLScriptElement): void {
  const site = script.dataset.site
  if (!site || isTaken(site)) return
  ;(document as unknown as Marked)[MARK] = site
  const origin = new URL(script.src, location.href).origin
  let life: Life | null = null
  const begin = (): void => {
    if (life) return
    const memory = remembered()
    const source = server(origin, memory.trial || site, () => !asksNotToBeCounted(memory))
    const go = (): void => {
      if (life) return
      // From a cache it is an answer of then; only a script that came over the network brought one of now.
      const came = performance.getEntriesByName(script.src)[0] as PerformanceResourceTiming | undefined
      const own = (life = live(
        source,
        memory,
        () => import(/* @vite-ignore */ origin + '/k/' + __CARD__),
        !memory.trial && came?.transferSize && (script as Brings).kk,
      ))
      // eslint-disable-next-line @typescript-eslint/unbound-method -- without `this`, it is the window's
      const rest = window.requestIdleCallback || ((then: () => void) => setTimeout(then, 2000))
      rest(() => {
        void import(/* @vite-ignore */ origin + '/k/' + __STAY__)
          .then((more: typeof import('./stay')) => more.stay(own, source, memory))
          .catch(() => undefined)
      })
    }
    // Reaching the store and asking are each a task of their own: together they are long on a slow phone.
    if (document.body) setTimeout(go)
    else document.addEventListener('DOMContentLoaded', go, { once: true })
  }
  addEventListener(
    'securitypolicyviolation',
    (event) => {
      if (event.blockedURI.startsWith(origin)) {
        // The one thing ever written to a page's console: without it nobody could tell why nothing stands.
        // eslint-disable-next-line no-console
        console.warn(`Kind Knock: allow ${origin} in ${event.effectiveDirective}`)
      }
    },
    { once: true },
  )
  if (!('KindKnock' in window)) {
    const api: Record<string, unknown> = {
      start: begin,
      setFacts(given: Record<string, unknown>) {
        for (const [name, value] of Object.entries(given))
          handed[name] = typeof value === 'string' ? value : json(value)
        life?.judge()
      },
    }
    for (const name of ['open', 'close', 'hide', 'show'] as const) api[name] = () => life?.door()?.[name]()
    Object.defineProperty(window, 'KindKnock', { value: Object.freeze(api) })
  }
  if (!('wait' in script.dataset)) setTimeout(begin)
}

const script = document.currentScript || document.querySelector('script[src*="/k.js"]')
// Whatever goes wrong stays here: the page must never notice.
try {
  if (script instanceof HTMLScriptElement) start(script)
} catch {
  /* nothing stands */
}
