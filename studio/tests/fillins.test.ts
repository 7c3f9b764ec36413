/** Texts with fill-ins: taken apart and put together they stay the same, and no chip is ever broken. */
import { describe, expect, it } from 'vitest'
import { documentOf, newFill, placeOf, textOfDocument, typedFillIns } from '../src/logic/fill-schema'
import { hasFillIn, piecesOf, textOf } from '../src/logic/fillins'

const CASES: [string, number][] = [
  ['', 0],
  ['Is the {product} at {price}?', 2],
  ['{product|this bike} {{curly}} {price}', 2],
  ['{product} {product|', 1],
  ['{{product}}', 0],
  ['{{{product}', 1],
  ['a } b }} c', 0],
  ['{ first name }', 1],
  ['{}', 1],
  ['one\n{two}\n\nthree', 1],
]
/** A small generator of numbers, the same on every run. */
function numbers(seed: number): () => number {
  let at = seed
  return () => (at = (at * 1103515245 + 12345) % 2147483648) / 2147483648
}
const LETTERS = ['a', ' ', '{', '}', '|', '\n', '{product}', '{price|x}', 'é', '🚲']

describe('fill-ins', () => {
  it.each(CASES)('%j has %i', (text, count) => {
    expect(piecesOf(text).filter((piece) => typeof piece !== 'string')).toHaveLength(count)
    expect(hasFillIn(text)).toBe(count > 0)
    expect(textOfDocument(documentOf(text, false))).toBe(text.replace(/\{ first name \}/, '{first name}'))
  })

  it('keeps every text through the editor, whatever stands in it', () => {
    const next = numbers(7)
    for (let round = 0; round < 2000; round++) {
      const text = Array.from(
        { length: 1 + next() * 12 },
        () => LETTERS[Math.floor(next() * LETTERS.length)],
      ).join('')
      const kept = textOfDocument(documentOf(text, false))
      // A fill-in's own blanks are trimmed; nothing else changes, and a second time nothing at all.
      expect(kept.replaceAll(' ', '')).toBe(text.replaceAll(' ', ''))
      expect(textOfDocument(documentOf(kept, false))).toBe(kept)
      expect(textOf(piecesOf(kept)).replace(/\s/g, '')).toBe(kept.replace(/\s/g, ''))
    }
  })

  it('finds typed braces, also beside chips, and never a double one', () => {
    const doc = documentOf('{product}', true)
    const typed = doc.copy(
      doc.content.replaceChild(
        0,
        doc.child(0).copy(doc.child(0).content.append(documentOf('x', true).child(0).content)),
      ),
    )
    expect(typedFillIns(typed)).toEqual([])
    const line = doc.type.schema.nodes.line
    const raw = (text: string) =>
      doc.type.create(null, [
        line!.create(null, [newFill({ name: 'a', instead: null }), doc.type.schema.text(text)]),
      ])
    expect(
      typedFillIns(raw(' {price|free} {{no}} {x}')).map(({ from, to, fill }) => [from, to, fill.name]),
    ).toEqual([
      [23, 26, 'x'],
      [3, 15, 'price'],
    ])
  })

  it('puts the caret where it stood in the text', () => {
    const doc = documentOf('ab {product} cd\n{price}e', false)
    for (const [caret, place] of [
      [0, 1],
      [2, 3],
      [12, 5],
      [15, 8],
      [16, 10],
      [23, 11],
      [24, 12],
      [99, 12],
    ])
      expect(placeOf(doc, caret!), String(caret)).toBe(place)
  })
})
