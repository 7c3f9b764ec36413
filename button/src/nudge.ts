/** The small note beside the button. Shown as often as the owner chose; once closed it stays closed. */

import { takeOff } from './clean'
import { closeMark } from './close-mark'
import { make, press } from './elements'
import { nameOf, type Memory } from './memory'
import { bag, text, type Plan } from './plan'
import type { Nudge } from './offer'

/** When which words were shown and closed, in ms. */
export interface Nudged {
  shown?: number
  words?: number
  closed?: number
  closedWords?: number
}

const DAY = 24 * 3600e3

/** The rules of core's `arrival.may_show` (the same vectors test both). */
export function mayShow(
  often: string,
  words: number,
  visit: { nudged?: boolean; closed?: boolean },
  past: Nudged,
  now: number,
): boolean {
  if (visit.closed) return false
  if (past.closed && now - past.closed < 30 * DAY && past.closedWords === words) return false
  if (often === 'once_a_visit') return !visit.nudged
  if (often === 'once_a_day') return !past.shown || now - past.shown >= DAY
  if (often === 'once') return past.words !== words
  return true
}

export function nudge(
  root: ShadowRoot,
  spec: Nudge,
  plan: Plan,
  memory: Memory,
  open: (begins?: string) => void,
): () => void {
  const words = nameOf(spec.words)
  const past = memory.get<Nudged>('nudge') || {}
  if (!mayShow(spec.often, words, memory.visit, past, Date.now())) return () => undefined
  const note = make('div', `nudge ${plan.looks.corner} n-${spec.motion}`)
  const leave = (): void => void takeOff(note)
  note.setAttribute('role', 'status')
  const close = press('x', '', () => {
    memory.note({ closed: true })
    memory.set('nudge', { ...memory.get<Nudged>('nudge'), closed: Date.now(), closedWords: words })
    leave()
  })
  close.setAttribute('aria-label', text(bag(plan.more.words).close))
  close.append(closeMark())
  note.append(
    press('words', spec.words, () => open()),
    close,
    ...spec.replies.map((words) => press('reply', words, () => open(words))),
  )
  root.append(note)
  memory.note({ nudged: true })
  memory.set('nudge', { ...past, shown: Date.now(), words })
  if (spec.sound) knock()
  return leave
}

/** Two soft knocks, and only once the visitor has done something on the page. */
function knock(): void {
  if (!navigator.userActivation?.hasBeenActive) return
  try {
    const sound = new AudioContext()
    for (const at of [0, 0.16]) {
      const tone = sound.createOscillator()
      const volume = sound.createGain()
      tone.frequency.setValueAtTime(170, sound.currentTime + at)
      tone.frequency.exponentialRampToValueAtTime(60, sound.currentTime + at + 0.09)
      volume.gain.setValueAtTime(0.12, sound.currentTime + at)
      volume.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + at + 0.1)
      tone.connect(volume).connect(sound.destination)
      tone.start(sound.currentTime + at)
      tone.stop(sound.currentTime + at + 0.1)
    }
  } catch {
    /* silence is fine */
  }
}
