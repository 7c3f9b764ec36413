/**
 * What the studio and the frame with the real button say to each other, for both ends. Types only: nothing
 * of this is in any bundle. Messages without `kk: 1`, or from another window, are nobody's.
 */

export interface Box {
  left: number
  top: number
  width: number
  height: number
}
/** What the button stands over, in px of the window. */
export interface Covers {
  what: string
  window: { width: number; height: number }
  button: Box
  boxes: Box[]
}
/** An element of the page somebody pressed: a selector of it, its words, how many the selector finds. */
export interface Picked {
  selector: string
  words: string
  count: number
}
/** A colour of the page with the area it covers, in px². */
export interface Paint {
  css: string
  area: number
}
/** What is not as visitors have it: parts of button and card by name, ways by what stands on them. */
export interface Ring {
  parts: string[]
  ways: string[]
}
export interface Knocked {
  channel: string
  person: string
  note: string
}

/** From the studio: show this answer, and how; or start picking, or tell the page's colours. */
export interface ToFrame {
  kk: 1
  /** The button's public answer, as the server gives it. */
  answer?: unknown
  /** Comes back with `painted`, so that the studio knows which of its questions it sees. */
  question?: number
  ring?: Ring | null
  /** Whether the card is open; left out, it stays as it is. */
  open?: boolean
  /** Open it without taking the focus from who types beside the stage. */
  quiet?: boolean
  /** As a visitor who comes for the first time. */
  anew?: boolean
  nudge?: boolean
  /** Go on to what is asked first, as if the first app were pressed. */
  asks?: boolean
  play?: boolean
  pick?: boolean
  paints?: boolean
  /** The answer to what the card asked to be read, by its number. */
  read?: number
  given?: unknown
}

/** From the frame: each message says one thing. */
export type FromFrame = { kk: 1 } & (
  | { ready: true; drawn?: boolean }
  | { painted: number | undefined }
  | { covers: Covers | null }
  | { go: string }
  | { read: number; wanted: object }
  | { picked: Picked }
  | { paints: Paint[] }
  | { playing: number }
  | { played: true }
  | { what: 'opened' }
  | ({ what: 'knocked' } & Knocked)
)
