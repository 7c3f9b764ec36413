/** Days of Footfall: what a choice means over month's ends, long periods by the week, hours shown. */
import { describe, expect, it } from 'vitest'
import type { Schemas } from '../src/api/client'
import {
  barAt,
  barsOf,
  crowdShape,
  darkness,
  daysOf,
  hourByKey,
  hoursShown,
  outside,
  placed,
  PRESETS,
} from '../src/logic/footfall'
import { plus } from '../src/logic/weeks'

type Day = Schemas['FootfallDayOut']
const days = (first: string, count: number, knocked = 1): Day[] =>
  [...Array(count).keys()].map((at) => ({
    day: plus(first, at),
    seen: 10,
    opened: 2,
    knocked,
    missed: 0,
    before: at % 2 ? 3 : null,
  }))
const week = (knocks: Record<string, number>): Schemas['SlotOut'][][] =>
  [...Array(7).keys()].map((weekday) =>
    [...Array(24).keys()].map((hour) => ({
      knocked: knocks[`${weekday} ${hour}`] ?? 0,
      missed: 0,
      seen: 0,
      is_nobody_in: false,
      says: '',
    })),
  )

describe('a choice of days', () => {
  it.each([
    ['today', '2026-03-01', '2026-03-01'],
    ['yesterday', '2026-02-28', '2026-02-28'],
    ['week', '2026-02-23', '2026-03-01'],
    ['weeks', '2026-02-02', '2026-03-01'],
    ['month', '2026-03-01', '2026-03-01'],
    ['lastMonth', '2026-02-01', '2026-02-28'],
    ['quarter', '2025-12-01', '2026-03-01'],
    ['half', '2025-09-01', '2026-03-01'],
  ] as const)('%s on the first of March', (preset, first, last) => {
    expect(daysOf(preset, '2026-03-01')).toEqual({ first, last })
  })
  it('never ends before it begins', () => {
    for (const preset of PRESETS)
      for (const today of ['2024-02-29', '2026-01-01', '2026-12-31']) {
        const found = daysOf(preset, today)
        expect(found.first <= found.last && found.last <= today).toBe(true)
      }
  })
})

describe('bars', () => {
  it('are days of a short period and weeks of a long one, with nothing lost', () => {
    const short = barsOf(days('2026-11-01', 28))
    expect([short.isWeekly, short.bars.length]).toEqual([false, 28])
    const long = barsOf(days('2026-06-03', 180, 2))
    expect(long.isWeekly).toBe(true)
    expect(long.bars.reduce((sum, bar) => sum + bar.knocked, 0)).toBe(360)
    expect(long.bars[0]).toMatchObject({ first: '2026-06-03', last: '2026-06-07', before: 6 })
    expect(long.bars[1]).toMatchObject({ first: '2026-06-08', last: '2026-06-14' })
    expect(barAt(long.bars, '2026-06-10', '2026-06-20')).toBe(1)
    expect(barAt(long.bars, '2020-01-01', '2020-01-02')).toBe(-1)
  })
})

describe('hours of the week', () => {
  it('show seven to twenty, wider where some of a hundred knock', () => {
    expect(hoursShown(week({}))).toEqual([...Array(13).keys()].map((at) => at + 7))
    const busy = week({ '0 10': 90, '5 22': 9, '2 3': 1 })
    const shown = hoursShown(busy)
    expect([shown[0], shown.at(-1)]).toEqual([7, 22])
    expect(outside(busy, shown)).toBe(1)
  })
  it('are the darker the more knock, and never dark for one alone', () => {
    expect([0, 1, 3, 5].map((count) => darkness(count, 5))).toEqual([0, 1, 3, 5])
    expect(darkness(1, 1)).toBe(1)
    expect(darkness(1, 500)).toBe(1)
  })
})

describe('the grid by keyboard', () => {
  const places = ['0-9', '0-11', '2-9', '5-11']
  it.each([
    ['ArrowRight', '0-9', '0-11'],
    ['ArrowRight', '5-11', undefined],
    ['ArrowLeft', '0-9', undefined],
    ['ArrowLeft', '2-9', '0-11'],
    ['ArrowDown', '0-11', '5-11'],
    ['ArrowDown', '2-9', undefined],
    ['ArrowUp', '5-11', '0-11'],
    ['End', '0-9', '5-11'],
    ['Home', '5-11', '0-9'],
    ['a', '0-9', undefined],
  ])('%s at %s', (key, at, to) => {
    expect(hourByKey(key, at, places, false)).toBe(to)
  })
  it('turns round from right to left', () => {
    expect(hourByKey('ArrowLeft', '0-9', places, true)).toBe('0-11')
  })
})

describe('pictures to take away', () => {
  it('places every mark once, none on another', () => {
    const found = placed(45, 8, 15.6)
    expect(new Set(found.map(({ x, y }) => `${x} ${y}`)).size).toBe(45)
  })
  it('gives a door that was knocked at more often more marks abreast', () => {
    const rows = [3, 12, 60].map(
      (knocked) => crowdShape({ each: 1, walked_on: 9, left: 2, knocked }).doorRows,
    )
    expect(rows).toEqual([1, 4, 9])
  })
})
