/**
 * What a visitor's browser remembers, where it and the owner allow: a few `kk.` keys of this page's origin,
 * never a cookie.
 */

import { json } from './clean'

/** After so many idle ms a visit has ended. */
export const IDLE = 30 * 60e3

/**
 * One visit: pages seen, and what was shown, opened, closed and hidden in it. Ends after 30 idle minutes,
 * over all tabs.
 */
export interface Visit {
  last: number
  pages: number
  returning: boolean
  dice?: number
  mark?: string
  nudged?: boolean
  opened?: boolean
  closed?: boolean
  hidden?: boolean
}
export interface Memory {
  get<T>(name: string): T | null
  set: (name: string, value: unknown) => void
  visit: Visit
  /** Whether anything is kept from page to page. */
  works: boolean
  /** Say something of this visit, and that it goes on. */
  note: (more?: Partial<Visit>) => void
  /** The owner wants nothing remembered: what follows stays on this page; `stay` wipes what was kept. */
  forget: () => void
  isOurs: boolean
  /** The key of a private link, which shows this tab alone what its owner chose; nothing of it is counted. */
  trial?: string
}

export function memory(now: () => number = Date.now): Memory {
  let held: Storage | null = null
  // A private link brings its key behind the address. It leaves there at once, and stays with this tab.
  let trial = /#kk(~[\w-]+)$/.exec(location.href)?.[1]
  try {
    if (trial) {
      history.replaceState(history.state, '', location.href.slice(0, -trial.length - 3))
      sessionStorage.setItem('kk.try', trial)
    }
    trial ||= sessionStorage.getItem('kk.try') || ''
    const store = trial ? sessionStorage : localStorage
    store.setItem('kk.', '')
    store.removeItem('kk.')
    held = store
  } catch {
    /* nothing can be kept */
  }
  const here = new Map<string, string>()
  const get = <T>(name: string): T | null => {
    try {
      return JSON.parse((held ? held.getItem('kk.' + name) : here.get(name)) || 'null') as T
    } catch {
      return null
    }
  }
  const set = (name: string, value: unknown): void => {
    const text = json(value)
    try {
      if (held) held.setItem('kk.' + name, text)
      else here.set(name, text)
    } catch {
      here.set(name, text)
    }
  }
  const before = get<Visit>('visit')
  const goesOn = !!before && now() - before.last < IDLE
  const self: Memory = {
    get,
    set,
    works: !!held,
    trial,
    isOurs: !!get('ours') || location.hash === '#kk-ours',
    visit: goesOn ? { ...before } : { last: 0, pages: 0, returning: !!before, dice: now() % 997 },
    note(more) {
      Object.assign(self.visit, more, { last: now() })
      set('visit', self.visit)
    },
    forget() {
      held = null
      self.works = false
    },
  }
  return self
}

/** A short name for some words, so that one can tell whether they changed. */
export const nameOf = (words: string): number => {
  let sum = 5381
  for (let at = 0; at < words.length; at++) sum = ((sum * 33) ^ words.charCodeAt(at)) >>> 0
  return sum
}
