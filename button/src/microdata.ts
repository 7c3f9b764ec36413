/** A page's microdata, gathered when the page is at rest; the server reads it like JSON-LD. */
import { json } from './clean'

const MOST = 12e3

interface Item {
  [name: string]: string | Item
}

/**
 * The one product of the page's microdata as JSON text; empty where there is none, or several. A product
 * within one is another.
 */
export function microdata(): string {
  const read = (scope: Element): Item => {
    const out: Item = { '@type': (scope.getAttribute('itemtype') || '').split('/').pop() || '' }
    for (const element of Array.from(scope.querySelectorAll('[itemprop]')).slice(0, 40)) {
      if (element.parentElement?.closest('[itemscope]') !== scope) continue
      const value =
        element.getAttribute('content') || element.getAttribute('href') || element.textContent || ''
      out[element.getAttribute('itemprop') || ''] = element.hasAttribute('itemscope')
        ? read(element)
        : value.trim().slice(0, 300)
    }
    return out
  }
  const found = document.querySelectorAll('[itemtype$="/Product"]')
  const text = found.length === 1 && found[0] ? json([read(found[0])]) : ''
  return text.length < MOST ? text : ''
}
