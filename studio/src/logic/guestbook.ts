/** How an entry reads in the list, and where its answer goes. */
import type { Schemas } from '../api/client'
import { send } from '../../../button/src/message'
import type { guestWords } from '../words/guestbook'

type Row = Schemas['EntryRow']
type Words = typeof guestWords
export type State = Row['state']

export const glyphOf = (state: State): 'open' | 'ajar' | 'shut' =>
  state === 'taken' ? 'open' : state === 'done' || state === 'not_ours' ? 'shut' : 'ajar'

/** Where it came from, by what, for whom, who has it: the line below the first words. */
export const aboutRow = (row: Row, words: Words): string =>
  [
    row.path,
    row.app_name ? words.by(row.app_name) : words.note,
    row.holder_name
      ? words.has(row.holder_name, row.state === 'done')
      : row.asked
        ? words.for(row.asked)
        : row.state === 'waiting'
          ? words.nobodyHas
          : '',
  ]
    .filter(Boolean)
    .join(', ')

export type View = 'everyone' | 'mine' | 'nobody' | 'not_ours'
const ORDER: State[] = ['waiting', 'taken', 'done', 'not_ours', 'apart']
const asideIn = (view: View): boolean => view === 'not_ours'
const isAside = (state: State): boolean => state === 'not_ours' || state === 'apart'
const rank = (row: Row, view: View): number =>
  // Kept apart stands before what was looked at already.
  asideIn(view) ? -ORDER.indexOf(row.state) : ORDER.indexOf(row.state)

/** The list after one of its rows changed: in its new place, or gone where the view no longer has it. */
export function placed(rows: readonly Row[], next: Row, view: View): Row[] {
  if (!rows.some((row) => row.id === next.id)) return [...rows]
  const others = rows.filter((row) => row.id !== next.id)
  if (isAside(next.state) !== asideIn(view)) return others
  const behind = (row: Row): number =>
    rank(row, view) - rank(next, view) || Date.parse(next.at) - Date.parse(row.at) || next.id - row.id
  const at = others.findIndex((row) => behind(row) > 0)
  return at < 0 ? [...others, next] : [...others.slice(0, at), next, ...others.slice(at)]
}

/** More rows behind those there are, each once. */
export const joined = (rows: readonly Row[], more: readonly Row[]): Row[] => {
  const there = new Set(rows.map((row) => row.id))
  return [...rows, ...more.filter((row) => !there.has(row.id))]
}

export interface Group {
  state: State
  title: string
  rows: Row[]
}
/** The list as it is shown, one heading a state, in the order it came. */
export function grouped(rows: readonly Row[], words: Words): Group[] {
  const out: Group[] = []
  for (const row of rows) {
    const last = out.at(-1)
    if (last?.state === row.state) last.rows.push(row)
    else out.push({ state: row.state, title: words.groups[row.state], rows: [row] })
  }
  return out
}

/** The link that opens an app with these words; `copies` where they have to be pasted there. */
export function appLink(way: Schemas['GuestWayOut'], text: string): { href: string; copies: boolean } {
  const { link, copied } = send(
    { bare: way.bare, text: way.with_text, limit: way.limit, copies: way.copies },
    text,
    [],
  )
  return { href: link ?? way.bare ?? '', copies: copied }
}

export const MOST_BYTES = 10_000_000
/** `price.pdf, 120 kB` */
export const sizeOf = (bytes: number): string =>
  bytes < 1000
    ? `${String(bytes)} B`
    : bytes < 1e6
      ? `${String(Math.round(bytes / 1000))} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`
