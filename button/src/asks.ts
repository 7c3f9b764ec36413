/**
 * What is asked before an app: one page, typed once, kept for the visit. The way on is the link itself, with
 * every answer in it, so that nothing here waits for our server.
 */
import { ASKS_CSS } from './asks-style'
import { linkTo } from './card-pieces'
import { field, questionsIn, type Field, type Question } from './ask-fields'
import { make, press } from './elements'
import type { Memory } from './memory'
import type { Added, Offer } from './offer'
import { text } from './plan'
import { under } from './style'

/** Where the answers go: a link made of them, or something done with them. */
export interface Onward {
  /** What the way on is called. */
  words: string
  /** The link with these lines in it; null where there is none. */
  link: ((answers: Added[]) => string | null) | null
  /** Whether a link opens in place of the page. */
  same: boolean
  then: (answers: Added[], event: Event) => void
}
export interface Asking {
  element: HTMLElement
  show: (plan: Offer, onward: Onward) => void
  focus: () => void
}
interface Kept {
  visit: number | undefined
  answers: Record<string, string[]>
}

export function asking(root: ShadowRoot, memory: Memory, back: () => void): Asking {
  under(root, ASKS_CSS)
  const element = make('div', 'asks')
  const heading = make('h2')
  heading.tabIndex = -1
  let fields: Field[] = []

  const kept = (): Record<string, string[]> => {
    const found = memory.get<Kept>('asked')
    if (found && found.visit === memory.visit.dice) return found.answers
    // Of a visit that is over nothing stays behind.
    if (found) memory.set('asked', null)
    return {}
  }
  const keep = (): void => {
    const answers = { ...kept() }
    for (const each of fields) answers[each.question.key] = each.values()
    memory.set('asked', { visit: memory.visit.dice, answers } satisfies Kept)
  }
  /** Whether a question is to be put, by what its condition's question has for an answer. */
  const applies = ({ when }: Question): boolean => {
    const on = when && fields.find((each) => each.question.key === when[0])
    return !when || (!!on && applies(on.question) && on.values().includes(when[1]))
  }
  const asked = (): Field[] => fields.filter((each) => applies(each.question))
  /** A line as a person writes it: a question mark needs no colon behind it. */
  const lineOf = (label: string, answer: string): string =>
    label.replace(/[:\s]+$/, '') + (/[?？؟!.]\s*$/.test(label) ? ' ' : ': ') + answer
  const answers = (): Added[] =>
    asked().flatMap(({ question, reads }) =>
      reads() ? [{ kind: 'answer', text: lineOf(question.label, reads()) }] : [],
    )

  return {
    element,
    focus: () => heading.focus({ preventScroll: true }),
    show(plan, onward) {
      const { words } = plan
      const before = kept()
      fields = questionsIn(plan.asks).map((question) =>
        field(question, plan.lang, words, before[question.key] ?? []),
      )
      const go = make(onward.link ? 'a' : 'button', 'go', onward.words)
      const point = (): void => {
        for (const each of fields) each.element.hidden = !applies(each.question)
        const link = onward.link?.(answers())
        if (go instanceof HTMLAnchorElement && link) go.href = link
      }
      if (go instanceof HTMLAnchorElement && !onward.same) {
        go.target = '_blank'
        go.rel = 'noopener'
      }
      go.addEventListener('click', (event) => {
        point()
        const wrong = asked().filter((each) => each.check())
        if (wrong.length) {
          event.preventDefault()
          wrong[0]?.focus()
          return
        }
        onward.then(answers(), event)
      })
      const into = make('p', 'small', words.ask_into)
      if (plan.privacy) into.append(' ', linkTo(plan.privacy, words.privacy || ''))
      heading.textContent = text(plan.asks.title) || words.ask || ''
      element.replaceChildren(
        press('back', words.ask_back || '', back),
        heading,
        ...fields.map((each) => each.element),
        go,
        into,
      )
      element.oninput = element.onchange = () => {
        keep()
        point()
      }
      element.onkeydown = (event) => {
        // In a line, Enter goes on; the way on is pressed as a finger would.
        if (event.key === 'Enter' && (event.target as HTMLElement).localName === 'input') {
          event.preventDefault()
          go.click()
        }
      }
      point()
    },
  }
}
