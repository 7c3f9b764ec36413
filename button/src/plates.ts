/**
 * Buttons in the page: inside the owner's tags, and beside elements they named, however often the page
 * redraws those.
 */

import { json, takeOff } from './clean'
import { shadowHost, ring, type ShadowHost } from './shadow-host'
import { PLATE_CSS } from './plates-style'
import { platesIn, type Plate } from './offer'
import { quiet } from './quiet'
import type { Door } from './door'

/** `key` is the plate it stands for; those of the owner's tags may share one, or be none. */
type Stands = ShadowHost & { key?: string }
export interface Plates {
  update: () => void
  leave: () => void
}

const GAP = 10
const NEAR_EDGE = 8
const isPhone = (): boolean => innerWidth <= 480

/**
 * Puts the card beside what opened it: below, above, or to the side that has room for all of it; it stays
 * whole in the window. On phones it is a sheet at the foot, as always.
 */
function putBeside(card: HTMLElement, at: HTMLElement): void {
  if (isPhone()) return void card.style.removeProperty('inset')
  const { top, bottom, left, right } = at.getBoundingClientRect()
  card.style.maxHeight = innerHeight - 2 * NEAR_EDGE + 'px'
  const { offsetHeight: height, offsetWidth: width } = card
  const within = (place: number, most: number): number =>
    Math.max(NEAR_EDGE, Math.min(place, most - NEAR_EDGE))
  const along = getComputedStyle(at).direction === 'rtl' ? right - width : left
  const [y, x] = (
    [
      [bottom + GAP, along],
      [top - GAP - height, along],
      [top, right + GAP],
      [top, left - GAP - width],
    ] as const
  )
    .map(([y, x]) => [within(y, innerHeight - height), within(x, innerWidth - width)] as const)
    // The first that leaves the button in sight; else below.
    .sort((a, b) => Number(covers(a)) - Number(covers(b)))[0]!
  card.style.inset = `${y}px auto auto ${x}px`
  function covers([y, x]: readonly [number, number]): boolean {
    return y < bottom && y + height > top && x < right && x + width > left
  }
}

export function plates(door: Door): Plates {
  let plan = door.plan()
  let wanted = platesIn(plan)
  let from: HTMLElement | null = null
  const follow = (): void => {
    const card = door.root.querySelector<HTMLElement>('.card')
    if (from && card && door.isOpen()) putBeside(card, from)
  }
  const open = async (at: HTMLElement): Promise<void> => {
    await door.open(at)
    from = at
    follow()
  }
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
    button.onclick = () => void open(button)
  }
  const put = (at: Element, plate: Partial<Plate>, place: (host: HTMLElement) => void): void => {
    const known = standing.get(at)
    // The very one that stood there before, so that a card opened from it gives the focus back to it.
    const again = known || spare.find((item) => item.key === plate.key)
    const house_: Stands = again || shadowHost(false, PLATE_CSS)
    if (!again) quiet(house_.root)
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
    document.querySelectorAll('kind-knock').forEach((tag) => {
      put(tag, wanted.find((item) => item.key === tag.getAttribute('plate')) || {}, (host) =>
        tag.replaceChildren(host),
      )
    })
    for (const plate of wanted) {
      let beside: Element | null = null
      try {
        beside = plate.at ? document.querySelector(plate.at) : null
      } catch {
        /* a selector that is none stands nowhere */
      }
      if (beside) put(beside, plate, (host) => beside[plate.side === 'before' ? 'before' : 'after'](host))
    }
    for (const item of spare) takeOff(item.host)
    spare = []
  }
  const clicked = (event: Event): void => {
    const at = event.target instanceof Element ? event.target.closest('[data-kind-knock]') : null
    if (at instanceof HTMLElement) {
      event.preventDefault()
      void open(at)
    }
  }
  const watch = new MutationObserver(() => {
    waiting ||= window.setTimeout(() => place(), 120)
  })
  watch.observe(document.body, { childList: true, subtree: true })
  document.addEventListener('click', clicked)
  for (const sign of ['scroll', 'resize']) addEventListener(sign, follow, { capture: true, passive: true })
  const asBefore = door.opening
  door.opening = () => {
    from = null
    asBefore()
  }
  place()
  return {
    update() {
      const more = platesIn(door.plan())
      const spots = (all: Plate[]): string => json(all.map(({ key, at, side }) => [key, at, side]))
      const same = spots(more) === spots(wanted)
      plan = door.plan()
      wanted = more
      place(!same)
      for (const [at, shadow] of standing)
        draw(at, shadow, wanted.find((item) => item.key === shadow.key) || {})
      follow()
    },
    leave() {
      watch.disconnect()
      clearTimeout(waiting)
      document.removeEventListener('click', clicked)
      for (const sign of ['scroll', 'resize']) removeEventListener(sign, follow, true)
      for (const { host } of standing.values()) takeOff(host)
      standing.clear()
    },
  }
}
