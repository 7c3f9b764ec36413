/** What the pictures to take away are drawn with: an SVG of its own, and marks and words put into it. */
const SVG = 'http://www.w3.org/2000/svg'
type Values = Record<string, string | number>

export const INK = { dark: '#3a1424', muted: '#6b5f66', mulberry: '#5e1f38', hairline: '#e3d6c3' }
export const WORDS: Values = { 'font-size': 12, fill: INK.muted }

export function drawing(width: number, height: number): SVGSVGElement {
  const svg = document.createElementNS(SVG, 'svg')
  const size = { viewBox: `0 0 ${width} ${height}`, width, height }
  for (const [key, value] of Object.entries(size)) svg.setAttribute(key, String(value))
  return svg
}

export function put(into: Element, name: string, values: Values, text = ''): Element {
  const made = document.createElementNS(SVG, name)
  for (const [key, value] of Object.entries(values)) made.setAttribute(key, String(value))
  made.textContent = text
  into.append(made)
  return made
}
