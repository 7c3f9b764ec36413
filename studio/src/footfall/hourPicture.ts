/** The hours of the week as a drawing of its own, for a picture to take away. */
import type { Schemas } from '../api/client'
import { darkness } from '../logic/footfall'

const SHADES = ['#f3ebdf', '#f1dfe4', '#dfb9c4', '#c48796', '#9a5069', '#5e1f38']
const STEP = 36
const LEFT = 48
const TOP = 28

function put(into: Element, name: string, values: Record<string, string | number>, text = ''): void {
  const made = document.createElementNS('http://www.w3.org/2000/svg', name)
  for (const [key, value] of Object.entries(values)) made.setAttribute(key, String(value))
  made.textContent = text
  into.append(made)
}

export function hourPicture(
  hours: readonly (readonly Schemas['SlotOut'][])[],
  shown: readonly number[],
  days: readonly string[],
): SVGSVGElement {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  const [width, height] = [LEFT + shown.length * STEP + 8, TOP + days.length * STEP + 8]
  svg.setAttribute('viewBox', `0 0 ${width} ${height}`)
  svg.setAttribute('width', String(width))
  svg.setAttribute('height', String(height))
  const most = Math.max(...hours.flat().map((slot) => slot.knocked))
  const words = { 'font-size': 12, fill: '#6b5f66' }
  shown.forEach((hour, at) => put(svg, 'text', { x: LEFT + at * STEP + 10, y: 18, ...words }, String(hour)))
  days.forEach((day, row) => {
    const y = TOP + row * STEP
    put(svg, 'text', { x: 8, y: y + 22, ...words }, day)
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
