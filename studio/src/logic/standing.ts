/** Whether anybody could meet a door: *live* is a word for that alone. */
import type { Schemas } from '../api/client'

/** Some web address is allowed; without one a published door shows nowhere. */
export const isOnASite = (desk: Pick<Schemas['DeskOut'], 'hosts'>): boolean =>
  desk.hosts.some((host) => host.state === 'allowed')
