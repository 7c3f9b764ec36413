/**
 * Keeps the button where it belongs on pages that take it away, turn or zoom everything they hold, or have
 * a dialog of their own open.
 */

import type { Door } from './door'

export const TOP = '2147483647'
const MOST_TIMES_BACK = 20
const DIALOG = '[aria-modal="true"],[role="dialog"],[role="alertdialog"],dialog[open]'

/** The z-index of the dialog that holds the focus, as the page's whole stands; null where none does. */
function dialogHeight(): number | null {
  const dialog = document.activeElement?.closest(DIALOG)
  if (!dialog) return null
  let height = 0
  for (let at: Element | null = dialog; at && at !== document.body; at = at.parentElement)
    height = Number(getComputedStyle(at).zIndex) || height
  return height
}

/** `renew` makes another door: a document written anew has taken every listener off this one. */
export function standFast(door: Door, renew: () => void): () => void {
  const { host } = door
  const set = (name: string, value: string): void => host.style.setProperty(name, value, 'important')
  let times = 0
  let waiting = 0

  /** Where the root is turned or zoomed, only the browser's top layer is still the window's own. */
  const lift = (): void => {
    const { transform, perspective, filter, willChange, contain, zoom } = getComputedStyle(
      document.documentElement,
    )
    const turned = [transform, perspective, filter].some((value) => value && value !== 'none')
    if (turned || /transform|perspective|filter/.test(willChange) || /paint|layout|strict/.test(contain)) {
      host.popover = 'manual'
      try {
        host.showPopover()
      } catch {
        /* it stands there already, or this browser has no such layer */
      }
    }
    set('zoom', Number(zoom) ? String(1 / Number(zoom)) : '1')
  }
  const back = (): void => {
    if (host.isConnected || !document.documentElement) return
    if (!door.button().onclick) {
      renew()
      return
    }
    document.documentElement.append(host)
    lift()
  }
  const watch = new MutationObserver(() => {
    look()
    if (!host.isConnected && times < MOST_TIMES_BACK) setTimeout(back, times++ * 50)
  })
  /** Anew each time, since the root itself may be another. */
  const look = (): void => {
    watch.observe(document, { childList: true })
    if (document.documentElement) watch.observe(document.documentElement, { childList: true })
  }
  /** Below a dialog of the page that has the focus, as below a native one. */
  const step = (): void => {
    clearTimeout(waiting)
    const height = dialogHeight()
    set('z-index', height === null ? TOP : String(height - 1))
    if (height === null) return
    if (door.isOpen()) door.close()
    // A dialog that is taken away tells nobody that the focus is gone.
    waiting = window.setTimeout(step, 1500)
  }
  const later = (): void => void setTimeout(step)
  look()
  back()
  lift()
  step()
  for (const sign of ['focusin', 'focusout']) document.addEventListener(sign, later, true)
  return () => {
    watch.disconnect()
    clearTimeout(waiting)
    for (const sign of ['focusin', 'focusout']) document.removeEventListener(sign, later, true)
  }
}
