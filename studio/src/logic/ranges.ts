/** Days and months as a person writes them. */
import type { Schemas } from '../api/client'

const noon = (day: string): Date => new Date(day + 'T12:00:00Z')
const format = (style: Intl.DateTimeFormatOptions): Intl.DateTimeFormat =>
  new Intl.DateTimeFormat('en-GB', { ...style, timeZone: 'UTC' })

/** `30 November – 6 December`; empty without days. */
export function rangeOf(days: Schemas['RotaDayOut'][] | undefined): string {
  const [from, to] = [days?.[0], days?.at(-1)]
  return from && to ? format({ day: 'numeric', month: 'long' }).formatRange(noon(from.day), noon(to.day)) : ''
}
/** `December 2026`. */
export const monthOf = (day: string): string => format({ month: 'long', year: 'numeric' }).format(noon(day))
