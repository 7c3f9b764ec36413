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

/**
 * Where a link pressed on the stage leads, if it is a page of the site's own: in the demo, the shop stands
 * in for `.example` addresses; empty for all else.
 */
export function followed(href: string, hosts: Schemas['HostOut'][]): string {
  const local = /^http:\/\/((?:[a-z0-9-]+\.)+)localhost:\d+(.*)$/.exec(href)
  const to = local ? `https://${local[1]}example${local[2]}` : href
  const isOwn = hosts.some(
    (host) =>
      host.state === 'allowed' &&
      (to.startsWith(`https://${host.name}/`) ||
        (host.name.startsWith('*.') && new URL(to).hostname.endsWith(host.name.slice(1)))),
  )
  return isOwn ? to.replace(/#.*$/, '') : ''
}
