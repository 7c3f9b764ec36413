import { describe, expect, it } from 'vitest'
import { added, brief, clock, minute, moved, pairsOf, spansOf, type Span } from '../src/logic/draw'
import { nudged, placed, PLANS, type Where } from '../src/logic/placing'

/** The same numbers every time: a linear congruential generator (ISO C's example). */
const dice = (seed: number) => {
  let state = seed
  return (below: number): number => {
    state = (state * 1103515245 + 12345) % 2147483648
    return Math.floor(state / 65536) % below
  }
}

describe('hours drawn', () => {
  it.each([
    ['00:00', 0],
    ['09:05', 545],
    ['24:00', 1440],
  ])('%s is minute %i, and back', (text, at) => expect([minute(text), clock(at)]).toEqual([at, text]))
  it.each([
    [540, '9'],
    [1050, '17:30'],
    [1440, '24'],
    [1500, '1'],
    [5, '0:05'],
  ])('%i is said %s', (at, words) => expect(brief(at)).toBe(words))
  it('runs past midnight and comes back as typed', () => {
    const typed: [string, string][] = [
      ['09:00', '12:30'],
      ['22:00', '02:00'],
      ['00:00', '24:00'],
    ]
    expect(spansOf(typed)).toEqual([
      [540, 750],
      [1320, 1560],
      [0, 1440],
    ])
    expect(pairsOf(spansOf(typed))).toEqual(typed)
    expect(spansOf(undefined)).toEqual([])
  })
  it.each<[string, Span[], number, 0 | 1, number, number, Span[]]>([
    ['snaps to the quarter', [[540, 1050]], 0, 1, 17, 15, [[540, 1065]]],
    ['exact to five minutes', [[540, 1050]], 0, 0, 5, 5, [[545, 1050]]],
    ['stays a step long', [[540, 600]], 0, 0, 300, 15, [[585, 600]]],
    [
      'not into the next span',
      [
        [540, 720],
        [780, 1050],
      ],
      0,
      1,
      300,
      15,
      [
        [540, 780],
        [780, 1050],
      ],
    ],
    ['not before the day', [[60, 600]], 0, 0, -300, 15, [[0, 600]]],
    ['not past the next noon', [[1320, 1560]], 0, 1, 3000, 15, [[1320, 2160]]],
    ['begins on its own day', [[1320, 1560]], 0, 0, 200, 15, [[1425, 1560]]],
    ['one that is gone', [[540, 600]], 4, 1, 30, 15, [[540, 600]]],
  ])('an end moved: %s', (_, spans, at, end, by, step, wanted) =>
    expect(moved(spans, at, end, by, step)).toEqual(wanted),
  )
  it('keeps spans in order, apart and long enough, whatever is drawn', () => {
    const roll = dice(7)
    let spans: Span[] = []
    for (let turn = 0; turn < 4000; turn++) {
      if (spans.length > 4) spans.splice(roll(spans.length), 1)
      const before = spans.length
      spans = roll(3)
        ? moved(spans, roll(Math.max(spans.length, 1)), roll(2) as 0 | 1, roll(900) - 450, roll(2) ? 15 : 5)
        : added(spans, roll(1440))
      expect(spans.length).toBeGreaterThanOrEqual(before)
      spans.forEach(([from, to], i) =>
        expect(
          [from >= (spans[i - 1]?.[1] ?? 0), to - from >= 5, from % 5, to % 5, to <= 2160],
          `turn ${turn}: ${JSON.stringify(spans)}`,
        ).toEqual([true, true, 0, 0, true]),
      )
      expect(spansOf(pairsOf(spans)).map(([from, to]) => [from, to])).toEqual(spans)
    }
  })
})

