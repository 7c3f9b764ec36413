/** To: the people offered, those in first. One alone is told, without a choice. */

import { face, make } from './elements'
import type { Offer, Person } from './offer'

export interface People {
  element: HTMLElement
  chosen: () => Person | null
  draw: (plan: Offer) => void
}

/** Face, name, role and until when. */
export function whoIs(item: Person): (HTMLElement | string)[] {
  const who = make('span', 'who')
  who.append(make('b', '', item.name), make('small', '', [item.role, item.when].filter(Boolean).join(', ')))
  return [item.bare ? '' : face(item.name, item.picture), who]
}

export function people(changed: () => void): People {
  const element = make('fieldset', 'to')
  let all: Person[] = []
  let chosen = ''
  return {
    element,
    chosen: () => all.find((item) => item.key === chosen) || all[0] || null,
    draw(plan) {
      all = plan.to
      const several = all.length > 1
      // Who greets on top stands there already.
      element.hidden = !all.length || (plan.flags.greets && !plan.flags.nobody && !several)
      if (!all.some((item) => item.key === chosen)) chosen = all[0]?.key || ''
      element.replaceChildren(
        several ? make('legend', '', plan.words.to) : '',
        ...all.map((item) => {
          const row = make(several ? 'label' : 'div')
          if (several) {
            const radio = make('input')
            radio.type = 'radio'
            radio.name = 'kk-to'
            radio.checked = item.key === chosen
            radio.addEventListener('change', () => {
              chosen = item.key
              changed()
            })
            row.append(radio)
          }
          row.className = item.isIn ? '' : 'out'
          row.append(...whoIs(item))
          return row
        }),
      )
    },
  }
}
