/** The hours of the week as a drawing of its own, for a picture to take away. */
import type { Schemas } from '../api/client'
import { darkness } from '../logic/footfall'
import { drawing, put, WORDS } from './drawing'

const SHADES = ['#f3ebdf', '#f1dfe4', '#dfb9c4', '#c48796', '#9a5069', '#5e1f38']
const STEP = 36
const LEFT = 48
const TOP = 28

export function hourPicture(
  hours: readonly (readonly Schemas['SlotOut'][])[],
  shown: readonly number[],
  days: readonly string[],
): SVGSVGElement {
  const svg = drawing(LEFT + shown.length * STEP + 8, TOP + days.length * STEP + 8)
  const most = Math.max(...hours.flat().map((slot) => slot.knocked))
  shown.forEach((hour, at) => put(svg, 'text', { x: LEFT + at * STEP + 10, y: 18, ...WORDS }, String(hour)))
  days.forEach((day, row) => {
    const y = TOP + row * STEP
    put(svg, 'text', { x: 8, y: y + 22, ...WORDS }, day)
    shown.forEach((hour, at) => {
      const slot = hours[row]?.[hour]
      const shade = darkness(slot?.knocked ?? 0, most)
      const x = LEFT + at * STEP
      put(svg, 'rect', { x, y, width: STEP - 4, height: STEP - 4, rx: 6, fill: SHADES[shade] ?? '' })
      const line = { x: x + 6, y: y + 15, width: STEP - 16, height: 2.5 }
      if (slot?.is_nobody_in) put(svg, 'rect', { ...line, fill: shade > 2 ? '#fff' : '#8f3a1a' })
    })
  })
  return svg
}
