/** The note card: the visitor writes, sees what is also sent, and picks the app last. Loaded on the first tap. */

import { CARD_CSS } from './card-style'
import { send } from './message'
import { sheet } from './style'
import type { Plan, Way } from './plan'

export interface Card { open(plan: Plan): void; update(plan: Plan): void; close(): void; isOpen(): boolean }
export interface CardEvents { knocked(channel: string): void; closed(): void }

const make = <K extends keyof HTMLElementTagNameMap>(tag: K, name = '', text = ''): HTMLElementTagNameMap[K] => {
  const made = document.createElement(tag)
  if (name) made.className = name
  if (text) made.textContent = text
  return made
}
const fill = (words: string, way: Way): string => words.replace('{app}', way.name).replace('{copy}', way.copy)

export function card(root: ShadowRoot, button: HTMLElement, events: CardEvents): Card {
  root.adoptedStyleSheets = [...root.adoptedStyleSheets, sheet(CARD_CSS)]
  const box = make('div')
  const heading = make('h2')
  const shut = make('button', 'x')
  const noteRow = make('div', 'row')
  const noteLabel = make('label')
  const note = make('textarea')
  const byRow = make('div', 'row by')
  const byLabel = make('span')
  const ways = make('div', 'ways')
  const also = make('p', 'small')
  const status = make('p', 'small said')
  let plan: Plan
  let touched = false

  box.setAttribute('role', 'dialog')
  box.hidden = true
  heading.id = 'kk-h'
  box.setAttribute('aria-labelledby', 'kk-h')
  note.id = 'kk-n'
  noteLabel.htmlFor = 'kk-n'
  byLabel.id = 'kk-b'
  ways.setAttribute('role', 'group')
  ways.setAttribute('aria-labelledby', 'kk-b')
  note.setAttribute('aria-describedby', 'kk-a')
  also.id = 'kk-a'
  status.setAttribute('role', 'status')
  shut.type = 'button'
  shut.innerHTML = '<svg viewBox="0 0 16 16" fill="none" aria-hidden="true"><path d="m3 3 10 10M13 3 3 13"/></svg>'
  noteRow.append(noteLabel, note)
  byRow.append(byLabel, ways)
  box.append(heading, noteRow, byRow, also, status, shut)

  const grow = (): void => {
    if (CSS.supports('field-sizing', 'content')) return
    note.style.height = 'auto'
    note.style.height = note.scrollHeight + 'px'
  }
  const point = (): void => {
    for (const [i, way] of plan.by.entries()) {
      const sending = send(way, note.value, plan.added)
      const link = ways.children[i]
      if (link instanceof HTMLAnchorElement && sending.link) link.href = sending.link
    }
  }
  const copy = async (words: string, way: Way): Promise<void> => {
    let done = false
    try { await navigator.clipboard.writeText(words); done = true } catch { /* said below */ }
    status.textContent = fill(done ? plan.words.copied ?? '' : plan.words.not_copied ?? '', way)
  }
  const go = (way: Way): void => {
    const sending = send(way, note.value, plan.added)
    if (sending.copied) void copy(sending.text, way)
    else if (!way.bare) void copy(way.copy, way)
    events.knocked(way.key)
  }
  const wayFor = (way: Way): HTMLElement => {
    const made = way.bare ? make('a', 'way', way.name) : make('button', 'way', way.name)
    if (made instanceof HTMLAnchorElement) {
      if (/^http/.test(way.bare ?? '')) { made.target = '_blank'; made.rel = 'noopener' }
    } else made.type = 'button'
    const hint = way.app === 'phone' ? plan.words.calls : way.text ? plan.words.opens : plan.words.copies
    made.title = fill(hint ?? '', way)
    made.addEventListener('click', () => go(way))
    return made
  }
  const draw = (): void => {
    const { words } = plan
    box.className = `card ${plan.looks.corner}`
    heading.textContent = plan.heading
    noteLabel.textContent = words.note ?? ''
    note.placeholder = words.hint ?? ''
    note.dir = 'auto'
    byLabel.textContent = words.by ?? ''
    shut.setAttribute('aria-label', words.close ?? '')
    if (!touched) note.value = plan.note
    ways.className = plan.by.length === 3 ? 'ways three' : 'ways'
    ways.replaceChildren(...plan.by.map(wayFor))
    const sent = plan.added.map((one) => (one.kind === 'page' ? words.page ?? '' : `“${one.text}”`))
    also.textContent = sent.length ? `${words.also ?? ''} ${sent.join(', ')}.` : ''
    if (plan.privacy) {
      const privacy = make('a', '', words.privacy)
      privacy.href = plan.privacy
      privacy.target = '_blank'
      privacy.rel = 'noopener'
      also.append(also.textContent ? ' ' : '', privacy)
    }
    point()
    grow()
  }
  const close = (): void => {
    if (box.hidden) return
    const inside = box.contains(root.activeElement)
    box.hidden = true
    document.removeEventListener('pointerdown', outside, true)
    if (inside) button.focus()
    events.closed()
  }
  const outside = (event: Event): void => {
    const path = event.composedPath()
    if (!path.includes(box) && !path.includes(button)) close()
  }
  note.addEventListener('input', () => { touched = true; point(); grow() })
  shut.addEventListener('click', close)
  root.addEventListener('keydown', (event) => {
    if ((event as KeyboardEvent).key === 'Escape' && !box.hidden) { event.stopPropagation(); close() }
  })
  return {
    open(next) {
      plan = next
      box.hidden = false
      if (!box.isConnected) root.append(box)
      status.textContent = ''
      draw()
      document.addEventListener('pointerdown', outside, true)
      note.focus({ preventScroll: true })
      note.setSelectionRange(note.value.length, note.value.length)
    },
    update(next) { plan = next; if (!box.hidden) draw() },
    close,
    isOpen: () => !box.hidden,
  }
}
