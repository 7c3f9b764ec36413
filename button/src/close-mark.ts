/** A cross, drawn. */
export function closeMark(): Element {
  const drawn = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  drawn.setAttribute('viewBox', '0 0 16 16')
  drawn.setAttribute('fill', 'none')
  drawn.setAttribute('aria-hidden', 'true')
  const path = document.createElementNS('http://www.w3.org/2000/svg', 'path')
  path.setAttribute('d', 'm3 3 10 10M13 3 3 13')
  drawn.append(path)
  return drawn
}
