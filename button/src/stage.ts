/** The same button on the studio's stage: answers come from the studio around this frame, reports go nowhere. */

import { door, type Door } from './door'
import { planIn, type Plan } from './plan'

declare const __CARD__: string

const origin = document.currentScript instanceof HTMLScriptElement ? new URL(document.currentScript.src).origin : ''
const tell = (message: object): void => parent.postMessage({ kk: 1, ...message }, '*')
let standing: Door | null = null

function show(plan: Plan | null, open: unknown): void {
  if (!plan) {
    standing?.leave()
    standing = null
    return
  }
  if (standing) standing.update(plan)
  else {
    standing = door(plan, { ask: () => Promise.resolve(null), tell: () => undefined },
      () => import(/* @vite-ignore */ origin + '/k/' + __CARD__), () => Promise.resolve(null))
  }
  if (open === true && !standing.isOpen()) standing.open()
  if (open === false && standing.isOpen()) standing.close()
}

addEventListener('message', (event) => {
  // Only the studio around this frame may say what stands here.
  if (event.source !== parent || !event.data || event.data.kk !== 1) return
  show(planIn(event.data.answer), event.data.open)
  requestAnimationFrame(() => tell({ painted: event.data.turn }))
})
document.addEventListener('click', (event) => {
  const link = event.target instanceof Element ? event.target.closest('a[href]') : null
  if (!(link instanceof HTMLAnchorElement)) return
  event.preventDefault()
  tell({ go: link.href })
})
document.addEventListener('submit', (event) => event.preventDefault())
for (const what of ['opened', 'knocked']) document.addEventListener('kindknock:' + what, () => tell({ what }))
tell({ ready: true })
