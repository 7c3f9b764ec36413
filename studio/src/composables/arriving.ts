/**
 * Coming to another screen: the window is named after it, and where the focus went away with the screen
 * before, it goes to the new one's heading, so that a reader reads on from there.
 */
import type { Router } from 'vue-router'
import { wasMovedHere } from '../api/here'
import { useSession } from '../stores/session'
import { words } from '../words/app'

/** A heading that has not come after so long has a reason that stands on the screen. */
const PATIENCE = 15_000

/** `Rota, Averil Cycle Works`; before anybody is signed in `Come in, Kind Knock`. */
export const titleOf = (heading: string, business: string): string =>
  `${heading.trim().replace(/[.…]$/, '')}, ${business || words.product}`

/** The focus is nowhere: on the page itself, or on what is no longer there. */
export const isNowhere = (): boolean =>
  !document.activeElement || document.activeElement === document.body || !document.activeElement.isConnected

/** Give the focus to something that is no stop of its own, so that reading goes on there. */
export function focusOn(element: HTMLElement | null | undefined): void {
  if (!element) return
  if (!element.matches('a, button, input, textarea, select, [tabindex]')) element.tabIndex = -1
  element.focus({ preventScroll: true })
}

export function watchArriving(router: Router): void {
  let visit = 0
  router.afterEach((to, from, failure) => {
    if (failure || to.path === from.path) return
    const mine = ++visit
    const end = Date.now() + PATIENCE
    const look = (): void => {
      if (mine !== visit || Date.now() > end) return
      const heading = document.querySelector<HTMLElement>('main h1')
      if (!heading) {
        setTimeout(look, 60)
        return
      }
      document.title = titleOf(heading.textContent, useSession().hello?.business ?? '')
      // Within one screen the heading has not gone away, and where one is stays.
      const isSame = !!to.meta.whole && to.name === from.name
      const wasMoved = wasMovedHere()
      // No ring around it: nobody has pressed a key on this page yet.
      heading.classList.toggle('arrived', wasMoved)
      const isHere = from.matched.length > 0 || wasMoved
      if (isHere && !isSame && isNowhere()) focusOn(heading)
    }
    // The screen before is taken away first.
    setTimeout(look)
  })
}
