/** The privacy notice, and the box to tick where the visitor must agree first. */
import { linkTo } from './card-pieces'
import { make } from './elements'
import { nameOf, type Memory } from './memory'
import type { Offer } from './offer'

export interface Consent {
  element: HTMLElement
  /** Whether the visitor may go on; says so at the box where not. */
  allowed: () => boolean
  /** Remember that these words were agreed to. */
  keep: () => void
  /** The card opens: what was agreed to before still holds. */
  opened: (plan: Offer) => void
  draw: (plan: Offer) => void
}

export function consent(memory: Memory, say: (words: string, about: HTMLElement) => void): Consent {
  const element = make('label', 'agree')
  const ticks = make('input')
  ticks.type = 'checkbox'
  ticks.onchange = () => ticks.removeAttribute('aria-invalid')
  let plan: Offer
  const agreement = (): number => nameOf(plan.texts.notice + plan.privacy)
  return {
    element,
    allowed() {
      if (!plan.flags.agree || ticks.checked) return true
      say(plan.words.tick || '', element)
      ticks.setAttribute('aria-invalid', 'true')
      ticks.focus()
      return false
    },
    keep() {
      if (plan.flags.agree) memory.set('agreed', agreement())
    },
    opened(next) {
      plan = next
      ticks.checked = memory.get<number>('agreed') === agreement()
    },
    draw(next) {
      plan = next
      const { flags, texts, words, privacy } = plan
      element.hidden = !flags.agree && !texts.notice
      element.replaceChildren(
        flags.agree ? ticks : '',
        make('span', '', texts.notice || words.agree),
        privacy ? linkTo(privacy, words.privacy || '') : '',
      )
    },
  }
}
