/** Answers and signposts as they are written: documents there and back, choices moved, the outline. */
import { describe, expect, it } from 'vitest'
import vectors from '../../kindknock/core/tests/vectors/outline.json'
import { lines } from '../src/logic/outline'
import {
  addArm,
  changeArm,
  dropBehind,
  indent,
  leadTo,
  moveArm,
  newArm,
  outdent,
  readWish,
  removeArm,
  type Step,
} from '../src/logic/signposts'
import { blocksOf, documentOf, isSame, linkFrom, wordsIn, type Block, type Node } from '../src/logic/writing'

const run = (text: string, more: object = {}) => ({ text, bold: false, italic: false, link: '', ...more })
const block = (more: Partial<Block>): Block => ({
  kind: 'text',
  runs: [],
  items: [],
  picture: '',
  says: '',
  width: 0,
  height: 0,
  ...more,
})

describe('a document', () => {
  it.each([
    [block({ runs: [run('Ten days', { bold: true }), run(' and\nmore')] })],
    [block({ kind: 'head', runs: [run('How many')] })],
    [block({ kind: 'bullets', items: [[run('one')], [run('two', { italic: true, link: '/workshop' })]] })],
    [block({ kind: 'numbers', items: [[run('one')]] })],
    [block({ kind: 'picture', picture: '/k/p/abc', says: 'A wheel', width: 640, height: 360 })],
  ])('comes back as it was: %j', (each) => {
    expect(blocksOf(documentOf([each]))).toEqual([each])
  })
  it('keeps the words of lists within lists, and leaves out what is empty', () => {
    const item = (text: string, inner: Node[] = []): Node => ({
      type: 'listItem',
      content: [{ type: 'paragraph', content: [{ type: 'text', text }] }, ...inner],
    })
    const doc = {
      type: 'doc',
      content: [
        { type: 'paragraph' },
        { type: 'bulletList', content: [item('a', [{ type: 'orderedList', content: [item('b')] }])] },
      ],
    }
    expect(blocksOf(doc).map((each) => each.items?.map((runs) => runs.map((part) => part.text)))).toEqual([
      [['a'], ['b']],
    ])
  })
  it('is the same whatever is written out', () => {
    expect(isSame([], [])).toBe(true)
    expect(isSame([{ kind: 'text', runs: [run('a')] } as Block], [block({ runs: [run('a')] })])).toBe(true)
    expect(isSame([block({ runs: [run('a')] })], [block({ runs: [run('b')] })])).toBe(false)
  })
  it.each([
    [[run('hello ')], [run('hello')], true],
    [[run('hello'), run(' ', { bold: true })], [run('hello')], true],
    [[run(' '), run('\nhello')], [run('hello')], true],
    [[run('hello  you')], [run('hello you')], false],
    [[run('hello '), run('you', { bold: true })], [run('hello'), run('you', { bold: true })], false],
  ])('%j as stored is %j: %s', (typed, stored, same) => {
    expect(isSame([block({ runs: typed })], [block({ runs: stored })])).toBe(same)
    expect(
      isSame([block({ kind: 'bullets', items: [typed] })], [block({ kind: 'bullets', items: [stored] })]),
    ).toBe(same)
    expect(wordsIn([block({ runs: [run('Ten days, it’s so')] }), block({ items: [[run('دراجة')]] })])).toBe(5)
  })
  it.each([
    ['/workshop', '/workshop'],
    ['averilcycles.example/a', 'https://averilcycles.example/a'],
    ['a@averilcycles.example', 'mailto:a@averilcycles.example'],
    ['https://averilcycles.example', 'https://averilcycles.example'],
    ['//evil.example', ''],
    ['javascript:alert(1)', ''],
    ['http://averilcycles.example', ''],
    ['a b', ''],
  ])('takes %s as a link: %s', (typed, kept) => {
    expect(linkFrom(typed)).toBe(kept)
  })
})

const arm = (key: string, leads = '', to = '') =>
  ({ ...newArm(), key, leads, to }) as Step['arms'] extends (infer Each)[] | undefined ? Each : never
