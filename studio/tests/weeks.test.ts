import { describe, expect, it } from 'vitest'
import { asked, isDay, mondayOf, stepped, type Span } from '../src/logic/weeks'

describe('weeks', () => {
  it.each<[string, Span, string, number]>([
    ['2026-11-25', 'week', '2026-11-23', 7],
    ['2026-11-29', 'fortnight', '2026-11-23', 14],
    ['2026-12-01', 'month', '2026-11-30', 35],
    ['2027-02-10', 'month', '2027-02-01', 28],
    ['2026-08-31', 'month', '2026-07-27', 42],
    ['2024-02-29', 'month', '2024-01-29', 35],
  ])('asks for whole weeks: %s, %s', (day, span, first, days) => {
    expect(asked(day, span)).toEqual({ first, days })
  })
  it.each<[string, Span, number, string]>([
    ['2026-11-25', 'week', 1, '2026-11-30'],
    ['2026-01-01', 'week', -1, '2025-12-22'],
    ['2026-12-31', 'month', 1, '2027-01-01'],
    ['2026-03-31', 'month', -1, '2026-02-01'],
    ['2026-11-29', 'fortnight', 1, '2026-11-30'],
  ])('steps: %s, %s, %i', (day, span, by, to) => {
    expect(stepped(day, span, by)).toBe(to)
  })
  it('knows a day from what is none', () => {
    expect([
      isDay('2026-11-25'),
      isDay('2026-13-45'),
      isDay('soon'),
      isDay(undefined),
      mondayOf('2026-11-23'),
    ]).toEqual([true, false, false, false, '2026-11-23'])
  })
})
