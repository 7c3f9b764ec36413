/**
 * What can be read on the card, once its file is there: it comes with a card that has anything to be read.
 */
import { bring } from './bring'
import type { Offer } from './offer'
import type { Around, Reads } from './reads-shape'

declare const __READS__: string

export interface Shelf {
  need: () => Promise<void>
  open: Reads['open']
  leave: () => void
  /** The plan as it stands where the visitor was led to one person or way. */
  of: (plan: Offer) => Offer
}

export function shelf(around: Around): Shelf {
  let made: Reads | undefined
  return {
    async need() {
      if (made || !around.plan().reads) return
      try {
        const { reading } = await bring<typeof import('./reads')>(__READS__)
        made ??= reading(around)
      } catch {
        /* the note is there all the same */
      }
    },
    open: (...how) => made?.open(...how),
    leave: () => made?.leave(),
    of: (plan) => made?.of(plan) ?? plan,
  }
}
