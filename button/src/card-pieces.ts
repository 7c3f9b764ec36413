/** Pieces of the card that are drawn anew: pictures on top, links. */
import { make } from './elements'
import type { Offer } from './offer'

export function linkTo(href: string, words: string): HTMLAnchorElement {
  const made = make('a', '', words)
  made.href = href
  made.target = '_blank'
  made.rel = 'noopener'
  return made
}

/** Banner and logo, where the owner has them. */
export const topIn = (texts: Offer['texts']): HTMLElement[] =>
  (['banner', 'logo'] as const)
    .filter((name) => /^https?:/.test(texts[name]))
    .map((name) => {
      const drawn = make('img', name)
      drawn.src = texts[name]
      drawn.alt = ''
      return drawn
    })
