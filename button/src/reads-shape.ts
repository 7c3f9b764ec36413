/** What the pages of reading are to the card and to each other. Types only. */
import type { Memory } from './memory'
import type { Offer } from './offer'
import type { Bag } from './plan'
import type { Source } from './source'

/** What reading needs of the card around it. */
export interface Around {
  root: ShadowRoot
  box: HTMLElement
  body: HTMLElement
  /** Stands below this in the body: a line that leads here. */
  before: HTMLElement
  memory: Memory
  source: Source
  plan: () => Offer
  allowed: () => boolean
  /** Back to the note, with this plan, beginning with these words. */
  put: (plan: Offer, words?: string) => void
}
export interface Reads {
  /** The card was opened: what comes first is shown, unless the visitor is writing already. */
  open: (mayBeFirst: boolean, quiet: boolean) => void
  leave: () => void
  of: (plan: Offer) => Offer
}
/** A page of the card: its own elements, its heading first to be read. */
export interface Page {
  back?: [words: string, to: () => void]
  above?: string
  heading: string
  parts: (HTMLElement | string)[]
}
/** What the pages share. */
export interface Reading {
  words: (name: string) => string
  /** Show a page; what it gives back says whether the visitor is still there. */
  show: (page: Page) => () => boolean
  /** To the note, beginning with these words, for one person or one way where one is named. */
  write: (words?: string, person?: string, way?: string) => void
  tell: (kind: Happening, about: string, more?: object) => void
  ask: (wanted: object) => Promise<Bag>
  answer: (key: string, back: [string, () => void]) => void
  around: Around
}
export type Happening = 'read' | 'helped' | 'not_quite' | 'not_found' | 'begun' | 'went' | 'ended'
export interface Walk {
  /** Begin, or go on where the visit was; whether there is anything to walk. */
  begin: (answer: Bag, answers?: [string, () => void]) => boolean
}
/** A way that was told us, once. */
export interface Sent {
  of: string
  id: string
  kept?: boolean
}
