/**
 * The same button on the studio's stage: answers come from the studio around this frame, reports go
 * nowhere.
 */

import { covered } from './stage-cover'
import { paints } from './stage-paints'
import { pick } from './stage-pick'
import { door, type Door, type Loaded } from './door'
import { memory, type Memory } from './memory'
import { nudgeIn, opensIn } from './offer'
import { answerIn, type Plan, text } from './plan'
import type { Source } from './source'
import type { FromFrame, Ring, ToFrame } from './stage-messages'

declare const __CARD__: string
declare const __STAY__: string

const origin =
  document.currentScript instanceof HTMLScriptElement ? new URL(document.currentScript.src).origin : ''
type Told = FromFrame extends infer Each ? (Each extends { kk: 1 } ? Omit<Each, 'kk'> : never) : never
const tell = (message: Told): void => parent.postMessage({ kk: 1, ...message }, '*')
const silent: Source = {
  ask: () => Promise.resolve(null),
  fresh: '',
  tell: () => undefined,
  post: (path, body) => (path === 'read' ? relay(body) : Promise.resolve(new Response('{"kept":true}'))),
}
/**
 * What the card asks to be read goes to the studio, which asks the draft; its answer comes back by number.
 */
const reading = new Map<number, (answer: Response) => void>()
let readings = 0
const relay = (wanted: object): Promise<Response> =>
  new Promise((answer) => {
    reading.set(++readings, answer)
    tell({ read: readings, wanted })
  })
const loadCard = (): Promise<Loaded> =>
  import(/* @vite-ignore */ origin + '/k/' + __CARD__) as Promise<Loaded>
const loadStay = (): Promise<typeof import('./stay')> =>
  import(/* @vite-ignore */ origin + '/k/' + __STAY__) as Promise<typeof import('./stay')>
/** Seconds on the stage while a play runs, so that nobody waits four seconds to see four seconds. */
const FASTER = 4
let standing: Door | null = null
let remembered: Memory | null = null
let waiting: number[] = []
let stopPicking = (): void => undefined

function leave(): void {
  waiting.forEach(clearTimeout)
  waiting = []
  standing?.leave()
  standing = null
}

function stand(plan: Plan): Door {
  if (standing) {
    standing.update(plan)
    return standing
  }
  remembered = memory()
  remembered.forget()
  const own = (standing = door(plan, {
    source: silent,
    memory: remembered,
    loadCard,
    opening: () => undefined,
  }))
  void loadStay().then((more) => {
    if (standing === own && remembered) more.watchVisit(own, remembered)
  })
  return own
}

const later = (seconds: number, then: () => void): void => {
  waiting.push(window.setTimeout(then, seconds * 1000))
}

/** The plan with its nudge after other seconds. */
const nudging = (plan: Plan, after: number): Plan => ({
  ...plan,
  more: { ...plan.more, nudge: { ...(plan.more.nudge as object), after, often: 'every_page', page: 1 } },
})

/** From the page's first moment: arrival, nudge and opening by itself, faster than life. */
function play(plan: Plan): void {
  leave()
  const wait = plan.arrives?.seconds ?? 0
  tell({ playing: wait / FASTER })
  later(wait / FASTER, () => {
    const nudge = nudgeIn(plan)
    const opens = opensIn(plan)
    const own = stand(nudge ? nudging(plan, Math.min(nudge.after, 3600) / FASTER) : plan)
    if (opens)
      later((opens.seconds ?? 0) / FASTER, () => {
        void own.open(null, true)
      })
    later(((nudge?.after ?? 0) + (opens?.seconds ?? 0)) / FASTER + 0.5, () => tell({ played: true }))
  })
}

function show(plan: Plan | null, how: ToFrame): void {
  if (!plan) {
    leave()
    return
  }
  if (how.play) {
    play(plan)
    return
  }
  if (how.anew) leave()
  // At rest the stage holds the nudge back: it would come up while somebody types.
  const calm = how.nudge ? nudging(plan, 0) : { ...plan, more: { ...plan.more, nudge: null, opens: null } }
  const own = stand(calm)
  // While one types beside the stage the card comes up without taking the focus.
  if (how.open === true && !own.isOpen()) void own.open(null, how.quiet === true)
  if (how.asks) ask(own)
  ring(own, how.ring ?? null)
  if (how.open === false && own.isOpen()) own.close()
}

