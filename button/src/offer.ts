/**
 * What a plan offers within: people, apps, words, and what comes of itself. Read when the card or the page
 * asks for it.
 */

import { bag, link, list, px, text, when, type Bag, type Looks, type Plan, type When } from './plan'

/** How somebody is reached: `text` is a link with `{text}` in it, or null where words can't travel. */
export interface Reach {
  bare: string | null
  text: string | null
  limit: number
  copy: string
  copies: boolean
}
/** One way to go. `own` is false where only people have an address for it. */
export interface Way extends Reach {
  key: string
  app: string
  name: string
  mark: string
  picture: string
  caption: string
  note: string | null
  same: boolean
  own: boolean
  to: unknown[]
}
export interface Person {
  key: string
  name: string
  role: string
  isIn: boolean
  when: string
  picture: string
  bare: boolean
  note: string | null
  by: Record<string, Reach>
}
export interface Added {
  kind: string
  text: string
}
export interface Opens extends When {
  tucks: number
}
export interface Nudge {
  words: string
  after: number
  often: string
  sound: boolean
  motion: string
  page: number
  replies: string[]
}
export interface Plate {
  key: string
  label: string
  size: number
  align: string
  at: string
  side: string
}
export interface Offer {
  key: string
  lang: string
  press: string
  count: boolean
  looks: Looks
  heading: string
  note: string
  words: Record<string, string>
  texts: Record<Said, string>
  flags: Record<Flag, boolean>
  privacy: string
  by: Way[]
  to: Person[]
  added: Added[]
  /** What is asked first, as it came; `asks` reads it. */
  asks: Bag
  /** That there is something to be read, as it came; `reads` asks for it. */
  reads: Bag | undefined
}

const SAID = [
  'help',
  'closing',
  'away',
  'thanks',
  'notice',
  'back_words',
  'replies',
  'logo',
  'banner',
] as const
const FLAGS = ['agree', 'qr', 'row', 'aside', 'stays', 'nobody', 'leave', 'greets'] as const
type Said = (typeof SAID)[number]
type Flag = (typeof FLAGS)[number]

/** A number kept off the card is in the link alone, unless there is no other way to hand it over. */
const reach = (from: Bag, unnumbered: boolean): Reach => ({
  bare: link(from.bare),
  text: link(from.text),
  limit: px(from.limit, 1, 65536, 2000),
  copy: unnumbered && link(from.bare) ? '' : text(from.copy),
  copies: from.copies !== false,
})
const noteIn = (from: Bag): string | null => (typeof from.note === 'string' ? from.note : null)

function way(value: unknown, unnumbered: boolean): Way[] {
  const from = bag(value)
  const own = from.own !== false
  if (!text(from.key) || !text(from.name) || (own && !link(from.bare) && from.bare !== null)) return []
  return [
    {
      ...reach(from, unnumbered),
      own,
      key: text(from.key),
      app: text(from.app),
      name: text(from.name),
      mark: text(from.mark),
      picture: link(from.picture) || '',
      caption: text(from.caption),
      note: noteIn(from),
      same: from.same === true,
      to: list(from.to),
    },
  ]
}

function person(value: unknown, unnumbered: boolean): Person[] {
  const from = bag(value)
  const by: Record<string, Reach> = {}
  for (const [app, to] of Object.entries(bag(from.by))) by[app] = reach(bag(to), unnumbered)
  return text(from.key)
    ? [
        {
          key: text(from.key),
          name: text(from.name),
          role: text(from.role),
          isIn: from.in === true,
          when: text(from.when),
          picture: link(from.picture) || '',
          bare: from.bare === true,
          note: noteIn(from),
          by,
        },
      ]
    : []
}

export function offerIn({ key, lang, count, looks, more: door }: Plan): Offer {
  const words: Record<string, string> = {}
  for (const [name, value] of Object.entries(bag(door.words))) words[name] = text(value)
  const texts = {} as Record<Said, string>
  for (const name of SAID) texts[name] = text(door[name])
  const flags = {} as Record<Flag, boolean>
  for (const name of FLAGS) flags[name] = door[name] === true
  const unnumbered = door.unnumbered === true
  return {
    key,
    lang,
    count,
    looks,
    press: text(door.press),
    words,
    texts,
    flags,
    heading: text(door.heading),
    note: text(door.note),
    privacy: link(door.privacy) || '',
    by: list(door.by).flatMap((item) => way(item, unnumbered)),
    to: list(door.to).flatMap((item) => person(item, unnumbered)),
    asks: bag(door.asks),
    reads: door.reads as Bag | undefined,
    added: list(door.added).map((item) => ({ kind: text(bag(item).kind), text: text(bag(item).text) })),
  }
}

export function opensIn({ more }: Plan): Opens | null {
  const opens = when(more.opens)
  return opens && { ...opens, tucks: px(bag(more.opens).tucks, 0, 3600, 0) }
}

export function nudgeIn({ more }: Plan): Nudge | null {
  const from = bag(more.nudge)
  return text(from.words)
    ? {
        words: text(from.words),
        after: px(from.after, 0, 3600, 20),
        often: text(from.often),
        sound: from.sound === true,
        motion: text(from.motion),
        page: px(from.page, 1, 100, 1),
        replies: list(from.replies).map(text).filter(Boolean),
      }
    : null
}

export const platesIn = ({ more }: Plan): Plate[] =>
  list(more.plates)
    .map(bag)
    .map((plate) => ({
      key: text(plate.key),
      label: text(plate.label),
      size: px(plate.size, 32, 96, 44),
      align: text(plate.align),
      at: text(plate.at),
      side: text(plate.side),
    }))
