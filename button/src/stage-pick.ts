/**
 * On the stage: press an element of the page to have a button stand beside it; the answer is a selector
 * that finds it again.
 */
import { wordsOf } from './stage-cover'
export interface Picked {
  selector: string
  words: string
  count: number
}

const count = (selector: string): number => {
  try {
    return document.querySelectorAll(selector).length
  } catch {
    return 0
  }
}
const steady = (name: string): boolean =>
  /^[a-z][\w-]{1,40}$/i.test(name) && !/\d{3,}|[a-f0-9]{6,}/i.test(name)

/** The shortest selector that speaks of what the element is, not of where it happens to stand. */
export function selectorOf(element: Element): string {
  const tag = element.localName
  const tries: string[] = []
  if (element.id && steady(element.id)) tries.push('#' + CSS.escape(element.id))
  for (const { name, value } of element.attributes)
    if (name.startsWith('data-'))
      tries.push(`[${name}]`, ...(value && value.length < 40 ? [`[${name}="${CSS.escape(value)}"]`] : []))
  for (const name of ['name', 'itemprop', 'type', 'aria-label']) {
    const value = element.getAttribute(name)
    if (value) tries.push(`${tag}[${name}="${CSS.escape(value)}"]`)
  }
  for (const name of element.classList)
    if (steady(name)) tries.push(`${tag}.${CSS.escape(name)}`, '.' + CSS.escape(name))
  const alone = tries.find((selector) => count(selector) === 1)
  if (alone) return alone
  const parent = element.parentElement ?? document.body
  const place = [...parent.children].filter((child) => child.localName === tag).indexOf(element) + 1
  return `${parent === document.body ? 'body' : selectorOf(parent)} > ${tag}:nth-of-type(${place})`
}

/**
 * Marks what is pointed at; the first press, or Enter on what has the focus, is the answer. Returns the way
 * to stop.
 */
export function pick(found: (picked: Picked) => void): () => void {
  const frame = document.createElement('div')
  frame.style.cssText =
    'all:initial;position:fixed;pointer-events:none;z-index:2147483646;border:2px solid ' +
    '#e0a030;box-shadow:0 0 0 2px #3a1424;border-radius:8px;display:none'
  document.documentElement.append(frame)
  const ofPage = (event: Event): Element | null => {
    const target = event.composedPath()[0]
    return target instanceof Element &&
      target !== document.documentElement &&
      target !== document.body &&
      !target.closest('kk-door,kk-plate') &&
      target.getRootNode() === document
      ? target
      : null
  }
  const mark = (event: Event): void => {
    const target = ofPage(event)
    frame.style.display = target ? 'block' : 'none'
    if (!target) return
    const { left, top, width, height } = target.getBoundingClientRect()
    Object.assign(frame.style, {
      left: left - 4 + 'px',
      top: top - 4 + 'px',
      width: width + 4 + 'px',
      height: height + 4 + 'px',
    })
  }
  const take = (event: Event): void => {
    if (event instanceof KeyboardEvent && event.key !== 'Enter') return
    const target = ofPage(event)
    event.preventDefault()
    event.stopImmediatePropagation()
    if (!target) return
    const selector = selectorOf(target)
    found({
      selector,
      words: (wordsOf(target) || target.localName).slice(0, 40),
      count: count(selector),
    })
  }
  for (const sign of ['pointerover', 'focusin']) document.addEventListener(sign, mark, true)
  for (const sign of ['click', 'keydown']) document.addEventListener(sign, take, true)
  return () => {
    frame.remove()
    for (const sign of ['pointerover', 'focusin']) document.removeEventListener(sign, mark, true)
    for (const sign of ['click', 'keydown']) document.removeEventListener(sign, take, true)
  }
}
