/** What goes with a question: its words, and a random mark of this visit, so that it counts once. */

import type { Memory } from './memory'
import { newId } from './source'

export function ofVisit(memory: Memory, words = ''): object {
  memory.note({ mark: memory.visit.mark || newId().slice(16) })
  return { words, visit: memory.visit.mark }
}
