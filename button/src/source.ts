/** Where answers come from and reports go to: our server, or, on the stage, the studio around it. */

import { json } from './clean'
import { size, pageAddress, type Facts } from './facts'

export interface Report {
  kind: string
  door: string
  channel?: string
  person?: string
  about?: string
  view?: string
  /** A mark of this visit, where it read or searched before; forgotten by the server after a day. */
  visit?: string | undefined
  words?: string
}
export interface Source {
  ask: (facts: Facts) => Promise<unknown>
  /** Where to ask for the tag that names all that answers depend on; empty on the stage. */
  fresh: string
  tell: (report: Report) => void
  /** Post JSON to one of our addresses. Rejects where it doesn't get through. */
  post: (path: string, body: object) => Promise<Response>
}

const PATIENCE = 3000

/** A server at `origin`, asked about `site`. A report is sent again twice until it is acknowledged. */
export function server(origin: string, site: string, counts: () => boolean): Source {
  const post = (path: string, body: object, patience = 15e3): Promise<Response> =>
    fetch(origin + '/k/v1/' + path, {
      method: 'POST',
      headers: { 'content-type': 'text/plain' },
      body: json({ site, ...body }),
      keepalive: true,
      credentials: 'omit',
      signal: AbortSignal.timeout?.(patience),
    }).then((answer) => (answer.status > 499 ? Promise.reject(Error()) : answer))
  return {
    ask: (facts) => post('verdict', facts, PATIENCE).then((answer) => answer.json() as Promise<unknown>),
    fresh: origin + '/k/v1/fresh/' + site,
    tell(report) {
      if (!counts()) return
      const body = {
        address: pageAddress(),
        lang: document.documentElement.lang,
        from: document.referrer,
        ...size(),
        events: [{ id: newId(), ...report }],
      }
      const go = (tries: number): void =>
        void post('heard', body).catch(() => tries && setTimeout(go, 4000, tries - 1))
      go(2)
    },
    post,
  }
}

/**
 * An id nobody else makes, which the server reads as a UUID: the minute (of 65,536 ms), so that ids of now
 * lie together in its index, and 96 random bits. No finer, so that no clock can be told by it.
 */
export function newId(): string {
  let id = '0' + Date.now().toString(16).slice(0, -4)
  for (const byte of crypto.getRandomValues(new Uint8Array(12))) id += (byte + 256).toString(16).slice(1)
  return id
}
