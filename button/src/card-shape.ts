/** What the card is to its door, and what it needs of it. Types only. */
import type { Memory } from './memory'
import type { Plan } from './plan'
import type { Source } from './source'

export interface Card {
  /** `begins` is what the note starts with, where the visitor chose words already. */
  open: (plan: Plan, byItself: boolean, begins?: string) => Promise<void>
  update: (plan: Plan) => void
  close: (byVisitor?: boolean) => void
  /** For good, with its door. */
  leave: () => void
  isOpen: () => boolean
}
export interface CardEvents {
  memory: Memory
  source: Source
  opener: () => HTMLElement | null
  knocked: (channel: string, person?: string) => void
  hide: () => void
  closed: (byVisitor: boolean) => void
}
