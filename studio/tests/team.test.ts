import { describe, expect, it } from 'vitest'
import { addressAt, businessIn, fileAt, leadsElsewhere } from '../src/api/here'
import { mayGo, type Act } from '../src/composables/useFindable'
import { dayName } from '../src/logic/time'

describe('which business a window shows', () => {
  it.each([
    ['/at/averil/rota', 'averil', '/at/averil'],
    ['/at/averil', 'averil', '/at/averil'],
    ['/at/', undefined, undefined],
    ['/at', undefined, undefined],
    ['/attic/averil', undefined, undefined],
    ['/rota/at/averil', undefined, undefined],
    ['/at/../x', undefined, undefined],
  ])('%s', (path, key, head) => {
    const [before, found] = businessIn(path)
    expect([found, before]).toEqual([key, head])
  })
  it('leads out of itself only where a page loads anew', () => {
    expect(addressAt('harbour', '/rota')).toBe('/at/harbour/rota')
    expect(fileAt('/api/people.vcf')).toBe('/api/people.vcf')
    expect(['/at/x/rota', '/sheet/x', '/rota', '/attic'].map(leadsElsewhere)).toEqual([
      true,
      true,
      false,
      false,
    ])
  })
})

describe('what find offers', () => {
  const roles: Record<string, string[]> = {
    maker: ['look', 'doors'],
    answers: ['look', 'guests', 'own_time'],
  }
  it.each<[Act, string[]]>([
    [{ to: 'screen', name: 'guestbook' }, ['answers']],
    [{ to: 'screen', name: 'fitting' }, ['maker']],
    [{ to: 'screen', name: 'team' }, []],
    [{ to: 'screen', name: 'rota' }, ['maker', 'answers']],
    [{ to: 'do', what: 'publish' }, ['maker']],
    [{ to: 'do', what: 'closeToday' }, []],
    [{ to: 'pause', door: 'x', on: true }, ['maker']],
    [{ to: 'address', href: '/api/sites/x/setup.json' }, ['maker']],
  ])('%o', (act, may) => {
    const found = Object.keys(roles).filter((role) => mayGo(act, (power) => !!roles[role]?.includes(power)))
    expect(found).toEqual(may)
  })
})

describe('a day that is named', () => {
  const now = new Date('2026-11-28T12:00:00')
  it.each([
    ['2026-11-28T18:00:00', 'today'],
    ['2026-12-03T10:00:00', 'Thursday'],
    ['2026-12-05T12:00:00', '5 December'],
    ['2026-11-20T12:00:00', '20 November'],
  ])('%s', (at, says) => expect(dayName(new Date(at), now)).toBe(says))
})
