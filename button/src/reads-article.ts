/** An answer as elements: text only ever as text, links checked, pictures in reserved space. */
import { make, press } from './elements'
import { link, list, text, type Bag } from './plan'

/** A title that opens its answer; how long an article takes stands beside it. */
export function titleRow(title: Bag, open: () => void): HTMLElement {
  const row = make('li')
  const go = press('title', text(title.title), open)
  if (text(title.minutes)) go.append(' ', make('small', '', text(title.minutes)))
  row.append(go)
  return row
}

/**
 * Blocks as the server sends them: [kind, runs], [kind, items], ['picture', address, says, width, height].
 */
export function article(answer: Bag): HTMLElement {
  const whole = make('div', 'article')
  whole.lang = text(answer.lang)
  whole.dir = text(answer.dir)
  whole.append(...list(answer.blocks).map((block) => part(list(block))))
  return whole
}

function part([kind, what, says, width, height]: unknown[]): HTMLElement {
  if (kind === 'picture') {
    const drawn = make('img')
    drawn.loading = 'lazy'
    drawn.alt = text(says)
    if (Number(width) && Number(height)) {
      drawn.width = Number(width)
      drawn.height = Number(height)
    }
    drawn.src = link(what) || ''
    return drawn
  }
  if (kind === 'bullets' || kind === 'numbers') {
    const items = make(kind === 'bullets' ? 'ul' : 'ol')
    items.append(...list(what).map((item) => within(make('li'), item)))
    return items
  }
  return within(make(kind === 'head' ? 'h3' : 'p'), what)
}

function within(into: HTMLElement, runs: unknown): HTMLElement {
  into.append(...list(runs).map((each) => run(list(each))))
  return into
}

function run([words, marks, href]: unknown[]): HTMLElement | string {
  let made: HTMLElement | string = text(words)
  for (const [mark, tag] of [
    ['b', 'strong'],
    ['i', 'em'],
  ] as const)
    if (text(marks).includes(mark)) {
      const inner = make(tag)
      inner.append(made)
      made = inner
    }
  const to = placeOf(href)
  if (!to) return made
  const anchor = make('a')
  anchor.href = to
  // A page of this site comes in its place; what leads out opens beside.
  if (/^http/.test(to) && new URL(to).host !== location.host) {
    anchor.target = '_blank'
    anchor.rel = 'noopener'
  }
  anchor.append(made)
  return anchor
}

/** A link that may be followed: a page of this site by its path, or one of the safe kinds; else nothing. */
export function placeOf(href: unknown): string {
  const to = text(href)
  return /^\/(?![/\\])/.test(to) ? location.origin + to : link(to) || ''
}
