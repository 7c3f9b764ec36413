/**
 * Waits for the moment something is to come: seconds or scroll, whichever first, from a page of the visit
 * on.
 */

import type { When } from './plan'

/**
 * How far the page was scrolled, in percent of what there is to scroll; a page too short to scroll has been
 * scrolled.
 */
export const scrolled = (page: { scrollTop: number; scrollHeight: number; clientHeight: number }): number => {
  const room = page.scrollHeight - page.clientHeight
  return room <= 0 ? 100 : (page.scrollTop / room) * 100
}

/**
 * Calls `then` once it has come; the answer takes it back. `since` is when time began to count, on
 * performance's clock.
 */
export function arrive(when: When | null, page: number, since: number, then: () => void): () => void {
  if (when && page < when.page) return () => undefined
  if (!when || (when.seconds === null && when.scroll === null)) {
    then()
    return () => undefined
  }
  let timer = 0
  const stop = (): void => {
    clearTimeout(timer)
    removeEventListener('scroll', look, true)
  }
  const come = (): void => {
    stop()
    then()
  }
  const look = (): void => {
    if (scrolled(document.scrollingElement || document.documentElement) >= (when.scroll ?? 101)) come()
  }
  if (when.seconds !== null) timer = window.setTimeout(come, when.seconds * 1000 - performance.now() + since)
  if (when.scroll !== null) {
    addEventListener('scroll', look, { capture: true, passive: true })
    look()
  }
  return stop
}
