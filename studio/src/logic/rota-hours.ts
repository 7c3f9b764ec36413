/** What of a rota is drawn: its hours of the day, and whom of many. */
import type { Schemas } from '../api/client'

export interface Hours {
  from: number
  to: number
}
/** A shop's usual day, from and to; wider where somebody's hours need it. */
const USUAL: Hours = { from: 7, to: 20 }

type Hour = Schemas['RotaOut']['knocks'][number][number]
type Day = Pick<Schemas['RotaDayOut'], 'since' | 'until'>
/** Hours into a day as drawn: every day has 24, also one on which the clocks turn. */
const hourAt = (day: Day, at: number): number => ((at - day.since) / (day.until - day.since)) * 24

/** The hours that hold every span of the days shown. */
export function hoursShown({ rows, days }: Pick<Schemas['RotaOut'], 'rows' | 'days'>): Hours {
  let { from, to } = USUAL
  for (const row of rows)
    for (const [i, cell] of row.cells.entries())
      for (const bar of cell.bars) {
        const day = days[i]
        if (!day) continue
        from = Math.min(from, Math.floor(hourAt(day, bar.since)))
        to = Math.max(to, Math.ceil(hourAt(day, bar.until)))
      }
  return { from: Math.max(from, 0), to: Math.min(to, 24) }
}

/** Where a moment stands across its day, in per cent of the hours shown. */
export const placeOf = (day: Day, at: number, { from, to }: Hours): number =>
  Math.min(100, Math.max(0, ((hourAt(day, at) - from) / (to - from)) * 100))

export interface Knocks extends Hour {
  /** From this hour up to that one. */
  from: number
  to: number
}

/** Knocks by hour within the hours shown; what lies before and after them stands in one bar each. */
export function withinHours(day: Hour[], { from, to }: Hours): Knocks[] {
  const together = (first: number, end: number): Knocks[] => {
    const some = day.slice(first, end)
    const sum = (name: 'knocks' | 'missed'): number => some.reduce((all, item) => all + item[name], 0)
    const met = some.filter((item) => item.knocks + item.missed)
    return met.length
      ? [
          {
            knocks: sum('knocks'),
            missed: sum('missed'),
            is_covered: met.every((item) => item.is_covered),
            from: first,
            to: end,
          },
        ]
      : []
  }
  const each = day.slice(from, to).map((item, i) => ({ ...item, from: from + i, to: from + i + 1 }))
  return [...together(0, from), ...each, ...together(to, 24)]
}

/** The rows of whoever has all the words in the name, the role or a door; shop and result always. */
export function filtered(rows: Schemas['RotaRowOut'][], typed: string): Schemas['RotaRowOut'][] {
  const words = typed.toLocaleLowerCase().split(/\s+/).filter(Boolean)
  return rows.filter((row) => {
    if (row.kind !== 'person') return true
    const text = [row.name, row.role, ...row.doors].join(' ').toLocaleLowerCase()
    return words.every((word) => text.includes(word))
  })
}
