/** Hours drawn on a week: minutes of a day, snapped, kept apart, several spans a day. */
export type Week = Record<string, [string, string][]>
export type Span = [number, number]
export const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const
const DAY = 1440
export const minute = (text: string): number => {
  const [hour = 0, rest = 0] = text.split(':').map(Number)
  return hour * 60 + rest
}
/** `09:00`; a whole day ends at `24:00`. */
export const clock = (at: number): string => {
  const within = at > DAY ? at - DAY : at
  return `${String(Math.floor(within / 60)).padStart(2, '0')}:${String(within % 60).padStart(2, '0')}`
}
/** As a person writes it: 9, 17:30. */
export const brief = (at: number): string => clock(at).replace(/^0/, '').replace(':00', '')
/** A day's spans in minutes; an end before its start runs past midnight. */
export const spansOf = (pairs: [string, string][] | undefined): Span[] =>
  (pairs ?? []).map(([from, to]) => {
    const [a, b] = [minute(from), minute(to)]
    return b > a ? [a, b] : [a, b + DAY]
  })
export const pairsOf = (spans: Span[]): [string, string][] => spans.map(([a, b]) => [clock(a), clock(b)])

/**
 * One end moved by so many minutes: snapped to the step, at least a step long, never into the next span nor
 * past the next noon; it begins on its own day and is shorter than a day, unless it is that day.
 */
export function moved(spans: Span[], at: number, end: 0 | 1, by: number, step = 15): Span[] {
  const span = spans[at]
  if (!span) return spans
  const [from, to] = span
  const low = end === 0 ? Math.max(spans[at - 1]?.[1] ?? 0, to > DAY ? to - DAY + step : 0) : from + step
  const high =
    end === 0
      ? Math.min(to, DAY) - step
      : Math.min(spans[at + 1]?.[0] ?? DAY + 720, from ? from + DAY - step : DAY)
  if (low > high) return spans
  const value = Math.max(low, Math.min(high, Math.round(((end === 0 ? from : to) + by) / step) * step))
  return spans.map((span, i) => (i === at ? (end === 0 ? [value, to] : [from, value]) : span))
}

/** Two more hours where there is room, around the minute that was pressed. */
export function added(spans: Span[], around: number): Span[] {
  const from = Math.max(0, Math.min(DAY - 120, Math.round((around - 60) / 15) * 15))
  const clear = spans.filter(([a, b]) => b <= from || a >= from + 120)
  return clear.length < spans.length
    ? spans
    : [...spans, [from, from + 120] as Span].sort((a, b) => a[0] - b[0])
}