const step = (key: string, ...arms: ReturnType<typeof arm>[]): Step => ({ key, heading: {}, says: {}, arms })
const drawn = (steps: Step[]) =>
  lines(steps).map((line) => `${line.deep}${line.arm.key}${line.again ? '!' : ''}`)

describe('signposts', () => {
  const steps = [step('s', arm('a', 'step', 't'), arm('b'), arm('c', 'words')), step('t', arm('d'), arm('e'))]
  it('are drawn as an outline, as the core draws them', () => {
    for (const { steps: some, lines: wanted } of vectors)
      expect(drawn(some as unknown as Step[])).toEqual(wanted)
  })
  it('go one deeper and one higher again', () => {
    const deeper = indent(steps, { step: 's', arm: 'b' })
    expect(deeper && drawn(deeper.steps)).toEqual(['1a', '2d', '2e', '2b', '1c'])
    const higher = deeper && outdent(deeper.steps, deeper.place)
    expect(higher && drawn(higher.steps)).toEqual(['1a', '2d', '2e', '1b', '1c'])
    expect(indent(steps, { step: 's', arm: 'a' })).toBeNull()
    expect(outdent(steps, { step: 's', arm: 'a' })).toBeNull()
    const under = indent(moveArm(steps, { step: 's', arm: 'b' }, 1) ?? [], { step: 's', arm: 'b' })
    expect(under).toBeNull()
  })
  it('open more choices under a choice, and let them go with it', () => {
    const opened = leadTo(steps, { step: 's', arm: 'b' }, 'step')
    expect(opened).toHaveLength(3)
    expect(leadTo(opened, { step: 's', arm: 'b' }, 'words')).toHaveLength(2)
    expect(drawn(removeArm(steps, { step: 's', arm: 'a' }))).toEqual(['1b', '1c'])
    expect(removeArm(steps, { step: 's', arm: 'a' })).toHaveLength(1)
  })
  it('move among their own and stand behind another', () => {
    expect(drawn(moveArm(steps, { step: 't', arm: 'e' }, -1) ?? [])).toEqual(['1a', '2e', '2d', '1b', '1c'])
    expect(moveArm(steps, { step: 't', arm: 'e' }, 1)).toBeNull()
    expect(drawn(addArm(steps, 's', arm('x'), 'a'))).toEqual(['1a', '2d', '2e', '1x', '1b', '1c'])
    expect(changeArm(steps, { step: 't', arm: 'd' }, { to: 'y' })[1]?.arms?.[0]?.to).toBe('y')
  })
  it('are let down behind another, among those it opens, or first of all', () => {
    const at = (step: string, key: string, opens = false) => ({ place: { step, arm: key }, opens })
    const put = (from: [string, string], behind: ReturnType<typeof at> | null) => {
      const next = dropBehind(steps, { step: from[0], arm: from[1] }, behind)
      return next && drawn(next.steps)
    }
    expect(put(['s', 'c'], null)).toEqual(['1c', '1a', '2d', '2e', '1b'])
    expect(put(['s', 'c'], at('s', 'a', true))).toEqual(['1a', '2c', '2d', '2e', '1b'])
    expect(put(['t', 'd'], at('s', 'b'))).toEqual(['1a', '2e', '1b', '1d', '1c'])
    expect(put(['s', 'b'], at('t', 'e'))).toEqual(['1a', '2d', '2e', '2b', '1c'])
    expect(put(['s', 'a'], at('t', 'd'))).toBeNull()
    const full = [step('s', arm('x'), ...'abcde'.split('').map((key) => arm(key)))]
    expect(dropBehind([...full, step('t', arm('y'))], { step: 't', arm: 'y' }, at('s', 'a'))).toBeNull()
  })
  it('ask to be read by a key or by words', () => {
    expect(readWish({ key: 'a', typed: 7 })).toEqual({ key: 'a' })
    expect(readWish({ typed: '' })).toEqual({ typed: '' })
  })
})
