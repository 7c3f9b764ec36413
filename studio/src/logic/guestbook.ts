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
