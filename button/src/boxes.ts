/**
 * Tells, once a page, what stays in the window where the button stands, such as a cookie bar, and whether
 * anybody can see the button at all: the owner is warned of it.
 */

import type { Door } from './door'
import { asksNotToBeCounted, pageAddress, size } from './facts'
import type { Life } from './life'
import type { Memory } from './memory'
import type { Source } from './source'
import { TOP } from './stand-fast'

/** So little of it is to be seen by nobody. */
const LEAST_PX = 8

/**
 * Why the button can't be seen although it stands here; empty where it can. Below a dialog of the page it
 * stands back by itself, and is in no trouble.
 */
export function troubleOf(door: Door): string {
  const { left, top, width, height } = door.button().getBoundingClientRect()
  if (door.isOpen() || door.host.style.zIndex !== TOP) return ''
  if (width < LEAST_PX || height < LEAST_PX) return 'hidden'
  const [x, y] = [left + width / 2, top + height / 2] as const
  if (x < 0 || y < 0 || x > innerWidth || y > innerHeight) return 'outside'
  const over = document.elementFromPoint(x, y)
  return over && over !== door.host ? 'covered' : ''
}

/** What is odd about the line itself here: an older form, put twice, in a frame, put in by a script. */
function formsOf(): string[] {
  const lines = Array.from(document.querySelectorAll<HTMLScriptElement>('script[src*="/k.js"][data-site]'))
  const [first] = lines
  return [
    first && first.crossOrigin === null && 'old',
    lines.length > 1 && 'twice',
    parent !== window && 'frame',
    first?.async && !first.hasAttribute('async') && !first.defer && 'loader',
  ].filter((form) => typeof form === 'string')
}

export function tellBoxes(life: Life, source: Source, memory: Memory): void {
  const door = life.door()
  if (!door || asksNotToBeCounted(memory) || !door.plan().count || memory.visit.hidden) return
  const b = door.button().getBoundingClientRect()
  const boxes: number[][] = []
  for (const item of document.elementsFromPoint((b.left + b.right) / 2, (b.top + b.bottom) / 2)) {
    const fixed = item !== door.host && getComputedStyle(item).position === 'fixed'
    const r = item.getBoundingClientRect()
    if (fixed && r.width * r.height < innerWidth * innerHeight * 0.6)
      boxes.push([r.left, r.top, r.width, r.height].map(Math.round))
  }
  const trouble = troubleOf(door)
  const forms = formsOf()
  if (boxes.length || trouble || forms.length)
    void source
      .post('boxes', { address: pageAddress(), ...size(), boxes, trouble, forms })
      .catch(() => undefined)
}
