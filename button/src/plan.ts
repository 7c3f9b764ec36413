/** What the server says to show, checked field by field. What isn't known is ignored; what is amiss shows nothing. */

export interface Colours {
  brand: string; on_brand: string; ring: string; hover: string; card: string; ink: string
  muted: string; word: string; tint: string; line: string; edge: string
}
export interface Looks {
  shape: 'arch' | 'round'; corner: 'left' | 'right'; size: number; side: number; foot: number; colours: Colours
}
/** One way to go: `text` is a link with `{text}` in it, or null where words can't travel. */
export interface Way {
  key: string; app: string; name: string; bare: string | null; text: string | null; limit: number; copy: string; copies: boolean
}
export interface Added { kind: string; text: string }
export interface Plan {
  key: string; lang: string; dir: 'ltr' | 'rtl'; label: string; heading: string; note: string
  words: Record<string, string>; privacy: string; looks: Looks; by: Way[]; added: Added[]; count: boolean
}

type Bag = Record<string, unknown>
const bag = (value: unknown): Bag => (typeof value === 'object' && value ? value as Bag : {})
const text = (value: unknown): string => (typeof value === 'string' ? value : '')
const list = (value: unknown): unknown[] => (Array.isArray(value) ? value : [])
const px = (value: unknown, low: number, high: number, or: number): number =>
  typeof value === 'number' && value >= low && value <= high ? value : or

const COLOUR = /^#[0-9a-f]{6}$/
const SAFE_LINK = /^(https:|http:\/\/(localhost|127\.0\.0\.1|[a-z0-9.-]+\.localhost)[:/]|tel:|sms:|mailto:|geo:|xmpp:|viber:)/

export const link = (value: unknown): string | null => (SAFE_LINK.test(text(value)) ? text(value) : null)

function colours(value: unknown): Colours | null {
  const from = bag(value)
  const names = ['brand', 'on_brand', 'ring', 'hover', 'card', 'ink', 'muted', 'word', 'tint', 'line', 'edge'] as const
  return names.every((name) => COLOUR.test(text(from[name]))) ? from as unknown as Colours : null
}

function way(value: unknown): Way | null {
  const from = bag(value)
  const bare = link(from.bare)
  if (!text(from.key) || !text(from.name) || (!bare && from.bare !== null)) return null
  return {
    key: text(from.key), app: text(from.app), name: text(from.name), bare, text: link(from.text),
    limit: px(from.limit, 1, 65536, 2000), copy: text(from.copy), copies: from.copies !== false,
  }
}

/** The plan in an answer; null where there is nothing to show. */
export function planIn(answer: unknown): Plan | null {
  const from = bag(answer)
  const door = bag(from.door)
  const looks = bag(door.looks)
  const shades = colours(looks.colours)
  const by = list(door.by).map(way).filter((one): one is Way => one !== null)
  if (from.v !== 1 || from.show !== true || !shades || !text(door.key) || !by.length) return null
  const words: Record<string, string> = {}
  for (const [name, said] of Object.entries(bag(door.words))) words[name] = text(said)
  return {
    key: text(door.key), lang: text(door.lang) || 'en', dir: door.dir === 'rtl' ? 'rtl' : 'ltr',
    label: text(door.label), heading: text(door.heading), note: text(door.note), words,
    privacy: link(door.privacy) || '', by, count: from.count === true,
    added: list(door.added).map((one) => ({ kind: text(bag(one).kind), text: text(bag(one).text) })),
    looks: {
      shape: looks.shape === 'round' ? 'round' : 'arch', corner: looks.corner === 'left' ? 'left' : 'right',
      size: px(looks.size, 44, 96, 52), side: px(looks.side, 0, 400, 24), foot: px(looks.foot, 0, 400, 20), colours: shades,
    },
  }
}
