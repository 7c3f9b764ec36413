import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { memory } from '../src/memory'
import { ofVisit } from '../src/visit-mark'

const store = (): Storage => {
  const held = new Map<string, string>()
  return {
    getItem: (name: string) => held.get(name) ?? null,
    removeItem: (name: string) => void held.delete(name),
    setItem: (name: string, value: string) => void held.set(name, value),
  } as unknown as Storage
}
beforeEach(() => {
  vi.stubGlobal('location', { hash: '', href: 'https://averilcycles.example/' })
  vi.stubGlobal('sessionStorage', store())
  vi.stubGlobal('localStorage', store())
})
afterEach(() => vi.unstubAllGlobals())
const MINUTE = 60e3

describe('what goes with a question', () => {
  it('is the same mark on every page of a visit, and another on the next', () => {
    const first = ofVisit(
      memory(() => 0),
      'gift vouchers',
    ) as Record<string, string>
    expect(first.words).toBe('gift vouchers')
    expect(first.visit).toMatch(/^[0-9a-f]{16}$/)
    const again = memory(() => 20 * MINUTE)
    expect(ofVisit(again)).toEqual({ words: '', visit: first.visit })
    const later = ofVisit(memory(() => 90 * MINUTE)) as Record<string, string>
    expect(later.visit).not.toBe(first.visit)
  })
  it('is made only when something is asked', () => {
    const mine = memory(() => 0)
    mine.note({ pages: 3 })
    expect(mine.visit.mark).toBeUndefined()
  })
})
