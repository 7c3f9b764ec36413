/** Whether anybody could meet a door: *live* is a word for that alone. */
import type { Schemas } from '../api/client'

/** Some web address is allowed; without one a published door shows nowhere. */
export const isOnASite = (desk: Pick<Schemas['DeskOut'], 'hosts'>): boolean =>
  desk.hosts.some((host) => host.state === 'allowed')

/** Where a reminder of a web address is mended: Fitting, with its home page looked at if it went silent. */
export function fittingOf(site: string, reminder: { code: string; host: string }) {
  const page = reminder.code === 'silent' ? `${reminder.host.replace('*.', '')}/` : undefined
  return { name: 'fitting', params: { site }, query: { page } }
}
