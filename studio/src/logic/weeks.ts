/** Days by their ISO names, as the rota steps through them. */
export type Span = 'week' | 'fortnight' | 'month'
const at = (day: string): Date => new Date(day + 'T12:00:00Z')
const iso = (day: Date): string => day.toISOString().slice(0, 10)
export const isDay = (text: unknown): text is string =>
  typeof text === 'string' && /^\d{4}-\d\d-\d\d$/.test(text) && !Number.isNaN(at(text).getTime())
export const plus = (day: string, days: number): string => {
  const then = at(day)
  then.setUTCDate(then.getUTCDate() + days)
  return iso(then)
}
export const weekday = (day: string): number => (at(day).getUTCDay() + 6) % 7
export const mondayOf = (day: string): string => plus(day, -weekday(day))
/** The first of the month some months on. */
export const monthOf = (day: string, on = 0): string => {
  const then = at(day)
  return iso(new Date(Date.UTC(then.getUTCFullYear(), then.getUTCMonth() + on, 1, 12)))
}

/**
 * What is asked of the rota: whole weeks from a Monday on; a month's are those that any day of it lies in.
 */
export function asked(day: string, span: Span): { first: string; days: number } {
  if (span !== 'month') return { first: mondayOf(day), days: span === 'week' ? 7 : 14 }
  const first = mondayOf(monthOf(day))
  const last = plus(monthOf(day, 1), -1)
  return { first, days: Math.round((at(mondayOf(last)).getTime() - at(first).getTime()) / 86_400_000) + 7 }
}

/** Where a step back or on leads. */
export const stepped = (day: string, span: Span, by: number): string =>
  span === 'month' ? monthOf(day, by) : plus(mondayOf(day), by * 7)
