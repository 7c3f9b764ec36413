/** By: the apps for this person, device, page and hour, each a link with the visitor's words in it. */

import { copy, face, fill, make, press } from './elements'
import { send } from './message'
import type { Onward } from './asks'
import type { Added, Offer, Person, Reach, Way } from './offer'

export interface Ways {
  element: HTMLElement
  draw: (plan: Offer, person: Person | null) => void
  point: (note: string) => number
  first: () => string | null
}
export interface WaysEvents {
  /** The visitor goes through; `aid` is what helps where nothing opened. */
  went: (way: Way, reach: Reach, link: string | null) => void
  say: (words: string) => void
  last: () => string | null
  note: () => string
  allowed: () => boolean
  /** Whether something is asked first; then that page leads on. */
  asks: (onward: Onward) => boolean
  /** Go on by phone instead, where the owner chose so. */
  byPhone: ((way: Way, reach: Reach, link: string) => void) | null
}

/**
 * Whose address, where she answers there: hers for that app, else the channel's; where neither has one, the
 * app isn't offered with her.
 */
export const reachOf = (way: Way, person: Person | null): Reach | null =>
  person && way.to[0] && !way.to.includes(person.key) ? null : person?.by[way.app] || (way.own ? way : null)

export function ways(events: WaysEvents): Ways {
  const element = make('div', 'ways')
  let shown: { way: Way; reach: Reach; link: HTMLElement }[] = []
  let plan: Offer
  let whom: Person | null

  const wordsFor = (way: Way): string =>
    plan.press === 'apps' && way.note !== null ? way.note : events.note()
  const go = async (way: Way, reach: Reach, event: Event): Promise<void> => {
    if (!events.allowed()) {
      event.preventDefault()
      return
    }
    if ((reach.text || plan.asks.keeps === true) && events.asks(onwardOf(way, reach))) {
      event.preventDefault()
      return
    }
    await on(way, reach, event, [])
  }
  /** The way on from the questions: the same link, with the answers in it. */
  const onwardOf = (way: Way, reach: Reach): Onward => ({
    words: fill(plan.words.ask_go, { app: way.name }),
    same: way.same || !/^http/.test(reach.bare || ''),
    going: { channel: way.key, person: whom?.key || '', note: () => wordsFor(way) },
    link: (answers) => send(reach, wordsFor(way), [...answers, ...plan.added]).link,
    then: (answers, event) => void on(way, reach, event, answers),
  })
  const on = async (way: Way, reach: Reach, event: Event, answers: Added[]): Promise<void> => {
    const sending = send(reach, wordsFor(way), [...answers, ...plan.added])
    if (events.byPhone && plan.flags.qr && sending.link?.startsWith('http')) {
      event.preventDefault()
      events.byPhone(way, reach, sending.link)
      return
    }
    events.went(way, reach, sending.link)
    const text = sending.copied ? sending.text : reach.bare ? '' : reach.copy
    if (text)
      events.say(
        fill((await copy(text)) ? plan.words.copied : plan.words.not_copied, {
          app: way.name,
          copy: reach.copy,
        }),
      )
  }
  const wayFor = (way: Way, reach: Reach): HTMLElement => {
    const made = reach.bare ? make('a', 'way') : press('way', '', () => undefined)
    if (made instanceof HTMLAnchorElement && /^http/.test(reach.bare || '') && !way.same) {
      made.target = '_blank'
      made.rel = 'noopener'
    }
    made.dataset.k = way.key
    made.append(
      plan.press === 'apps' || way.picture ? face('', way.picture, way.mark) : '',
      make('span', '', way.name),
    )
    if (way.caption) made.append(make('small', '', way.caption))
    const { calls, opens, reads, copies, without } = plan.words
    const about = { app: way.name, copy: reach.copy }
    const isCall = way.app === 'phone'
    if (reach.copy) made.title = fill(isCall ? calls : reach.text ? opens : copies, about)
    // What becomes of the note where it can't go along; shown once there is one.
    if (!reach.text) {
      const hint = isCall ? reads : reach.copies ? copies : without
      made.append(make('small', 'stays', fill(hint, about)))
    }
    made.addEventListener('click', (event) => void go(way, reach, event))
    return made
  }
  return {
    element,
    first: () => shown[0]?.way.name || null,
    draw(next, person) {
      plan = next
      whom = person
      const offered = plan.by.flatMap((way) => {
        const reach = reachOf(way, person)
        return reach ? [{ way, reach }] : []
      })
      const last = events.last()
      offered.sort((a, b) => Number(b.way.app === last) - Number(a.way.app === last))
      shown = offered.map(({ way, reach }) => ({ way, reach, link: wayFor(way, reach) }))
      element.className = `ways${plan.flags.row ? ' flat' : ''}`
      element.replaceChildren(...shown.map(({ link }) => link))
    },
    /** Put the words into every link; the answer is how much room the tightest that carries them has left. */
    point() {
      let room = Infinity
      element.classList.toggle('has', !!events.note())
      for (const { way, reach, link } of shown) {
        const sending = send(reach, wordsFor(way), plan.added)
        if (link instanceof HTMLAnchorElement && sending.link) link.href = sending.link
        if (reach.text)
          room = Math.min(room, reach.limit - (sending.copied ? reach.limit + 1 : sending.link?.length || 0))
      }
      return room
    },
  }
}
