/** The button itself: stands where the plan says, opens the card, keeps up with a changed plan. */

import { house } from './house'
import type { Plan } from './plan'
import type { Source } from './source'
import type { Card } from './card'

const RING = '<g><circle cx="11" cy="4" r="3.6"/><path fill-rule="evenodd" d="M11 6.6a9.2 9.2 0 1 1 0 18.4 9.2 9.2 0 0 1 0-18.4zm0 2.2a5.7 5.7 0 1 0 0 11.4 5.7 5.7 0 0 0 0-11.4z"/></g>'

export interface Door { update(plan: Plan): void; open(): void; close(): void; hide(): void; show(): void; leave(): void; isOpen(): boolean }

export const say = (what: string, detail: object): void => {
  document.dispatchEvent(new CustomEvent('kindknock:' + what, { detail }))
}

export function door(first: Plan, source: Source, loadCard: () => Promise<{ card: typeof import('./card').card }>, fresh: () => Promise<Plan | null>): Door {
  let plan = first
  let card: Card | null = null
  let opened = false
  const own = house()
  const button = document.createElement('button')
  const label = document.createElement('span')
  const ring = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  ring.setAttribute('viewBox', '0 0 22 26')
  ring.setAttribute('class', 'ring')
  ring.setAttribute('aria-hidden', 'true')
  ring.innerHTML = RING
  label.className = 'label'
  button.type = 'button'
  button.append(ring, label)
  button.setAttribute('aria-haspopup', 'dialog')

  const draw = (): void => {
    own.dress(plan)
    button.className = `door ${plan.looks.shape} ${plan.looks.corner}`
    label.textContent = plan.label
    button.setAttribute('aria-expanded', String(!!card?.isOpen()))
  }
  const tell = (kind: 'seen' | 'opened' | 'knocked', channel?: string): void => {
    if (plan.count) source.tell({ kind, door: plan.key, channel })
    say(kind === 'seen' ? 'shown' : kind, { door: plan.key, channel })
  }
  const close = (): void => { card?.close(); draw() }
  const open = async (): Promise<void> => {
    const moved = await fresh()
    if (moved) { plan = moved; draw() }
    if (!card) {
      const made = (await loadCard()).card
      card ??= made(own.root, button, { knocked: (channel) => tell('knocked', channel), closed: draw })
    }
    card.open(plan)
    draw()
    if (!opened) { opened = true; tell('opened') }
  }
  button.addEventListener('click', () => { if (card?.isOpen()) close(); else void open() })
  draw()
  own.root.append(button)
  tell('seen')
  return {
    update(next) { plan = next; draw(); card?.update(next) },
    open: () => void open(), close,
    hide() { close(); own.host.style.setProperty('display', 'none', 'important') },
    show() { own.host.style.setProperty('display', 'block', 'important') },
    leave: own.leave,
    isOpen: () => !!card?.isOpen(),
  }
}
