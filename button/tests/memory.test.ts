import vectors from '../../kindknock/core/tests/vectors/arrival.json'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { arrive, scrolled } from '../src/arrive'
import { memory, nameOf } from '../src/memory'
import { json } from '../src/clean'
import { words } from '../src/card-words'
import { mayShow } from '../src/nudge'
import { wipe } from '../src/wipe'

const store = (refuses = false): Storage => {
  const held = new Map<string, string>()
  return {
    getItem: (name: string) => held.get(name) ?? null,
    removeItem: (name: string) => void held.delete(name),
    held,
    setItem: (name: string, value: string) => {
      if (refuses) throw new Error('full')
      held.set(name, value)
    },
  } as unknown as Storage
}
beforeEach(() => {
  vi.stubGlobal('location', { hash: '', href: 'https://averilcycles.example/' })
  vi.stubGlobal('sessionStorage', store())
})
afterEach(() => vi.unstubAllGlobals())
const MINUTE = 60e3

describe('what a browser remembers', () => {
  it('counts a visit over pages until thirty idle minutes have passed', () => {
    vi.stubGlobal('localStorage', store())
    const first = memory(() => 0)
    expect([first.visit.pages, first.visit.returning, first.works]).toEqual([0, false, true])
    first.note({ pages: 1, closed: true })
    expect(memory(() => 29 * MINUTE).visit).toMatchObject({ pages: 1, closed: true, returning: false })
    const later = memory(() => 31 * MINUTE).visit
    expect([later.pages, later.returning, later.closed]).toEqual([0, true, undefined])
  })
  it.each([
    ['#kk-ours', true],
    ['#kk-ours-not', false],
    ['', false],
  ])('is the team’s own by the studio’s link: %s', (hash, ours) => {
    vi.stubGlobal('localStorage', store())
    vi.stubGlobal('location', { hash, href: 'https://averilcycles.example/' + hash })
    expect(memory(() => 0).isOurs).toBe(ours)
  })
  it('takes a private link’s key out of the address, and keeps it for this tab alone', () => {
    const own = store()
    const tab = store()
    const went: string[] = []
    vi.stubGlobal('localStorage', own)
    vi.stubGlobal('sessionStorage', tab)
    vi.stubGlobal('history', { state: 1, replaceState: (...how: string[]) => void went.push(how[2] ?? '') })
    for (const address of ['https://averilcycles.example/hire?x=1', 'https://averilcycles.example/#/hire']) {
      vi.stubGlobal('location', { hash: '', href: address + '#kk~a-B_1' })
      const self = memory(() => 5)
      self.note({ pages: 1 })
      expect([self.trial, went.pop()]).toEqual(['~a-B_1', address])
    }
    vi.stubGlobal('location', { hash: '', href: 'https://averilcycles.example/shop' })
    expect([memory(() => 6).trial, memory(() => 6).visit.pages]).toEqual(['~a-B_1', 1])
    expect(own.getItem('kk.visit')).toBeNull()
    vi.stubGlobal('sessionStorage', store())
    expect(memory(() => 7).trial).toBe('')
  })
  it.each([
    ['none', undefined],
    ['one that refuses', store(true)],
  ])('works with storage: %s', (_, given) => {
    vi.stubGlobal('localStorage', given)
    const self = memory(() => 5)
    self.set('app', 'whatsapp')
    expect([self.works, self.get('app'), memory(() => 6).get('app')]).toEqual([false, 'whatsapp', null])
  })
  it('keeps nothing more once the owner wants nothing remembered', () => {
    const held = store()
    vi.stubGlobal('localStorage', held)
    held.setItem('kk.ours', '1')
    const self = memory(() => 5)
    self.forget()
    self.note({ pages: 2 })
    self.set('app', 'x')
    expect([...(held as unknown as { held: Map<string, string> }).held.keys()]).toEqual(['kk.ours'])
    expect([self.works, self.isOurs]).toEqual([false, true])
  })
  it('wipes all of ours but the mark of the team and a note still to be sent', () => {
    const methods = {
      removeItem(this: Record<string, string>, name: string) {
        delete this[name]
      },
    }
    const held = { 'kk.ours': '1', 'kk.kept': '{}', 'kk.draft': '"x"', 'kk.note': '{}', theirs: 'y' }
    vi.stubGlobal('localStorage', Object.setPrototypeOf(held, methods))
    wipe()
    expect(Object.keys(held)).toEqual(['kk.ours', 'kk.note', 'theirs'])
    vi.stubGlobal('localStorage', undefined)
    expect(wipe).not.toThrow()
  })
  it.each([
    ['lists', Array],
    ['texts', String],
    ['numbers', Number],
  ])('sends %s as they are, whatever an old library gave them', (_, { prototype }) => {
    const odd = prototype as { toJSON?: unknown }
    odd.toJSON = () => 'spoilt'
    const sent = json({ events: [{ id: 'a1', at: 7 }] })
    expect(typeof odd.toJSON).toBe('function')
    delete odd.toJSON
    expect(sent).toBe('{"events":[{"id":"a1","at":7}]}')
  })
  it('keeps an unsent note for its visit', () => {
    vi.stubGlobal('localStorage', store())
    const first = memory(() => 5)
    words(first).keep('Is it blue?')
    first.note()
    expect(words(memory(() => 6)).kept()).toBe('Is it blue?')
    expect(words(memory(() => 6 + 31 * MINUTE)).kept()).toBe('')
    words(first).keep('')
    expect(words(first).kept()).toBe('')
  })
  it('names words alike only if they are', () =>
    expect(new Set(['', 'a', 'b', 'ab', 'ba', 'Need a hand?', 'Need a hand'].map(nameOf)).size).toBe(7))
})

