/** Days of Footfall: what a choice of days means, and days put together as weeks. */
import type { Schemas } from '../api/client'
import { mondayOf, plus } from './weeks'

export type Preset = 'today' | 'yesterday' | 'week' | 'weeks' | 'month' | 'lastMonth' | 'quarter' | 'half'
export const PRESETS: readonly Preset[] = [
  'today',
  'yesterday',
  'week',
  'weeks',
  'month',
  'lastMonth',
  'quarter',
  'half',
]
type Day = Schemas['FootfallDayOut']

const LENGTHS = { week: 7, weeks: 28, quarter: 91, half: 182 } as const

/** The first and last day of a choice, as of `today` on the business's clock. */
export function daysOf(preset: Preset, today: string): { first: string; last: string } {
  const month = `${today.slice(0, 8)}01`
  if (preset === 'today') return { first: today, last: today }
  if (preset === 'yesterday') return { first: plus(today, -1), last: plus(today, -1) }
  if (preset === 'month') return { first: month, last: today }
  if (preset === 'lastMonth') {
    const last = plus(month, -1)
    return { first: `${last.slice(0, 8)}01`, last }
  }
  return { first: plus(today, 1 - LENGTHS[preset]), last: today }
}

export interface Bar {
  first: string
  last: string
  knocked: number
  seen: number
  before: number | null
}
const MOST_DAYS = 100

/** A bar for each day, or, of a long period, for each week from Monday on. */
export function barsOf(days: readonly Day[]): { bars: Bar[]; isWeekly: boolean } {
  const isWeekly = days.length > MOST_DAYS
  const bars: Bar[] = []
  for (const day of days) {
    const open = bars.at(-1)
    if (isWeekly && open && mondayOf(open.first) === mondayOf(day.day)) {
      open.last = day.day
      open.knocked += day.knocked
      open.seen += day.seen
      if (day.before !== null) open.before = (open.before ?? 0) + day.before
    } else
      bars.push({ first: day.day, last: day.day, knocked: day.knocked, seen: day.seen, before: day.before })
  }
  return { bars, isWeekly }
}

/** Whether any bar overlaps these days, and which is the first. */
export const barAt = (bars: readonly Bar[], first: string, last: string): number =>
  bars.findIndex((bar) => bar.last >= first && bar.first <= last)

/** The hours worth a column: 7 to 20, wider where some of a hundred knock outside. */
export function hoursShown(hours: readonly (readonly Schemas['SlotOut'][])[]): number[] {
  const sums = [...Array(24).keys()].map((hour) =>
    hours.reduce((sum, day) => sum + (day[hour]?.knocked ?? 0), 0),
  )
  const all = sums.reduce((sum, count) => sum + count, 0)
  const used = [...sums.keys()].filter((hour) => (sums[hour] ?? 0) > 0.03 * all)
  const from = Math.min(7, ...used)
  const to = Math.max(19, ...used)
  return [...Array(to - from + 1).keys()].map((at) => at + from)
}

/** How dark a cell is, 0 to 5. Nothing is 0; the most is 5. */
export const darkness = (count: number, most: number): number =>
  count ? Math.max(1, Math.round((5 * count) / Math.max(most, 5))) : 0

/** How many knocked at hours that have no column. */
export const outside = (
  hours: readonly (readonly Schemas['SlotOut'][])[],
  shown: readonly number[],
): number =>
  hours.reduce(
    (sum, day) => sum + day.reduce((some, slot, hour) => some + (shown.includes(hour) ? 0 : slot.knocked), 0),
    0,
  )

type Row = Schemas['ShareRowOut']
export type CrowdKind = 'seen' | 'opened' | 'knocked'
/** A number to look behind: what it says, how to ask what is behind it, and what to do about it. */
export interface Behind {
  name: string
  says: string
  of:
    | { kind: 'row'; key: string; by: Schemas['ShareTableOut']['dimension']; site: string }
    | { kind: 'hour'; weekday: number; hour: number }
    | { kind: 'crowd'; crowd: CrowdKind }
  act: Row['act']
  to: string
}
export function behindRow(row: Row, by: Schemas['ShareTableOut']['dimension']): Behind {
  const number = (count = 0): string => count.toLocaleString('en')
  const counted = `${number(row.now?.hits)} of ${number(row.now?.seen)}: ${row.range}`
  return {
    name: row.name,
    says: row.word ? `${counted}, ${row.word}` : counted,
    of: { kind: 'row', key: row.key, by, site: row.site },
    act: row.act,
    to: row.to,
  }
}
export function behindHour(slot: Schemas['SlotOut'], weekday: number, hour: number): Behind {
  const [name = '', says = ''] = slot.says.split(': ')
  const isGap = slot.is_nobody_in
  return {
    name,
    says,
    of: { kind: 'hour', weekday, hour },
    act: isGap ? 'rota' : '',
    to: isGap ? '/rota' : '',
  }
}
/**
 * Where an arrow key leads in the grid of hours, each place `weekday-hour`: along the week to the next hour
 * that is one of `places` (in order), up and down to the nearest day that has this hour. Undefined: nowhere.
 */
export function hourByKey(
  key: string,
  at: string,
  places: readonly string[],
  isRightToLeft: boolean,
): string | undefined {
  const [next, before] = isRightToLeft ? ['ArrowLeft', 'ArrowRight'] : ['ArrowRight', 'ArrowLeft']
  const here = places.indexOf(at)
  const hour = at.slice(at.indexOf('-'))
  if (key === 'Home') return places[0]
  if (key === 'End') return places.at(-1)
  if (key === next) return places[here + 1]
  if (key === before) return here > 0 ? places[here - 1] : undefined
  if (key === 'ArrowDown') return places.slice(here + 1).find((place) => place.endsWith(hour))
  if (key === 'ArrowUp')
    return places
      .slice(0, here)
      .reverse()
      .find((place) => place.endsWith(hour))
  return undefined
}

export type MarkKind = 'walker' | 'visitor' | 'ring'
/** The middles of `count` marks, filled by columns of `rows`, each second column half a step lower. */
export function placed(count: number, rows: number, step: number): { x: number; y: number }[] {
  return [...Array(count).keys()].map((at) => {
    const column = Math.floor(at / rows)
    return { x: (column + 0.5) * step, y: ((at % rows) + 0.5) * step + (column % 2) * (step / 2) }
  })
}
/** How many rows of marks street, path and door have; a door with more to show has more abreast. */
export function crowdShape(
  marks: Schemas['MarksOut'],
): Record<'streetRows' | 'pathRows' | 'doorRows', number> {
  const abreast = Math.min(8, Math.max(3, Math.ceil(Math.sqrt(marks.knocked * 0.62))))
  return {
    streetRows: 8,
    pathRows: marks.left > 30 ? 5 : 3,
    doorRows: Math.ceil(marks.knocked / abreast) || 1,
  }
}
