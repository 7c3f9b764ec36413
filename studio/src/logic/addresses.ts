/** Web addresses of a site, as the stage takes them. */
import type { Schemas } from '../api/client'

/** Whether a host, with or without port and path, is one's own machine or a bare IP address. */
export const isForTesting = (text: string): boolean =>
  /^(localhost|[\w-]+\.localhost|\d{1,3}(\.\d{1,3}){3}|\[[0-9a-f:]+\])(:\d+)?(\/|$)/i.test(text)

/** The first address of a site that its button may stand on; empty while there is none. */
export function firstAddress(hosts: readonly Schemas['HostOut'][]): string {
  const first = hosts.find((host) => host.state === 'allowed' && !host.name.startsWith('*.'))
  return first ? `${isForTesting(first.name) ? 'http' : 'https'}://${first.name}/` : ''
}
