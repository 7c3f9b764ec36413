/** An unsent note is kept for the visit, in this browser: over another page, a reload, a way back. */

import type { Memory } from './memory'

interface Draft {
  visit: number | undefined
  text: string
}

export interface Words {
  kept: () => string
  keep: (text: string) => void
}

/** `keep` of nothing lets go of them. */
export const words = (memory: Memory): Words => ({
  kept() {
    const draft = memory.get<Draft>('draft')
    return draft && draft.visit === memory.visit.dice ? String(draft.text) : ''
  },
  keep: (text) => memory.set('draft', text && ({ visit: memory.visit.dice, text } satisfies Draft)),
})