describe('the button put on the small screens', () => {
  const where = (more: Partial<Where> = {}): Where => ({
    corner: 'right',
    side_px: 24,
    foot_px: 24,
    size_px: 56,
    shape: 'arch',
    height: 'foot',
    wide: true,
    ...more,
  })
  it.each<[string, 'computer' | 'phone', Partial<Where>, number, number, object]>([
    ['left and up', 'computer', {}, -10, -6, { corner: 'right', side_px: 34, foot_px: 30 }],
    ['from the left', 'computer', { corner: 'left' }, -10, 0, { corner: 'left', side_px: 14, foot_px: 24 }],
    ['no lower than the foot', 'phone', {}, 0, 90, { corner: 'right', side_px: 24, foot_px: 0 }],
    ['no farther than 400', 'phone', {}, -900, 0, { corner: 'left', foot_px: 24 }],
    ['past the middle it rises', 'computer', {}, 0, -200, { corner: 'right', height: 'top', foot_px: 80 }],
    ['and comes down again', 'computer', { height: 'top' }, 0, 200, { height: 'foot', foot_px: 80 }],
    ['an upper one goes down', 'phone', { height: 'top' }, 0, 6, { height: 'top', foot_px: 30 }],
    [
      'past the middle it changes its corner',
      'phone',
      { wide: false },
      -200,
      0,
      { corner: 'left', side_px: 110, foot_px: 24 },
    ],
    ['a bar stays', 'phone', { shape: 'bar' }, -300, -40, { corner: 'right', side_px: 324, foot_px: 24 }],
    [
      'at the middle of the side only sideways',
      'computer',
      { height: 'middle' },
      -10,
      -40,
      { corner: 'right', side_px: 34, foot_px: 24 },
    ],
  ])('%s', (_, device, more, right, down, wanted) =>
    expect(nudged(device, where(more), right, down)).toMatchObject(wanted),
  )
  it('never leaves the window, and a way there and back ends where it began', () => {
    const roll = dice(11)
    for (let turn = 0; turn < 3000; turn++) {
      const device = roll(2) ? 'computer' : 'phone'
      const start = where({
        corner: roll(2) ? 'left' : 'right',
        side_px: roll(60),
        foot_px: 40 + roll(80),
        height: ['foot', 'top'][roll(2)]!,
        size_px: 44 + roll(53),
        shape: ['arch', 'round', 'square'][roll(3)]!,
        wide: device === 'computer' && roll(2) === 1,
      })
      const [right, down] = [roll(700) - 350, roll(80) - 40]
      const there = { ...start, ...nudged(device, start, right, down) }
      expect(
        [
          there.side_px >= 0,
          there.side_px <= 400,
          there.side_px + there.size_px <= PLANS[device].width,
          there.foot_px >= 0,
        ],
        JSON.stringify({ start, there }),
      ).toEqual([true, true, true, true])
      if (
        there.corner === start.corner &&
        there.height === start.height &&
        there.side_px > 0 &&
        there.side_px < 400
      )
        expect(nudged(device, there, -right, -down)).toEqual({
          corner: start.corner,
          height: start.height,
          side_px: start.side_px,
          foot_px: start.foot_px,
        })
    }
  })
  it('is drawn to scale, its numbers beside it', () => {
    const { style, footNote } = placed('computer', where())
    const scale = PLANS.computer.drawn / PLANS.computer.width
    expect(
      [style.right, style.bottom, style.height].map((item) => Math.round(Number.parseFloat(item!) / scale)),
    ).toEqual([24, 24, 56])
    expect(Number.parseFloat(footNote.right!)).toBeGreaterThan(
      Number.parseFloat(style.right!) + Number.parseFloat(style.width!),
    )
    expect(placed('phone', where({ shape: 'bar' })).style).toMatchObject({
      right: '0px',
      width: '66px',
      bottom: '0',
    })
    expect(placed('phone', where({ height: 'top' }))).toMatchObject({
      style: { top: `${(24 * 66) / 390}px` },
      footNote: { top: '2px' },
    })
    expect(placed('phone', where({ shape: 'tab', height: 'middle' })).style).toMatchObject({
      right: '0px',
      top: '50%',
      height: `${(112 * 66) / 390}px`,
    })
  })
})
