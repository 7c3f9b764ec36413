/** A drawing of the screen as a picture of its own, with the heading it stands under left to who uses it. */
export function savePicture(drawing: SVGSVGElement | undefined, name: string): void {
  if (!drawing) return
  const copy = drawing.cloneNode(true) as SVGSVGElement
  const { width, height } = drawing.viewBox.baseVal
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg')
  copy.setAttribute('width', String(Math.round(width)))
  copy.setAttribute('height', String(Math.round(height)))
  copy.setAttribute('font-family', 'sans-serif')
  const ground = document.createElementNS('http://www.w3.org/2000/svg', 'rect')
  for (const [key, value] of Object.entries({ width: '100%', height: '100%', fill: '#fffcf6' }))
    ground.setAttribute(key, value)
  copy.prepend(ground)
  const file = new Blob([new XMLSerializer().serializeToString(copy)], { type: 'image/svg+xml' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(file)
  link.download = `kind-knock-${name}.svg`
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
