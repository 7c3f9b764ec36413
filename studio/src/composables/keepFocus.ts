/**
 * What had the focus is taken away by its own press: a form that was sent, a row that was removed, a button
 * that gave way to a form. The focus goes on to what came in its place, else to what stands there now, else
 * to the heading above it; never to the page.
 */
import { focusOn, isNowhere } from './arriving'

const STOPS =
  'a[href], button:not([disabled]), input:not([disabled], [type=hidden]), textarea, select, [tabindex="0"]'

/** Where something stood: its parents from the nearest, with its place among their children. */
type Way = { parent: Element; at: number }[]

function wayOf(element: Element): Way {
  const way: Way = []
  for (let at: Element | null = element; at?.parentElement; at = at.parentElement)
    way.push({ parent: at.parentElement, at: [...at.parentElement.children].indexOf(at) })
  return way
}

const isSeen = (element: HTMLElement): boolean =>
  element.checkVisibility() && !element.closest('[inert]') && element.tabIndex >= 0
const firstStop = (root: Element): HTMLElement | undefined =>
  [root, ...root.querySelectorAll<HTMLElement>(STOPS)].find(
    (element): element is HTMLElement =>
      element instanceof HTMLElement && element.matches(STOPS) && isSeen(element),
  )

/** The best place for the focus, once what had it is gone; none where its whole screen is. */
function after(way: Way, came: Element[]): HTMLElement | null {
  const nearest = way.find(({ parent }) => parent.isConnected)
  const main = document.querySelector('main, dialog[open]')
  if (!nearest || !main || !nearest.parent.closest('main, dialog, .v-overlay')) return null
  const { parent, at } = nearest
  for (const element of came) {
    const stop = parent.contains(element) && element.isConnected ? firstStop(element) : undefined
    if (stop) return stop
  }
  for (const neighbour of [parent.children[at], parent.children[at - 1]]) {
    const stop = neighbour && firstStop(neighbour)
    if (stop) return stop
  }
  for (let root: Element | null = parent; root && root !== document.body; root = root.parentElement) {
    const heading = root.querySelector<HTMLElement>('h1, h2, h3, legend')
    if (heading) return heading
  }
  return null
}

/** What is switched off by its own press keeps its place: the focus goes to the next stop of its part. */
function beside(off: Element): HTMLElement | null {
  const part = off.closest('form, section, dialog, main') ?? document.body
  const stops = [...part.querySelectorAll<HTMLElement>(STOPS)].filter(isSeen)
  const isAfter = (stop: HTMLElement): boolean =>
    !!(off.compareDocumentPosition(stop) & Node.DOCUMENT_POSITION_FOLLOWING)
  return stops.find(isAfter) ?? stops.at(-1) ?? part.querySelector<HTMLElement>('h1, h2, h3, legend')
}

export function keepFocus(): void {
  let last: Element | null = null
  let way: Way = []
  document.addEventListener('focusin', (event) => {
    last = event.target instanceof Element ? event.target : null
    way = last ? wayOf(last) : []
  })
  new MutationObserver((changes) => {
    if (!last || last.isConnected || !isNowhere()) return
    const came = changes.flatMap((change) =>
      [...change.addedNodes].filter((node): node is Element => node instanceof Element),
    )
    const found = after(way, came)
    last = null
    focusOn(found)
  }).observe(document.body, { childList: true, subtree: true })
  new MutationObserver(() => {
    const off = last
    if (!off?.matches(':disabled')) return
    // A form that is being sent switches its button on again; only what stays off is left.
    setTimeout(() => {
      if (off === last && off.isConnected && off.matches(':disabled') && isNowhere()) focusOn(beside(off))
    }, 300)
  }).observe(document.body, { attributes: true, attributeFilter: ['disabled'], subtree: true })
}
