import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { arrive, scrolled } from '../src/arrive'
import { memory, nameOf } from '../src/memory'
import { mayShow } from '../src/nudge'

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
beforeEach(() => void vi.stubGlobal('location', { hash: '' }))
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
    vi.stubGlobal('location', { hash })
    expect(memory(() => 0).isOurs).toBe(ours)
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
  it('forgets all but the mark of the team when the owner wants nothing remembered', () => {
    const held = store()
    vi.stubGlobal('localStorage', held)
    held.setItem('kk.ours', '1')
    const self = memory(() => 5)
    self.note({ pages: 2 })
    self.set('kept', { x: 1 })
    self.forget()
    self.set('app', 'x')
    expect([...(held as unknown as { held: Map<string, string> }).held.keys()]).toEqual(['kk.ours'])
    expect([self.works, self.isOurs]).toEqual([false, true])
  })
  it('names words alike only if they are', () =>
    expect(new Set(['', 'a', 'b', 'ab', 'ba', 'Need a hand?', 'Need a hand'].map(nameOf)).size).toBe(7))
})

describe('when something comes', () => {
  const DAY = 24 * 60 * MINUTE
  it.each([
    ['every page, seen before', 'every_page', { nudged: true }, { shown: 0, words: 7 }, true],
    ['closed this visit', 'every_page', { closed: true }, {}, false],
    ['closed 29 days ago, same words', 'every_page', {}, { closed: 71 * DAY, closedWords: 7 }, false],
    ['closed, other words', 'every_page', {}, { closed: 71 * DAY, closedWords: 8 }, true],
    ['closed 31 days ago', 'every_page', {}, { closed: 69 * DAY, closedWords: 7 }, true],
    ['once a visit', 'once_a_visit', { nudged: true }, {}, false],
    ['once a day, hours ago', 'once_a_day', {}, { shown: 99.5 * DAY }, false],
    ['once a day, yesterday', 'once_a_day', {}, { shown: 99 * DAY }, true],
    ['once, same words', 'once', {}, { words: 7 }, false],
    ['once, new words', 'once', {}, { words: 8 }, true],
  ])('nudges as the core has it: %s', (_, often, visit, past, wanted) =>
    expect(mayShow(often, 7, visit, past, 100 * DAY)).toBe(wanted),
  )
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
