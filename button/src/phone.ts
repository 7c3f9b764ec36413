/**
 * Going on by phone: a QR code of the link, drawn here, so that the visitor's words stay with them. The
 * third, lazy file.
 */

import { draw } from './qr'
import { copy, fill, make, press } from './elements'
import type { Offer, Reach, Way } from './offer'

export interface ByPhone {
  element: HTMLElement
  show: (plan: Offer, way: Way, reach: Reach, link: string) => void
}

export interface PhoneEvents {
  back: () => void
  say: (words: string) => void
  went: (way: Way) => void
}

export function byPhone(events: PhoneEvents): ByPhone {
  const element = make('div', 'phone')
  return {
    element,
    show(plan, way, reach, link) {
      const code = make('div', 'code')
      const open = make('a', 'way', way.name)
      open.href = link
      open.target = '_blank'
      open.rel = 'noopener'
      open.addEventListener('click', () => events.went(way))
      const copies = press('way', fill(plan.words.copy, { copy: reach.copy }), () => {
        void copy(reach.copy).then((done) =>
          events.say(
            fill(done ? plan.words.copied : plan.words.not_copied, { app: way.name, copy: reach.copy }),
          ),
        )
      })
      const row = make('div', 'ways')
      row.append(open, reach.copy ? copies : '')
      element.replaceChildren(
        make('h2', '', plan.words.by_phone),
        make('p', '', plan.words.scan),
        code,
        row,
        press('back', plan.words.back || '', events.back),
      )
      code.append(draw(link))
      code.firstElementChild?.setAttribute('aria-label', plan.words.scan || '')
      events.went(way)
    },
  }
}
