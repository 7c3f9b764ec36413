/**
 * Leaving a note while nobody is in. Nothing typed is lost: what doesn't get through is kept and tried
 * again.
 */

import { make, press } from './elements'
import { newId, type Source } from './source'
import type { Memory } from './memory'
import type { Answered, Onward } from './asks'
import type { Offer } from './offer'
import { text } from './plan'

/** How a note fared: kept, or why not; `why` is empty where it didn't get through and may be tried again. */
async function handOver(
  source: Source,
  note: Waiting,
  openedAt: number,
): Promise<{ kept: boolean; why: string }> {
  try {
    const shown = (): number => performance.now() - openedAt
    await new Promise((go) => setTimeout(go, NO_SOONER - shown()))
    const timed = { ...note, seconds: Math.round(shown() / 100) / 10 }
    const answer = (await (await source.post('note', timed)).json()) as { kept?: boolean; why?: string }
    return { kept: answer.kept === true, why: answer.why || (answer.kept ? '' : 'refused') }
  } catch {
    return { kept: false, why: '' }
  }
}

export interface Leave {
  element: HTMLElement
  draw: (plan: Offer) => void
}
interface Waiting {
  id: string
  [name: string]: unknown
}

const FIRST_TRY_AGAIN = 8e3
/** The server takes what comes sooner after the card opened for a robot's; who types fast is no robot. */
const NO_SOONER = 2200

export function leave(
  source: Source,
  memory: Memory,
  around: {
    note: HTMLTextAreaElement
    facts: () => Record<string, unknown>
    openedAt: () => number
    say: (words: string) => void
    left: () => void
    allowed: () => boolean
    /** Whether something is asked first; then that page leads on. */
    asks: (onward: Onward) => boolean
    back: () => void
  },
): Leave {
  const element = make('form', 'leave')
  const name = make('input')
  const reach = make('input')
  const trap = make('input')
  const send = press('go', '', () => undefined)
  const rows = [name, reach].map((input, at) => {
    const row = make('div', 'row')
    const label = make('label')
    input.id = 'kk-l' + at
    label.htmlFor = input.id
    input.type = 'text'
    input.autocomplete = at ? 'email' : 'name'
    input.maxLength = at ? 254 : 120
    row.append(label, input)
    return row
  })
  let plan: Offer
  let tries = 0
  let timer = 0

  // No person sees it; what fills in every field is no person.
  trap.name = 'website'
  trap.tabIndex = -1
  trap.autocomplete = 'off'
  trap.className = 'trap'
  trap.setAttribute('aria-hidden', 'true')
  send.type = 'submit'
  element.noValidate = true
  element.append(...rows, trap, send)

  const settle = (id: string): void => {
    clearTimeout(timer)
    send.disabled = false
    if (memory.get<Waiting>('note')?.id === id) memory.set('note', null)
  }
  const go = async (waiting: Waiting): Promise<void> => {
    send.disabled = true
    memory.set('note', waiting)
    const { kept, why } = await handOver(source, waiting, around.openedAt())
    if (kept) {
      settle(waiting.id)
      around.left()
      return
    }
    if (why) {
      settle(waiting.id)
      around.say(
        (why === 'need_reach'
          ? plan.words.need_reach
          : why === 'need_note'
            ? plan.words.need_note
            : plan.words.not_sent) || '',
      )
      return
    }
    around.say(plan.words.not_sent || '')
    send.disabled = false
    timer = window.setTimeout(() => void go(waiting), FIRST_TRY_AGAIN * 2 ** Math.min(tries++, 5))
  }
  element.addEventListener('submit', (event) => {
    event.preventDefault()
    if (!around.allowed()) return
    clearTimeout(timer)
    if (!around.note.value.trim()) {
      around.say(plan.words.need_note || '')
      around.note.focus()
      return
    }
    if (!reach.value.trim()) {
      around.say(plan.words.need_reach || '')
      reach.focus()
      return
    }
    const hand = (answers: Answered[]): void =>
      void go({
        ...around.facts(),
        id: newId(),
        door: plan.key,
        name: name.value,
        reach: reach.value,
        note: around.note.value,
        answers: answers.map(({ of }) => of),
        website: trap.value,
        privacy: plan.texts.notice || plan.words.privacy_note || '',
      })
    const first = around.asks({
      words: plan.words.send || '',
      link: null,
      same: true,
      then(answers) {
        around.back()
        hand(answers)
      },
    })
    if (!first) hand([])
  })
  addEventListener('online', () => {
    const waiting = memory.get<Waiting>('note')
    // Another door of this page may have taken over, with its own form.
    if (waiting && plan && element.isConnected) void go(waiting)
  })
  return {
    element,
    draw(next) {
      plan = next
      const { words } = plan
      rows.forEach((row, at) => {
        row.firstChild!.textContent = (at ? words.reach : words.name) || ''
      })
      send.textContent = words.send || ''
      send.title = words.kept || ''
      const waiting = memory.get<Waiting>('note')
      if (waiting && waiting.door === plan.key && !reach.value) {
        // A note that never got out is there again, on whatever page.
        name.value = text(waiting.name)
        reach.value = text(waiting.reach)
        if (!around.note.value) around.note.value = text(waiting.note)
      }
    },
  }
}
