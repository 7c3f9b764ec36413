/**
 * What differs between two answers of the button, as the parts a visitor would see: for the stage to ring.
 */

export interface Ring {
  parts: string[]
  ways: string[]
}
type Bag = Record<string, unknown>

const bag = (value: unknown): Bag => (typeof value === 'object' && value ? (value as Bag) : {})
const list = (value: unknown): Bag[] => (Array.isArray(value) ? value.map(bag) : [])
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
const PARTS: Record<string, readonly string[]> = {
  button: ['label', 'looks'],
  heading: ['heading', 'help'],
  note: ['note'],
  to: ['to'],
  nudge: ['nudge'],
  plates: ['plates'],
}

/**
 * The parts of `now` that are not as in `was`, and the names of ways that are new there. Two of different
 * doors differ in the button.
 */
export function ringed(was: unknown, now: unknown): Ring {
  const [a, b] = [bag(bag(was).door), bag(bag(now).door)]
  if (bag(was).show !== bag(now).show || a.key !== b.key) return { parts: ['button'], ways: [] }
  const parts = Object.entries(PARTS)
    .filter(([, names]) => names.some((name) => !same(a[name], b[name])))
    .map(([part]) => part)
  const known = new Set(list(a.by).map((item) => String(item.name)))
  return {
    parts,
    ways: list(b.by)
      .map((item) => String(item.name))
      .filter((name) => !known.has(name)),
  }
}
