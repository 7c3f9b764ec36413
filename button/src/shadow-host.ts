/**
 * An element of ours on the page, with everything inside its shadow: the page's styles stay out, ours stay
 * in.
 */

import { sheet, BUTTON_CSS } from './style'
import type { Plan } from './plan'

export interface ShadowHost {
  root: ShadowRoot
  host: HTMLElement
  dress: (plan: Plan) => void
}

/**
 * The knocker, a ring under its stud: a shape cut by a style, since pages with trusted types let no markup
 * be written.
 */
export function ring(): Element {
  const drawn = document.createElement('i')
  drawn.className = 'ring'
  drawn.ariaHidden = 'true'
  return drawn
}

export function shadowHost(floats: boolean, css = ''): ShadowHost {
  const host = document.createElement(floats ? 'kk-door' : 'kk-plate')
  const set = (name: string, value: string): void => host.style.setProperty(name, value, 'important')
  // Inline and important: rules of the page reach the host element itself, and must not win.
  set('all', 'initial')
  if (floats) {
    set('position', 'fixed')
    set('z-index', '2147483647')
  }
  set('display', floats ? 'block' : 'inline-block')
  const root = host.attachShadow({ mode: 'open' })
  const look = sheet('')
  // The owner's looks come last, so that they win over ours.
  root.adoptedStyleSheets = [sheet(BUTTON_CSS + css), look]
  const font = getComputedStyle(document.body).fontFamily
  return {
    root,
    host,
    dress({ looks, lang, dir }) {
      host.lang = lang
      host.dir = dir
      look.replaceSync(looks.css)
      for (const name of ['size', 'side', 'foot'] as const) set('--' + name, looks[name] + 'px')
      set('--font', font)
    },
  }
}
