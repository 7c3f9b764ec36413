/**
 * Answers that are also kept: sent beside the hand-over, which never waits for them. What doesn't get through
 * is tried again, here and when the card is opened the next time; the server keeps each once.
 */
import { json } from './clean'
import { pageAddress } from './facts'
import { IDLE, nameOf, type Memory } from './memory'
import { newId, type Source } from './source'

export interface Kept {
  door: string
  channel: string
  person: string
  note: string
  lang: string
  privacy: string
  answers: string[][]
}
interface Waiting extends Kept {
  id: string
  [name: string]: unknown
}
/** The server takes what comes sooner after the card opened for a robot's. */
const NO_SOONER = 2200
const AGAIN = 4000
const MOST = 5

export function keeping(memory: Memory, source: Source): { send: (kept: Kept) => void } {
  const since = performance.now()
  const waiting = (): Waiting[] => memory.get<Waiting[]>('to-keep') ?? []
  const settle = (id: string): void =>
    memory.set(
      'to-keep',
      waiting().filter((each) => each.id !== id),
    )
  const go = async (each: Waiting, tries: number): Promise<void> => {
    try {
      const shown = performance.now() - since
      if (shown < NO_SOONER) await new Promise((then) => setTimeout(then, NO_SOONER - shown))
      const answer = await source.post('note', { ...each, seconds: (performance.now() - since) / 1000 })
      // Too many of this network just now: later, then.
      if (answer.status === 429) throw Error()
      settle(each.id)
    } catch {
      if (tries) setTimeout(() => void go(each, tries - 1), AGAIN)
    }
  }
  for (const each of waiting()) void go(each, 0)
  return {
    send(kept) {
      if (!kept.answers.length) return
      // The same on the way to another app is not asked twice: by its id the server knows it.
      const words = nameOf(json([kept.note, kept.answers, kept.person]))
      const last = memory.get<{ id: string; words: number; at: number }>('kept-last')
      // Asked again another time it is another question, whatever its words.
      const isSame = last?.words === words && Date.now() - last.at < IDLE
      const id = isSame ? last.id : newId()
      memory.set('kept-last', { id, words, at: Date.now() })
      // On its way already, by the app that was pressed first.
      if (waiting().some((each) => each.id === id)) return
      const each: Waiting = {
        ...kept,
        id,
        address: pageAddress(),
        title: document.title,
        zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
      }
      memory.set('to-keep', [...waiting(), each].slice(-MOST))
      void go(each, 2)
    },
  }
}
