/** What a plan offers where it stands now, and going straight through its one channel. */
import { copy } from './elements'
import { send } from './message'
import { offerIn, type Offer } from './offer'
import type { Plan } from './plan'

/** What a plan offers; one kept from another page names this one's address instead. */
export function read(plan: Plan): Offer {
  const offer = offerIn(plan)
  if (plan.more.moved)
    for (const line of offer.added) if (line.kind === 'page') line.text = location.origin + location.pathname
  return offer
}

/** Straight through: opens the one channel's link with its words, and says which channel that was. */
export function goStraight(plan: Plan): string | undefined {
  const offer = read(plan)
  const way = offer.by[0]
  const to = way && send(way, offer.to[0]?.note ?? offer.note, offer.added)
  if (!way || !to?.link) return undefined
  if (to.copied) void copy(to.text)
  if (/^http/.test(to.link) && !way.same) open(to.link, '_blank', 'noopener')
  else location.href = to.link
  return way.key
}
