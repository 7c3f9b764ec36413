/**
 * What is asked before an app: one page, typed once, kept for the visit. The way on is the link itself, with
 * every answer in it, so that nothing here waits for our server.
 */
import { ASKS_CSS } from './asks-style'
import { linkTo } from './card-pieces'
import { keeping, type Kept as Sent } from './ask-keep'
import { field, questionsIn, setFor, type Field, type Question } from './ask-fields'
import { make, press } from './elements'
import type { Memory } from './memory'
import type { Added, Offer } from './offer'
import { text } from './plan'
import type { Source } from './source'
import { under } from './style'

/** An answer as a line of the message, and as what was asked: key, kind, label, answer. */
export interface Answered extends Added {
  of: [key: string, kind: string, label: string, answer: string]
}

/** Where the answers go: a link made of them, or something done with them. */
export interface Onward {
  /** What the way on is called. */
  words: string
  /** The link with these lines in it; null where there is none. */
  link: ((answers: Added[]) => string | null) | null
  /** The way it leads to, whom it is for, and the note that goes along; none for a left note. */
  going?: { channel: string; person: string; note: () => string }
  /** Whether a link opens in place of the page. */
  same: boolean
  then: (answers: Answered[], event: Event) => void
}
export interface Asking {
  element: HTMLElement
  /** Whether there is anything to ask before this way; then it stands in the element. */
  show: (plan: Offer, onward: Onward) => boolean
  focus: () => void
}
interface Kept {
  visit: number | undefined
  answers: Record<string, string[]>
}

/** Stands in the thanks where a name goes. */
const NAME = '\ue0ff'

export function asking(root: ShadowRoot, memory: Memory, source: Source, back: () => void): Asking {
  under(root, ASKS_CSS)
  const outbox = keeping(memory, source)
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
  const answers = (): Answered[] =>
    asked().flatMap(({ question: { key, kind, label }, reads }) =>
      reads() ? [{ kind: 'answer', text: lineOf(label, reads()), of: [key, kind, label, reads()] }] : [],
    )
  const keepAnswers = (plan: Offer, { going }: Onward, given: Answered[]): void => {
    if (!going || plan.asks.keeps !== true) return
    outbox.send({
      door: plan.key,
      channel: going.channel,
      person: going.person,
      note: going.note(),
      lang: plan.lang,
      privacy: plan.texts.notice,
      answers: given.map(({ of }) => of),
    } satisfies Sent)
  }
  /** What whoever comes back from the app reads in place of the questions. */
  const thank = (plan: Offer, given: Answered[]): void => {
    const name = given.find(({ of }) => of[0] === 'name')?.of[3]
    const named = name && text(plan.asks.thanks_named)
    const words = named ? named.replace(NAME, name) : text(plan.asks.thanks)
    // The link goes on being followed while its page is still there.
    setTimeout(() => {
      if (!words || !element.isConnected) return
      heading.textContent = words
      element.replaceChildren(heading, press('back', plan.words.ask_again || '', back))
    })
  }

  return {
    element,
    focus: () => heading.focus({ preventScroll: true }),
    show(plan, onward) {
      const { words } = plan
      const before = kept()
      const set = setFor(plan.asks, onward.going?.channel ?? '')
      const questions = questionsIn(set)
      if (!questions.length) return false
      fields = questions.map((question) => field(question, plan.lang, words, before[question.key] ?? []))
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
        const given = answers()
        onward.then(given, event)
        keepAnswers(plan, onward, given)
        if (onward.link) thank(plan, given)
      })
      const into = make('p', 'small', text(plan.asks.into) || words.ask_into)
      if (plan.privacy) into.append(' ', linkTo(plan.privacy, words.privacy || ''))
      heading.textContent = text(set.title) || words.ask || ''
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
      return true
    },
  }
}
