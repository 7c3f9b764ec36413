/**
 * Which business this window shows: its key stands at the head of the address, `/at/KEY/rota`, so that two
 * windows can show two. Every request names it; nothing of another business is asked for from here.
 */
/** The key in a path, and what is before it; nothing on a page of no business. */
export const businessIn = (path: string): string[] => /^\/at\/([a-z0-9-]+)(?=\/|$)/.exec(path) ?? []
const found = businessIn(typeof location === 'undefined' ? '' : location.pathname)

/** Empty on the pages before one is in, and on the list of one's businesses. */
export const businessKey = found[1] ?? ''
/** What all addresses of this window begin with. */
export const base = `${found[0] ?? ''}/`

/** A screen of a business, as an address that loads anew: nothing is carried from one to another. */
export const addressAt = (key: string, path = '/'): string => `/at/${key}${path}`

/** A file of the API as a link, of this business. */
export function fileAt(path: string): string {
  if (!businessKey) return path
  return `${path}${path.includes('?') ? '&' : '?'}business=${businessKey}`
}

/** Whether an address is no screen of this window's business, so that the page must load anew. */
export const leadsElsewhere = (path: string): boolean => /^\/(at|sheet|stage)\//.test(path)

const MOVED = 'kk.moved'
/** Go to a page that loads anew, as by a press within the studio: its heading gets the focus there. */
export function moveTo(address: string, how: 'assign' | 'replace' = 'assign'): void {
  sessionStorage.setItem(MOVED, '1')
  location[how](address)
}
/** Whether this page was come to by such a move; asked once. */
export function wasMovedHere(): boolean {
  const moved = sessionStorage.getItem(MOVED) !== null
  sessionStorage.removeItem(MOVED)
  return moved
}
