/** Pieces of the card that are drawn anew: pictures on top, links. */
import { make } from './make'
import type { Offer } from './offer'

export function linkTo(href: string, words: string): HTMLAnchorElement {
  const made = make('a', '', words)
  made.href = href
  made.target = '_blank'
  made.rel = 'noopener'
  return made
}

/** Banner and logo, where the owner has them. */
export const topIn = (said: Offer['said']): HTMLElement[] =>
  (['banner', 'logo'] as const)
    .filter((name) => /^https?:/.test(said[name]))
    .map((name) => {
      const drawn = make('img', name)
      drawn.src = said[name]
      drawn.alt = ''
      return drawn
    })
