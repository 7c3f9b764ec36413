/**
 * On the stage: the colours of the page with the area each covers, for an owner who wants the button in the
 * page's own.
 */

export interface Paint {
  css: string
  area: number
}

export function paints(): Paint[] {
  const found = new Map<string, number>()
  const add = (css: string, area: number): void => {
    if (area > 0 && !/,\s*0\)$|^transparent$/.test(css))
      found.set(css, Math.round((found.get(css) || 0) + area))
  }
  for (const element of [...document.body.querySelectorAll('*')].slice(0, 3000)) {
    if (element.tagName === 'KK-DOOR' || element.tagName === 'KK-PLATE') continue
    const { width, height } = element.getBoundingClientRect()
    const { backgroundColor, color, fill, stroke } = getComputedStyle(element)
    add(backgroundColor, width * height)
    // Letters and drawings cover a small part of their boxes.
    if ([...element.childNodes].some((node) => node.nodeType === 3 && node.textContent?.trim()))
      add(color, width * height * 0.1)
    if (element instanceof SVGElement && element.tagName !== 'svg') {
      add(fill, width * height * 0.3)
      add(stroke, (width + height) * 2)
    }
  }
  const theme = document.querySelector('meta[name=theme-color]')?.getAttribute('content')
  if (theme) add(theme, (innerWidth * innerHeight) / 4)
  return [...found]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 200)
    .map(([css, area]) => ({ css: css.slice(0, 100), area }))
}
