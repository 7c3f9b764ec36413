/**
 * What follows once the button stands, loaded when the page is at rest: buttons in the page, the nudge,
 * opening by itself, keeping fresh.
 */

import { arrive } from './arrive'
import { tellBoxes } from './boxes'
import { pageAddress } from './facts'
import { microdata } from './microdata'
import { nudge } from './nudge'
import { nudgeIn, opensIn } from './offer'
import type { Plates } from './plates'
import { bag, list, text } from './plan'
import { quiet } from './quiet'
import { standFast } from './stand-fast'
import { under } from './style'
import { wipe } from './wipe'
import { STAY_CSS } from './stay-style'
import type { Door } from './door'
import type { Life } from './life'
import type { Memory } from './memory'
import type { Plan } from './plan'
import type { Source } from './source'

declare const __PLATES__: string
declare const __TRIAL__: string

/** Where this file, those that follow and the fonts stand. */
const files = import.meta.url.replace(/[^/]*$/, '')
/** Those asked for already: a page may change its address a thousand times. */
const fonts = new Set<string>()
const CALM = 10 * 60e3
const POLL = 60e3
const PATIENCE = 10e3

/** Everything that goes on beside one standing door; taken back when it leaves. */
export function watchVisit(door: Door, memory: Memory, renew = (): void => undefined): void {
  let inPage: Plates | null = null
  let timer = 0
  let nudged = (): void => undefined
  let lastWords = ''

  under(door.root, STAY_CSS)
  const inside = (): void => {
    if (inPage) inPage.update()
    else if (list(door.plan().more.plates).length || document.querySelector('kind-knock,[data-kind-knock]'))
      import(/* @vite-ignore */ files + __PLATES__)
        .then((made: typeof import('./plates')) => {
          if (door.host.isConnected) inPage ??= made.plates(door)
        })
        .catch(() => undefined)
  }
  /**
   * The shipped font, if the owner chose one, and whether the page paints itself dark where it doesn't
   * declare so.
   */
  const dress = ({ more }: Plan): void => {
    if (more.forgets) wipe()
    const [family, file] = list(bag(more.looks).font).map(text)
    if (family && file && !fonts.has(file)) {
      fonts.add(file)
      document.fonts.add(new FontFace(family, `url(${files}${file})`, { weight: '300 800' }))
    }
    const [r = 255, g = 0, b = 0, a = 1] = (
      getComputedStyle(document.body).backgroundColor.match(/[\d.]+/g) || []
    ).map(Number)
    door.host.classList.toggle('dark', a > 0.5 && r * 0.3 + g * 0.6 + b * 0.1 < 90)
  }
  const planNudge = (plan: Plan): void => {
    const next = nudgeIn(plan)
    const words = next ? [next.words, ...next.replies].join() : ''
    if (words === lastWords) return
    lastWords = words
    clearTimeout(timer)
    nudged()
    if (next && (memory.visit.pages || 1) >= next.page && !memory.visit.hidden) {
      timer = window.setTimeout(() => {
        if (!door.isOpen())
          nudged = nudge(door.root, next, plan, memory, (begins) => void door.open(null, false, begins))
      }, next.after * 1000)
    }
  }
  /** Whatever of the page has the focus must not lie under the button (WCAG 2.2, 2.4.11). */
  const makeRoom = ({ target }: FocusEvent): void => {
    const button = door.button()
    if (!(target instanceof Element) || target === door.host) {
      button.classList.remove('off')
      return
    }
    const a = target.getBoundingClientRect()
    const b = button.getBoundingClientRect()
    const covers =
      a.bottom > b.top - 4 &&
      a.top < b.bottom &&
      a.right > b.left &&
      a.left < b.right &&
      a.width < innerWidth * 0.95
    button.classList.toggle('off', covers && !door.isOpen())
  }
  const opens = opensIn(door.plan())
  const { visit } = memory
  // Once a visit and never after a close, which only a browser that remembers can tell.
  const takeBack =
    opens && memory.works && !visit.opened && !visit.closed && !visit.hidden
      ? arrive(opens, visit.pages, performance.now(), () => {
          if (!door.isOpen() && !visit.opened && !visit.closed) {
            memory.note({ opened: true })
            void door.open(null, true)
          }
        })
      : () => undefined
  door.opening = () => {
    clearTimeout(timer)
    nudged()
  }
  dress(door.plan())
  inside()
  planNudge(door.plan())
  quiet(door.root)
  const letGo = standFast(door, renew)
  document.addEventListener('focusin', makeRoom)
  door.root.addEventListener('focusin', () => door.button().classList.remove('off'))
  door.onUpdate((plan) => {
    dress(plan)
    inside()
    planNudge(plan)
  })
  door.onLeave(() => {
    clearTimeout(timer)
    nudged()
    takeBack()
    inPage?.leave()
    letGo()
    document.removeEventListener('focusin', makeRoom)
  })
}