describe('when something comes', () => {
  const DAY = 24 * 60 * MINUTE
  it.each(vectors.may_show)('nudges as the core has it: $name', (given) => {
    const now = 100 * DAY
    const ago = (days: number | undefined): number | undefined =>
      days === undefined ? undefined : now - days * DAY
    const past = {
      shown: ago(given.days_since_shown),
      words: given.shown_with_these_words ? 7 : 8,
      closed: ago(given.days_since_closed),
      closedWords: given.closed_with_these_words ? 7 : 8,
    }
    const visit = { nudged: given.shown_this_visit, closed: given.closed_this_visit }
    expect(mayShow(given.often, 7, visit, past, now)).toBe(given.wanted)
  })
  it.each(vectors.has_arrived)('arrives as the core has it: $name', (given) => {
    vi.useFakeTimers()
    const page = { scrollTop: 0, scrollHeight: given.scrolled === null ? 900 : 2000, clientHeight: 1000 }
    const heard: (() => void)[] = []
    vi.stubGlobal('window', globalThis)
    vi.stubGlobal('document', { scrollingElement: page })
    vi.stubGlobal('addEventListener', (_: string, go: () => void) => heard.push(go))
    vi.stubGlobal('removeEventListener', () => undefined)
    vi.stubGlobal('performance', { now: () => 0 })
    const { seconds, scroll } = given
    let came = false
    arrive({ seconds, scroll, page: given.page }, given.on, 0, () => (came = true))
    page.scrollTop = 10 * (given.scrolled ?? 0)
    for (const go of heard) go()
    vi.advanceTimersByTime(given.after * 1000)
    vi.useRealTimers()
    expect(came).toBe(given.wanted)
  })
  it('a page too short to scroll has been scrolled', () => {
    expect([
      scrolled({ scrollTop: 0, scrollHeight: 500, clientHeight: 800 }),
      scrolled({ scrollTop: 100, scrollHeight: 1000, clientHeight: 800 }),
    ]).toEqual([100, 50])
  })
  it('arrives after its seconds or its scroll, whichever is first, and can be taken back', () => {
    vi.useFakeTimers()
    const page = { scrollTop: 0, scrollHeight: 2000, clientHeight: 1000 }
    const heard: (() => void)[] = []
    vi.stubGlobal('window', globalThis)
    vi.stubGlobal('document', { scrollingElement: page })
    vi.stubGlobal('addEventListener', (_: string, go: () => void) => heard.push(go))
    vi.stubGlobal(
      'removeEventListener',
      (_: string, go: () => void) => void heard.splice(heard.indexOf(go), 1),
    )
    vi.stubGlobal('performance', { now: () => 1000 })
    const came: string[] = []
    arrive(null, 1, 0, () => came.push('at once'))
    arrive({ seconds: 0, scroll: null, page: 2 }, 1, 0, () => came.push('too early a page'))
    arrive({ seconds: 3, scroll: 50, page: 1 }, 1, 0, () => came.push('by scroll'))
    arrive({ seconds: 3, scroll: null, page: 1 }, 1, 0, () => came.push('by time'))
    const back = arrive({ seconds: 3, scroll: 50, page: 1 }, 1, 0, () => came.push('taken back'))
    back()
    expect(came).toEqual(['at once'])
    page.scrollTop = 600
    for (const go of [...heard]) go()
    vi.advanceTimersByTime(1999)
    expect(came).toEqual(['at once', 'by scroll'])
    vi.advanceTimersByTime(1)
    expect(came).toEqual(['at once', 'by scroll', 'by time'])
    expect(heard.length).toBe(0)
    vi.useRealTimers()
  })
})
