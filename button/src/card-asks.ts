/**
 * The page of questions between an app and its link. Its file comes with a card that asks something; without
 * it, or while it is on its way, the app opens as if nothing were asked.
 */
import { bring } from './bring'
import type { Asking, Onward } from './asks'
import { json } from './clean'
import type { Memory } from './memory'
import type { Offer } from './offer'
import { list } from './plan'
import type { Source } from './source'

declare const __ASKS__: string

export interface Gate {
  /** Whether questions come first; then they are shown, and `onward` is gone to from there. */
  first: (plan: Offer, onward: Onward) => boolean
  /** Have the file, if this plan asks something. */
  need: (plan: Offer) => void
  /** The card shows its first page. */
  leave: () => void
}

export function gate(
  root: ShadowRoot,
  box: HTMLElement,
  body: HTMLElement,
  memory: Memory,
  source: Source,
  back: () => void,
): Gate {
  let page: Asking | undefined
  let last: Onward | undefined
  let drawn = ''
  const leave = (): void => page?.element.remove()
  const show = (plan: Offer, onward: Onward): boolean => {
    last = onward
    drawn = json(plan.asks)
    return !!page?.show(plan, onward)
  }
  return {
    leave,
    need(plan) {
      const isAsked = list(plan.asks.asked).length + list(plan.asks.others).length > 0
      if (page?.element.isConnected && last && json(plan.asks) !== drawn) {
        // What is asked was changed meanwhile: what was answered stays.
        if (!show(plan, last)) back()
      }
      if (page || !isAsked) return
      bring<typeof import('./asks')>(__ASKS__)
        .then((made) => {
          page ??= made.asking(root, memory, source, back)
          box.dataset.asks = 'ready'
        })
        .catch(() => undefined)
    },
    first(plan, onward) {
      if (!page || !show(plan, onward)) return false
      body.hidden = true
      box.append(page.element)
      // On the stage somebody types beside this frame.
      if (document.hasFocus()) page.focus()
      return true
    },
  }
}
