/** The same button on the studio's stage: answers come from the studio around this frame, reports go nowhere. */

import { door, type Door, type Loaded } from './door'
import { memory, type Memory } from './memory'
import { answerIn, type Plan } from './plan'
import type { Source } from './source'

declare const __CARD__: string
declare const __STAY__: string

const origin = document.currentScript instanceof HTMLScriptElement ? new URL(document.currentScript.src).origin : ''
const tell = (message: object): void => parent.postMessage({ kk: 1, ...message }, '*')
const silent: Source = {
  ask: () => Promise.resolve(null), fresh: '', tell: () => undefined,
  post: () => Promise.resolve(new Response('{"kept":true}')),
}
const loadCard = (): Promise<Loaded> => import(/* @vite-ignore */ origin + '/k/' + __CARD__) as Promise<Loaded>
let standing: Door | null = null
let remembered: Memory | null = null

function show(plan: Plan | null, open: unknown): void {
  if (!plan) {
    standing?.leave()
    standing = null
    return
  }
  if (standing) standing.update(plan)
  else {
    remembered ||= memory()
    remembered.forget()
    const own = standing = door(plan, { source: silent, memory: remembered, loadCard, opening: () => undefined })
    void import(/* @vite-ignore */ origin + '/k/' + __STAY__).then((more: typeof import('./stay')) => { if (standing === own && remembered) more.dwell(own, remembered) })
  }
  if (open === true && !standing.isOpen()) standing.open()
  if (open === false && standing.isOpen()) standing.close()
}

addEventListener('message', (event) => {
  // Only the studio around this frame may say what stands here.
  if (event.source !== parent || !event.data || event.data.kk !== 1) return
  show(answerIn(event.data.answer)?.plan || null, event.data.open)
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
