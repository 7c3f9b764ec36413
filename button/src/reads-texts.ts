/** Answers that were read in this visit: going back to one waits for nothing. */
import type { Memory } from './memory'
import type { Bag } from './plan'

interface Kept {
  visit: number | undefined
  lang: string
  texts: Record<string, Bag>
}
const MOST = 20

export interface Texts {
  of: (key: string) => Bag | undefined
  keep: (key: string, answer: Bag) => void
}

export function textsOf(memory: Memory, lang: () => string): Texts {
  const kept = (): Kept => {
    const found = memory.get<Kept>('read')
    const now = { visit: memory.visit.dice, lang: lang() }
    return found && found.visit === now.visit && found.lang === now.lang ? found : { ...now, texts: {} }
  }
  return {
    of: (key) => kept().texts[key],
    keep(key, answer) {
      const held = kept()
      const texts = Object.entries({ ...held.texts, [key]: answer }).slice(-MOST)
      memory.set('read', { ...held, texts: Object.fromEntries(texts) } satisfies Kept)
    },
  }
}
