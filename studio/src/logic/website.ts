/** What is ticked of what a website tells, gathered as the server takes it over. */
import type { Schemas } from '../api/client'

export type Row = Schemas['RowOut']
export type Taken = Schemas['Taken']
type Value = Record<string, unknown>

const text = (value: unknown): string => (typeof value === 'string' ? value : '')
const texts = (value: unknown): string[] => (Array.isArray(value) ? value.map(text) : [])

/** What counts: ticked, or not to be ticked at all. */
export const counts = (row: Row): boolean => row.on || !row.ticks

export function takenOf(rows: readonly Row[], host: string): Taken {
  const values = (kind: Row['kind']): Value[] =>
    rows.filter((row) => row.kind === kind && counts(row)).map((row) => row.value)
  const who = values('who')[0] ?? {}
  const says = values('words')[0] ?? {}
  return {
    name: text(who.name),
    country: text(who.country),
    zone: text(who.zone) || 'UTC',
    languages: texts(who.languages),
    ways: values('way').flatMap((way) => texts(way.apps).map((app) => ({ app, address: text(way.address) }))),
    week: (values('hours')[0]?.week as Taken['week']) ?? null,
    closures: values('closure') as unknown as Taken['closures'],
    colour: text(values('colour')[0]?.colour),
    hidden: values('hidden').map((each) => ({
      path: text(each.path),
      kind: text(each.kind) as '' | 'basket' | 'checkout',
    })),
    people: values('person').map((each) => ({ name: text(each.name), role: text(each.role) })),
    start: text(says.start),
    label: text(says.label),
    heading: text(says.heading),
    corner: text(says.corner) as '' | 'left' | 'right',
    host,
  }
}

/** The rows with this one in its place; where only one of its kind can be, the others are unticked. */
export function withRow(rows: readonly Row[], changed: Row): Row[] {
  return rows.map((row) => {
    if (row.key === changed.key) return changed
    return changed.on && changed.only_one && row.kind === changed.kind && row.ticks
      ? { ...row, on: false }
      : row
  })
}
