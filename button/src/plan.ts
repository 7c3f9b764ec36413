/**
 * What the server says to show, checked field by field. What isn't known is ignored; what is amiss shows
 * nothing.
 */

/** `css` is everything of the looks but the place, for the shadow root. */
export interface Looks {
  corner: 'left' | 'right'
  size: number
  side: number
  foot: number
  css: string
}
/** When something comes: seconds or scroll, whichever first, from page `page` of the visit on. */
export interface When {
  seconds: number | null
  scroll: number | null
  page: number
}
/** What the button itself needs. `more` is the rest as it came, which `offer` reads once it is asked for. */
export interface Plan {
  key: string
  lang: string
  dir: 'ltr' | 'rtl'
  label: string
  looks: Looks
  count: boolean
  isAway: boolean
  straight: string | null
  arrives: When | null
  more: Bag
}
/**
 * An answer: a plan, or none; until when it holds (ms), how far, and the tag that names all it depends on.
 */
export interface Answer {
  plan: Plan | null
  until: number
  everywhere: boolean
  tag: string
  asksZone: boolean
  missed: string
  raw: unknown
}
export type Bag = Record<string, unknown>

export const bag = (value: unknown): Bag => (typeof value === 'object' && value ? (value as Bag) : {})
export const text = (value: unknown): string => (typeof value === 'string' ? value : '')
export const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : [])
export const px = (value: unknown, low: number, high: number, or: number): number =>
  typeof value === 'number' && value >= low && value <= high ? value : or
const maybe = (value: unknown): number | null => (typeof value === 'number' && value >= 0 ? value : null)

const SAFE_LINK =
  /^(https:|http:\/\/(localhost|127\.0\.0\.1|[a-z0-9.-]+\.localhost)[:/]|tel:|sms:|mailto:|geo:|xmpp:|viber:)/

export const link = (value: unknown): string | null => (SAFE_LINK.test(text(value)) ? text(value) : null)

export function when(value: unknown): When | null {
  const from = bag(value)
  return value
    ? { seconds: maybe(from.seconds), scroll: maybe(from.scroll), page: px(from.page, 1, 100, 1) }
    : null
}

/** The plan in an answer; null where there is nothing to show. */
function planIn(from: Bag): Plan | null {
  const door = bag(from.door)
  const looks = bag(door.looks)
  const by = list(door.by)
  const isAway = door.nobody === true && door.leave === true
  const css = text(looks.css)
  if (from.show !== true || !css || !text(door.key) || !(by.length || isAway)) return null
  return {
    key: text(door.key),
    lang: text(door.lang),
    dir: door.dir === 'rtl' ? 'rtl' : 'ltr',
    count: from.count === true,
    label: text((isAway && bag(door.words).leave) || door.label),
    isAway: door.nobody === true,
    straight: door.press === 'straight' ? link(bag(by[0]).bare) : null,
    arrives: when(door.arrives),
    more: door,
    looks: {
      css,
      corner: looks.corner === 'left' ? 'left' : 'right',
      size: px(looks.size, 44, 96, 52),
      side: px(looks.side, 0, 400, 24),
      foot: px(looks.foot, 0, 400, 20),
    },
  }
}

/** An answer as the server gives it; null where it is none of ours. */
export function answerIn(raw: unknown): Answer | null {
  const from = bag(raw)
  if (from.v !== 1) return null
  return {
    plan: planIn(from),
    until: Date.parse(text(from.until)) || Infinity,
    everywhere: from.holds === 'visit',
    tag: text(from.tag),
    asksZone: from.ask === 'zone',
    missed: from.missed === true ? text(from.door) : '',
    raw,
  }
}
