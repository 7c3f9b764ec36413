/** The one element of ours on the page, with everything inside its shadow: the page's styles stay out, ours stay in. */

import { sheet, BUTTON_CSS } from './style'
import type { Plan } from './plan'

export interface House { root: ShadowRoot; host: HTMLElement; dress(plan: Plan): void; leave(): void }

export function house(): House {
  const host = document.createElement('kk-door')
  const set = (name: string, value: string): void => host.style.setProperty(name, value, 'important')
  // Inline and important: rules of the page reach the host element itself, and must not win.
  set('all', 'initial')
  set('position', 'fixed')
  set('inset', 'auto')
  set('z-index', '2147483647')
  set('display', 'block')
  const root = host.attachShadow({ mode: 'open' })
  root.adoptedStyleSheets = [sheet(BUTTON_CSS)]
  // On the root element, so that a transform on body can't carry a fixed button away.
  document.documentElement.appendChild(host)
  const font = getComputedStyle(document.body).fontFamily
  return {
    root, host,
    dress({ looks, lang, dir }) {
      host.lang = lang
      host.dir = dir
      for (const [name, value] of Object.entries(looks.colours)) set('--' + name, value)
      set('--size', looks.size + 'px')
      set('--side', looks.side + 'px')
      set('--foot', looks.foot + 'px')
      set('--font', font)
      set('--focus', '#e0a030')
      set('--focus-ground', '#3a1424')
    },
    leave: () => host.remove(),
  }
}
