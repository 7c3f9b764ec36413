/**
 * Asks, shows when it is time, and keeps an answer as far as it says it holds. What comes after the button
 * stands is `stay`'s matter.
 */

import { arrive } from './arrive'
import { door, type Door, type Loaded } from './door'
import { facts, pageAddress, type Facts } from './facts'
import { answerIn, type Answer, type Plan } from './plan'
import { IDLE, type Memory } from './memory'
import type { Source } from './source'

/**
 * An answer and what it is for. `lang` is the page's as it was asked with, which may have changed by the time
 * of the answer; without `at` it is of now.
 */
export interface Kept {
  address: string
  lang: unknown
  at?: number
  answer: unknown
}
export interface Life {
  judge: () => void
  /** Another page without a load: what stands goes, and the new one is judged. */
  turnPage: () => void
  door: () => Door | null
  current: () => Answer | null
  askedAt: () => number
  /** Called for every door that comes to stand. */
  onStand: (door: Door) => void
  opening: () => void
  /** The page's microdata, once gathered. */
  items: string
}

/**
 * Whether a framework is about to take over the whole document as the server drew it: an element put in
 * before makes that fail. These are what such pages carry for it.
 */
const isTakenOver = (): boolean =>
  document.readyState !== 'complete' && /,(__(next_f|re)|\$_TSR)/.test(String(Object.keys(window)))

export function live(
  source: Source,
  memory: Memory,
  loadCard: () => Promise<Loaded>,
  first?: Kept | false | 0 | null,
): Life {
  let standing: Door | null = null
  let current: Answer | null = null
  let turn = 0
  let takeBack = (): void => undefined
  let page = pageAddress()
  let since = performance.timing.domInteractive - performance.timing.navigationStart
  let turnsOver = 0
  let asked = 0
  let missed = ''
  let zone: string | undefined
  let failed = 0
  let sent: Facts

  const leave = (): void => {
    takeBack()
    standing?.leave()
    standing = null
  }
  const show = (plan: Plan): void => {
    if (standing) {
      standing.update(plan)
      return
    }
    const stand = (): void => {
      if (standing || !current?.plan) return
      standing = door(current.plan, { source, memory, loadCard, opening: () => self.opening() })
      if (memory.visit.hidden) standing.hide()
      self.onStand(standing)
    }
    takeBack()
    takeBack = arrive(plan.arrives, memory.visit.pages, since, () => {
      if (isTakenOver()) addEventListener('load', () => setTimeout(stand))
      else stand()
    })
  }
  /**
   * An answer that came with the script, or a kept one, as far as it says it holds: this address, or all
   * pages of the visit in this language, until it turns over.
   */
  const kept = (): void => {
    if (!first || Date.now() - first.at! > IDLE || first.lang !== document.documentElement.lang) return
    const answer = answerIn(first.answer)
    if (!answer?.plan || Date.now() >= answer.until || (first.address !== page && !answer.everywhere)) return
    if (first.address !== page) answer.plan.more.moved = true
    current = answer
    show(answer.plan)
  }
  const apply = (answer: Answer): void => {
    const { plan, until } = (current = answer)
    first = null
    clearTimeout(turnsOver)
    const wait = until - Date.now()
    // A little apart, so that not every open page asks in the same second.
    if (wait < 2 ** 31) turnsOver = window.setTimeout(judge, Math.max(wait, 0) + 500 + Math.random() * 4000)
    if (plan?.more.forgets) memory.forget()
    if (memory.works)
      memory.set(
        'kept',
        plan &&
          ({ address: page, lang: sent.lang, at: Date.now(), answer: answer.raw } satisfies Kept | null),
      )
    if (plan) return show(plan)
    leave()
    if (answer.missed && missed !== page) {
      missed = page
      source.tell({ kind: 'missed', door: answer.missed })
    }
  }
  const judge = (): void => {
    const mine = ++turn
    asked = Date.now()
    sent = facts(memory, self.items)
    source
      .ask({ ...sent, zone })
      .then((raw) => {
        const answer = answerIn(raw)
        if (mine !== turn) return
        if (!answer) throw raw
        failed = 0
        if (answer.asksZone && zone === undefined) {
          zone = Intl.DateTimeFormat().resolvedOptions().timeZone || ''
          judge()
        } else apply(answer)
      })
      .catch(() => {
        // Our server is away: what stands stays as far as it holds, and a calm few tries follow.
        if (mine === turn && ++failed < 5) setTimeout(() => mine === turn && judge(), failed * 20e3)
      })
  }
  const begin = (): void => {
    memory.note({ pages: memory.visit.pages + 1 })
    first ||= memory.get<Kept>('kept')
    judge()
    // Asking and drawing are each a task of their own: together they are long on a slow phone.
    setTimeout(kept)
  }
  const self: Life = {
    judge,
    turnPage() {
      page = pageAddress()
      self.items = ''
      since = performance.now()
      // An open card stays with its words until the answer says that this page must not have it.
      if (!standing?.isOpen()) leave()
      begin()
    },
    door: () => standing,
    current: () => current,
    askedAt: () => asked,
    onStand: () => undefined,
    opening: () => undefined,
    items: '',
  }
  begin()
  return self
}
