/**
 * Buttons in the page: inside the owner's tags, and beside elements they named, however often the page
 * redraws those.
 */

import { shadowHost, ring, type ShadowHost } from './shadow-host'
import { STAY_CSS } from './stay-style'
import type { Plan } from './plan'
import type { Plate } from './offer'

/** `key` is the plate it stands for; those of the owner's tags may share one, or be none. */
type Stands = ShadowHost & { key?: string }
export interface Plates {
  update: (plan: Plan, wanted: Plate[]) => void
  leave: () => void
}

export function plates(first: Plan, wanted: Plate[], open: (from: HTMLElement) => void): Plates {
  let plan = first
  const standing = new Map<Element, Stands>()
  let spare: Stands[] = []
  let waiting = 0

  const draw = (at: Element, shadow: ShadowHost, plate: Partial<Plate>): void => {
    const button =
      shadow.root.querySelector('button') || shadow.root.appendChild(document.createElement('button'))
    const label = at.getAttribute('label') || plate.label || plan.label
    shadow.dress(plan)
    shadow.host.style.setProperty(
      '--size',
      (Number(at.getAttribute('size')) || plate.size || 44) + 'px',
      'important',
    )
    shadow.host.style.setProperty('display', plate.align === 'fill' ? 'block' : 'inline-block', 'important')
    if (plate.align === 'centre' || plate.align === 'end') {
      shadow.host.style.setProperty('margin-inline', plate.align === 'end' ? 'auto 0' : 'auto', 'important')
      shadow.host.style.setProperty('display', 'table', 'important')
    }
    button.type = 'button'
    button.className = `plate ${plate.align === 'fill' ? 'fill' : ''}`
    const words = document.createElement('span')
    words.textContent = label
    button.replaceChildren(ring(), words)
    button.setAttribute('aria-haspopup', 'dialog')
    button.onclick = () => open(button)
  }
  const put = (at: Element, plate: Partial<Plate>, place: (host: HTMLElement) => void): void => {
    const known = standing.get(at)
    // The very one that stood there before, so that a card opened from it gives the focus back to it.
    const again = known || spare.find((item) => item.key === plate.key)
    const house_: Stands = again || shadowHost(false, STAY_CSS)
    spare = spare.filter((item) => item !== again)
    standing.set(at, house_)
    house_.key = plate.key
    // A page that redraws may drop or copy ours: put it back, and only one.
    if (!known || !house_.host.isConnected) place(house_.host)
    if (!known) draw(at, house_, plate)
  }
  const place = (anew = false): void => {
    waiting = 0
    for (const [at, item] of standing)
      if (anew || !at.isConnected) {
        spare.push(item)
        standing.delete(at)
      }
    for (const tag of document.querySelectorAll('kind-knock')) {
      put(tag, wanted.find((item) => item.key === tag.getAttribute('plate')) || {}, (host) =>
        tag.replaceChildren(host),
      )
    }
    for (const plate of wanted) {
      let beside: Element | null = null
      try {
        beside = plate.at ? document.querySelector(plate.at) : null
      } catch {
        /* a selector that is none stands nowhere */
      }
      if (beside) put(beside, plate, (host) => beside[plate.side === 'before' ? 'before' : 'after'](host))
    }
    for (const item of spare) item.host.remove()
    spare = []
  }
  const clicked = (event: Event): void => {
    const at = event.target instanceof Element ? event.target.closest('[data-kind-knock]') : null
    if (at instanceof HTMLElement) {
      event.preventDefault()
      open(at)
    }
  }
  const watch = new MutationObserver(() => {
    waiting ||= window.setTimeout(() => place(), 120)
  })
  watch.observe(document.body, { childList: true, subtree: true })
  document.addEventListener('click', clicked)
  place()
  return {
    update(next, more) {
      const spots = (all: Plate[]): string => JSON.stringify(all.map(({ key, at, side }) => [key, at, side]))
      const same = spots(more) === spots(wanted)
      plan = next
      wanted = more
      place(!same)
      for (const [at, shadow] of standing)
        draw(at, shadow, wanted.find((item) => item.key === shadow.key) || {})
    },
    leave() {
      watch.disconnect()
      clearTimeout(waiting)
      document.removeEventListener('click', clicked)
      for (const { host } of standing.values()) host.remove()
      standing.clear()
    },
  }
}
