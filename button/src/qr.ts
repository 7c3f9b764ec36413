/** Draws a QR code (ISO/IEC 18004, made by lean-qr) as one SVG path with its quiet zone. */

import { correction, generate } from 'lean-qr'

const QUIET = 4

export function draw(text: string): SVGSVGElement {
  const code = generate(text, { minCorrectionLevel: correction.M })
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  const path = document.createElementNS('http://www.w3.org/2000/svg', 'path')
  const side = code.size + 2 * QUIET
  let drawn = ''
  for (let y = 0; y < code.size; y++) {
    for (let x = 0; x < code.size; x++) if (code.get(x, y)) drawn += `M${x + QUIET} ${y + QUIET}h1v1h-1z`
  }
  svg.setAttribute('viewBox', `0 0 ${side} ${side}`)
  svg.setAttribute('role', 'img')
  svg.setAttribute('shape-rendering', 'crispEdges')
  path.setAttribute('d', drawn)
  svg.append(path)
  return svg
}
