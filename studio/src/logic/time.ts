/** Days and times as a person would say them. */

const sameDay = (a: Date, b: Date): boolean => a.toDateString() === b.toDateString()

/** `14:19` on the reader's clock, or on a zone's. */
export const clock = (at: Date, timeZone?: string): string =>
  at.toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit', timeZone })

/** `today at 14:19`, `yesterday`, `3 March`, or `3 March 2025` where the year differs. */
export function since(at: Date, now: Date): string {
  if (sameDay(at, now)) return `today at ${clock(at)}`
  if (sameDay(at, new Date(now.getTime() - 86_400_000))) return 'yesterday'
  return at.toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    ...(at.getFullYear() === now.getFullYear() ? {} : { year: 'numeric' }),
  })
}

/** `just now`, `4 minutes ago`, `2 hours ago`, then a day. */
export function ago(at: Date, now: Date): string {
  const minutes = Math.floor((now.getTime() - at.getTime()) / 60_000)
  if (minutes < 1) return 'just now'
  if (minutes < 60) return minutes === 1 ? 'a minute ago' : `${minutes} minutes ago`
  const hours = Math.floor(minutes / 60)
  if (hours < 12) return hours === 1 ? 'an hour ago' : `${hours} hours ago`
  return since(at, now)
}

/** `Friday` within six days to come, else `4 December`. */
export function dayName(at: Date, now: Date): string {
  const days = (at.getTime() - now.getTime()) / 86_400_000
  if (days >= 0 && days < 6 && !sameDay(at, now)) return at.toLocaleDateString('en-GB', { weekday: 'long' })
  return sameDay(at, now) ? 'today' : since(at, now)
}
