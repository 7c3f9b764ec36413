/** Pieces of the card that are drawn anew: pictures on top, links, what is also sent. */
import { make } from './elements'
import type { Offer, Person } from './offer'
import { whoIs } from './people'

export function linkTo(href: string, words: string): HTMLAnchorElement {
  const made = make('a', '', words)
  made.href = href
  made.target = '_blank'
  made.rel = 'noopener'
  return made
}

/** Banner and logo, where the owner has them. */
export const topIn = (texts: Offer['texts']): HTMLElement[] =>
  (['banner', 'logo'] as const)
    .filter((name) => /^https?:/.test(texts[name]))
    .map((name) => {
      const drawn = make('img', name)
      drawn.src = texts[name]
      drawn.alt = ''
      return drawn
    })

/** What goes along below the note, how soon somebody answers, and how long a note is kept. */
export function alsoLine({ added, words, texts }: Offer, isSent: boolean, leaves: boolean): string {
  const sent = added.map((item) => (item.kind === 'page' ? (words.page ?? '') : `“${item.text}”`))
  return [
    sent.length && isSent ? `${words.also ?? ''} ${sent.join(', ')}.` : '',
    texts.replies,
    leaves ? words.kept : '',
  ]
    .filter(Boolean)
    .join(' ')
}

/**
 * The line under the heading: the owner's, or why nobody answers and when somebody is back; only the latter
 * once a note is left.
 */
export function helpLine({ texts, flags }: Offer, isLeft: boolean): string {
  if (!flags.nobody) return texts.help
  const back = texts.back_words && texts.back_words.charAt(0).toUpperCase() + texts.back_words.slice(1) + '.'
  return [isLeft ? '' : texts.away, back].filter(Boolean).join(' ')
}

/** The heading, or the greeting as said by the person who answers. */
export function fillHeading(heading: HTMLElement, plan: Offer, isLeft: boolean, chosen: Person | null): void {
  const { words, texts, flags } = plan
  heading.textContent = isLeft
    ? texts.thanks || words.left || ''
    : (flags.nobody ? words.away : plan.heading) || ''
  if (!chosen || !flags.greets || isLeft || flags.nobody) return
  const line = make('span', 'host')
  line.append(...whoIs(chosen))
  heading.prepend(line)
}

/** What each part is to who can’t see it: the dialog by its heading, the note by label and small print. */
export function nameParts(parts: {
  box: HTMLElement
  heading: HTMLElement
  note: HTMLTextAreaElement
  noteLabel: HTMLLabelElement
  byLabel: HTMLElement
  by: HTMLElement
  also: HTMLElement
  status: HTMLElement
  near: HTMLElement
}): void {
  const { box, heading, note, noteLabel, byLabel, by, also, status, near } = parts
  box.setAttribute('role', 'dialog')
  box.setAttribute('aria-labelledby', 'kk-h')
  box.tabIndex = heading.tabIndex = -1
  heading.id = 'kk-h'
  note.id = 'kk-n'
  note.maxLength = 5000
  noteLabel.htmlFor = 'kk-n'
  byLabel.id = 'kk-b'
  by.setAttribute('role', 'group')
  by.setAttribute('aria-labelledby', 'kk-b')
  note.setAttribute('aria-describedby', 'kk-a')
  also.id = 'kk-a'
  for (const each of [status, near]) each.setAttribute('role', 'status')
}