/** Follow the page and the server for as long as the page is open. */
export function stay(life: Life, source: Source, memory: Memory): void {
  // The page around this frame may have come to its own button only after this one.
  try {
    const siteOf = (page: Document): unknown =>
      (page as unknown as Record<symbol, unknown>)[Symbol.for('kindknock')]
    if (parent !== window && siteOf(parent.document) === siteOf(document)) {
      life.onStand = (door) => door.hide()
      life.door()?.hide()
      return
    }
  } catch {
    /* a frame of another origin says nothing */
  }
  let page = pageAddress()
  const started = Date.now()
  let checked = started
  // A browser that came by the studio's link is the team's own from then on, and never counted.
  if (memory.isOurs) memory.set('ours', 1)

  /** Ask whether anything changed; the server answers that for next to nothing. */
  const check = async (): Promise<void> => {
    checked = Date.now()
    try {
      const { tag } = (await (
        await fetch(source.fresh, {
          credentials: 'omit',
          cache: 'no-cache',
          signal: AbortSignal.timeout?.(PATIENCE),
        })
      ).json()) as { tag?: string }
      if (tag && tag !== life.current()?.tag) life.judge()
    } catch {
      /* what stands stays */
    }
  }
  const tick = (): void => {
    const calm = Date.now() - started > CALM ? 5 * POLL : POLL
    if (!document.hidden && Date.now() - Math.max(checked, life.askedAt()) >= calm) void check()
  }
  /** What a page says in its markup alone goes with a second question, once the page is at rest. */
  const gather = (): void => {
    life.items = microdata()
    if (life.items) life.judge()
  }
  const turned = (): void => {
    if (pageAddress() !== page) {
      page = pageAddress()
      life.turnPage()
      setTimeout(gather, 400)
    }
  }
  const { navigation } = window as Window & { navigation?: EventTarget }
  if (navigation) navigation.addEventListener('currententrychange', () => setTimeout(turned))
  else
    setInterval(() => {
      if (!document.hidden) turned()
    }, 700)
  addEventListener('popstate', turned)
  addEventListener('hashchange', turned)
  addEventListener('pageshow', (event) => {
    if (event.persisted) life.turnPage()
  })
  document.addEventListener('visibilitychange', tick)
  setInterval(tick, POLL / 4)
  for (const sign of ['pointerdown', 'keydown']) {
    addEventListener(
      sign,
      () => {
        if (Date.now() - memory.visit.last > 30e3) memory.note()
      },
      { capture: true, passive: true },
    )
  }
  new MutationObserver(() => life.judge()).observe(document.documentElement, {
    attributes: true,
    attributeFilter: ['lang'],
  })
  // Said in between: before this file came, after the first question went.
  if (
    memory.works &&
    memory.get<{ lang: string }>('kept') &&
    memory.get<{ lang: string }>('kept')?.lang !== document.documentElement.lang
  )
    life.judge()
  if (memory.trial)
    void import(/* @vite-ignore */ files + __TRIAL__)
      .then((more: typeof import('./trial')) => more.trial(life, source, memory, new URL(files).origin))
      .catch(() => undefined)
  else setTimeout(() => tellBoxes(life, source, memory), 4000)
  life.opening = () => void check()
  const stands = (door: Door): void =>
    watchVisit(door, memory, () => {
      door.close()
      life.turnPage()
    })
  life.onStand = stands
  const standing = life.door()
  if (standing) stands(standing)
  gather()
}
