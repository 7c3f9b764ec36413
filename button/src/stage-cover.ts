/** On the stage: what of the page the button stands on. What can be scrolled clear of it is not covered. */

import type { Door } from './door'

export interface Box {
  left: number
  top: number
  width: number
  height: number
}
export interface Covered {
  what: string
  window: { width: number; height: number }
  button: Box
  boxes: Box[]
}

const PRESSABLE = 'a[href],button,input,select,textarea,summary,[role=button]'
const boxOf = (element: Element): Box => {
  const { left, top, width, height } = element.getBoundingClientRect()
  return {
    left: Math.round(left),
    top: Math.round(top),
    width: Math.round(width),
    height: Math.round(height),
  }
}
const meet = (a: Box, b: Box): boolean =>
  a.left < b.left + b.width &&
  b.left < a.left + a.width &&
  a.top < b.top + b.height &&
  b.top < a.top + a.height

/**
 * Whatever stays in the window however far one scrolls: fixed boxes, and, on a page too short to scroll,
 * what can be pressed.
 */
function staying(): Element[] {
  const page = document.scrollingElement || document.documentElement
  const still = page.scrollHeight <= page.clientHeight + 2
  return [...document.body.querySelectorAll('*')].filter((element) => {
    const { position, visibility } = getComputedStyle(element)
    return (
      visibility !== 'hidden' &&
      (position === 'fixed' || position === 'sticky' || (still && element.matches(PRESSABLE)))
    )
  })
}

/** What somebody reads there: its name, else its words as they stand apart on the page. */
export const wordsOf = (element: Element): string =>
  (
    element.getAttribute('aria-label') ||
    (element instanceof HTMLElement ? element.innerText : element.textContent) ||
    ''
  )
    .replace(/\s+/g, ' ')
    .trim()

export function covered(door: Door): Covered {
  const button = boxOf(door.button())
  const large = innerWidth * innerHeight * 0.6
  const found = staying()
    .map((element) => ({ element, box: boxOf(element) }))
    .filter(({ box }) => box.width * box.height > 60 && box.width * box.height < large)
  const hit = found.find(({ box }) => meet(box, button))
  const words = hit ? wordsOf(hit.element).slice(0, 60) : ''
  return {
    what: hit ? words || 'a part of the page' : '',
    window: { width: innerWidth, height: innerHeight },
    button,
    boxes: found.map(({ box }) => box).slice(0, 60),
  }
}
