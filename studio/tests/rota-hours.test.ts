import { describe, expect, it } from 'vitest'
import type { Schemas } from '../src/api/client'
import { filtered, hoursShown, placeOf, withinHours } from '../src/logic/rota-hours'

const H = 3600
const day = { since: 0, until: 24 * H }
type Row = Schemas['RotaRowOut']
const row = (bars: [number, number][], more: Partial<Row> = {}): Row =>
  ({
    kind: 'person',
    name: 'Ines Calder',
    role: 'Workshop',
    doors: ['Front door'],
    cells: [{ bars: bars.map(([since, until]) => ({ since: since * H, until: until * H })) }],
    ...more,
  }) as Row
const rota = (...bars: [number, number][]) =>
  ({ rows: [row(bars)], days: [day] }) as unknown as Schemas['RotaOut']

describe('the hours of a rota', () => {
  it.each([
    [[], { from: 7, to: 20 }],
    [[[9, 17.5]], { from: 7, to: 20 }],
    [[[6.25, 12]], { from: 6, to: 20 }],
    [[[18, 24]], { from: 7, to: 24 }],
    [[[0, 24]], { from: 0, to: 24 }],
  ] as [[number, number][], object][])('hold every span: %j', (bars, wanted) => {
    expect(hoursShown(rota(...bars))).toEqual(wanted)
  })
  it('places a moment, on days of 23 and 25 hours too', () => {
    expect(placeOf(day, 13.5 * H, { from: 7, to: 20 })).toBe(50)
    expect(placeOf({ since: 0, until: 25 * H }, 25 * H, { from: 0, to: 24 })).toBe(100)
    expect(placeOf(day, 2 * H, { from: 7, to: 20 })).toBe(0)
  })
  it('loses no knock that lies outside them', () => {
    const knocks = Array.from({ length: 24 }, (_, hour) => ({
      knocks: hour,
      missed: 1,
      is_covered: hour > 3,
    })) as Schemas['RotaOut']['knocks'][number]
    const all = withinHours(knocks, { from: 7, to: 20 })
    expect(all.reduce((sum, item) => sum + item.knocks + item.missed, 0)).toBe(276 + 24)
    expect([all.length, all[0]]).toEqual([15, { knocks: 21, missed: 7, is_covered: false, from: 0, to: 7 }])
    expect(all.at(-1)).toMatchObject({ knocks: 86, is_covered: true, from: 20, to: 24 })
  })
  it.each([
    ['', 3],
    ['ines', 2],
    ['DOOR work', 2],
    ['hire', 2],
    ['nobody', 1],
  ])('finds by name, what they do and door: %s', (typed, count) => {
    const rows = [
      row([], { kind: 'shop', name: 'Shop hours' }),
      row([]),
      row([], { name: 'Tomasz', role: 'Hire desk', doors: [] }),
    ]
    expect(filtered(rows, typed)).toHaveLength(count)
  })
})
