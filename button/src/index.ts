/** The embed line's script: asks once, shows the button, gets out of the way. The one side effect is here. */

import { asksNotToBeCounted } from './facts'
import { door, type Door } from './door'
import { planIn } from './plan'
import { server, type Source } from './source'

declare const __CARD__: string

async function start(script: HTMLScriptElement): Promise<void> {
  const site = script.dataset.site
  if (!site || document.querySelector('kk-door')) return
  const origin = new URL(script.src, location.href).origin
  const told = server(origin, site)
  const source: Source = asksNotToBeCounted() ? { ...told, tell: () => undefined } : told
  let askedAt = location.href
  const plan = planIn(await source.ask())
  if (!document.body) await new Promise((go) => document.addEventListener('DOMContentLoaded', go, { once: true }))
  if (!plan || document.querySelector('kk-door')) return
  const standing: Door = door(plan, source, () => import(/* @vite-ignore */ origin + '/k/' + __CARD__), async () => {
    if (location.href === askedAt) return null
    askedAt = location.href
    return planIn(await source.ask().catch(() => null))
  })
  if (!('KindKnock' in window)) {
    const { open, close, hide, show } = standing
    Object.defineProperty(window, 'KindKnock', { value: Object.freeze({ open, close, hide, show }) })
  }
}

const script = document.currentScript
// Whatever goes wrong stays here: the page must never notice.
if (script instanceof HTMLScriptElement) start(script).catch(() => undefined)
