/** To: the people offered, those in first. Skipped where there is nobody to choose. */

import { face, make } from './make'
import type { Offer, Person } from './offer'

export interface People {
  element: HTMLElement
  chosen: () => Person | null
  draw: (plan: Offer) => void
}

export function people(changed: () => void): People {
  const element = make('fieldset', 'to')
  let all: Person[] = []
  let chosen = ''
  return {
    element,
    chosen: () => all.find((one) => one.key === chosen) || all[0] || null,
    draw(plan) {
      all = plan.to
      element.hidden = all.length < 2
      if (!all.some((one) => one.key === chosen)) chosen = all[0]?.key || ''
      element.replaceChildren(
        make('legend', '', plan.words.to),
        ...all.map((one) => {
          const row = make('label')
          const radio = make('input')
          radio.type = 'radio'
          radio.name = 'kk-to'
          radio.checked = one.key === chosen
          radio.addEventListener('change', () => {
            chosen = one.key
            changed()
          })
          const who = make('span', 'who')
          who.append(
            make('b', '', one.name),
            make('small', '', [one.role, one.when].filter(Boolean).join(', ')),
          )
          row.className = one.isIn ? '' : 'out'
          row.append(radio, one.bare ? '' : face(one.name, one.picture), who)
          return row
        }),
      )
    },
  }
}
