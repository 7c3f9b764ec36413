/** What helps where nothing opened: the address to copy, and going on by phone. */
import { copy, fill, make, press } from './elements'
import type { Offer, Reach, Way } from './offer'

export interface Aid {
  element: HTMLElement
  draw: (plan: Offer, way: Way, reach: Reach, link: string | null) => void
}

/** `byPhone` shows the link's code; the element stays hidden until somebody shows it. */
export function aid(
  say: (words: string) => void,
  byPhone: (way: Way, reach: Reach, link: string) => void,
): Aid {
  const element = make('div', 'aid')
  return {
    element,
    draw({ words }, way, reach, link) {
      const { copy: address } = reach
      element.hidden = true
      element.replaceChildren()
      if (address)
        element.append(
          make('span', '', fill(words.nothing, { copy: address })),
          press(
            'way',
            fill(words.copy, { copy: address }),
            () =>
              void copy(address).then((done) =>
                say(fill(done ? words.copied : words.not_copied, { app: way.name, copy: address })),
              ),
          ),
        )
      if (link?.startsWith('http') && !matchMedia('(pointer: coarse)').matches)
        element.append(press('way', words.by_phone || '', () => byPhone(way, reach, link)))
    },
  }
}