let asking = 0
/** The page of questions comes once its file is there; its answer may come later than the wish for it. */
function ask(own: Door): void {
  clearInterval(asking)
  let tries = 100
  asking = window.setInterval(() => {
    const there = own.root.querySelector('.asks')
    const asked = Array.isArray((own.plan().more.asks as { asked?: unknown } | undefined)?.asked)
    // Before its file is there a press would lead on into the app.
    const ready = own.root.querySelector('.card[data-asks]')
    if (asked && ready && !there) own.root.querySelector<HTMLElement>('.by .way')?.click()
    if (there || !--tries || standing !== own) clearInterval(asking)
  }, 150)
}

const RINGED: Record<string, string> = {
  button: '.door',
  heading: 'h2',
  top: 'h2',
  away: 'h2',
  thanks: 'h2',
  help: '.help',
  note: 'textarea',
  by: '.ways',
  sent: '.said + .small, .aid + .small',
  notice: '.agree',
  foot: '.foot',
  to: '.to',
  nudge: '.nudge',
  plates: '',
}
let ringing = 0
/**
 * A brass line round what is not as visitors have it; the card's parts come after it opens, so it is drawn
 * for a while.
 */
function ring(own: Door, what: Ring | null): void {
  clearInterval(ringing)
  const draw = (): void => {
    for (const old of own.root.querySelectorAll<HTMLElement>('[data-ring]')) {
      old.style.outline = ''
      delete old.dataset.ring
    }
    const found = (what?.parts ?? []).flatMap((part) =>
      RINGED[part] ? [...own.root.querySelectorAll<HTMLElement>(RINGED[part])].slice(0, 1) : [],
    )
    const ways = [...own.root.querySelectorAll<HTMLElement>('.way')].filter((item) =>
      what?.ways?.includes((item.querySelector('span:not(.face)')?.textContent || '').trim()),
    )
    for (const item of [...found, ...ways]) {
      item.style.outline = '3px solid #e0a030'
      item.style.outlineOffset = '3px'
      item.dataset.ring = ''
    }
  }
  draw()
  if (what)
    ringing = window.setInterval(() => {
      if (standing === own) draw()
      else clearInterval(ringing)
    }, 400)
}

addEventListener('message', (event) => {
  // Only the studio around this frame may say what stands here.
  const message = event.data as ToFrame | null
  if (event.source !== parent || message?.kk !== 1) return
  if (message.read) {
    reading.get(message.read)?.(new Response(JSON.stringify(message.given ?? {})))
    reading.delete(message.read)
    return
  }
  if ('pick' in message) {
    stopPicking()
    stopPicking = message.pick
      ? pick((found) => {
          stopPicking()
          tell({ picked: found })
        })
      : () => undefined
    return
  }
  if ('paints' in message) {
    tell({ paints: paints() })
    return
  }
  show(answerIn(message.answer)?.plan || null, message)
  requestAnimationFrame(() => tell({ painted: message.question }))
  setTimeout(() => tell({ covers: standing && !standing.isOpen() ? covered(standing) : null }), 350)
})

/**
 * A press on an app ends on the studio's far side, not in the app; nor does a button that goes straight
 * through open it.
 */
window.open = () => null
document.addEventListener(
  'click',
  (event) => {
    const inside = event.composedPath()[0]
    const ours = standing && event.composedPath().includes(standing.host)
    const link = inside instanceof Element ? inside.closest('a[href]') : null
    if (!(link instanceof HTMLAnchorElement)) return
    event.preventDefault()
    if (!ours) tell({ go: link.href })
  },
  true,
)
document.addEventListener('submit', (event) => event.preventDefault())
document.addEventListener('kindknock:opened', () => tell({ what: 'opened' }))
document.addEventListener('kindknock:knocked', (event) => {
  const { channel, person } = (event as CustomEvent<{ channel?: string; person?: string }>).detail
  const written = standing?.root.querySelector('textarea')
  tell({
    what: 'knocked',
    channel: channel || '',
    person: person || '',
    note: written ? written.value : text(standing?.plan().more.note),
  })
})
document.addEventListener('keydown', (event) => {
  if (event.key === 'Escape') stopPicking()
})
tell({ ready: true, drawn: 'drawn' in document.documentElement.dataset })
