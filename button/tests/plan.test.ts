import { describe, expect, it } from 'vitest'
import { nudgeIn, offerIn, opensIn, platesIn } from '../src/offer'
import { answerIn } from '../src/plan'

const way = {
  key: 'wa',
  app: 'whatsapp',
  name: 'WhatsApp',
  bare: 'https://wa.me/441174960123',
  text: null,
  limit: 2000,
  copy: '',
  mark: 'WA',
}
const door = {
  key: 'front',
  label: 'Knock',
  words: { leave: 'Leave a note', close: 3 },
  looks: { corner: 'right', size: 52, side: 24, foot: 20, css: ':host{--brand:#5e1f38!important}' },
  by: [way],
  added: [{ kind: 'page', text: 'x' }],
}
const answer = {
  v: 1,
  show: true,
  count: true,
  tag: '7.1.ab',
  until: '2026-12-22T17:30:00Z',
  holds: 'visit',
  door,
}
const plan = (more: object = {}) => answerIn({ ...answer, door: { ...door, ...more } })?.plan ?? null

describe('an answer', () => {
  it('is read field by field, what is not known is passed over', () => {
    const raw = answerIn({ ...answer, more: 1 })
    expect([
      raw?.plan?.label,
      raw?.plan?.dir,
      raw?.plan?.looks.size,
      raw?.until,
      raw?.everywhere,
      raw?.tag,
    ]).toEqual(['Knock', 'ltr', 52, Date.UTC(2026, 11, 22, 17, 30), true, '7.1.ab'])
    expect(answerIn({ v: 1, show: false, ask: 'zone' })).toMatchObject({
      plan: null,
      asksZone: true,
      until: Infinity,
    })
    expect(answerIn({ v: 1, show: false, missed: true, door: 'front' })?.missed).toBe('front')
  })
  it.each([
    ['nothing', null],
    ['rubbish', 'rubbish'],
    ['a newer version', { ...answer, v: 2 }],
  ])('is none for %s', (_, raw) => expect(answerIn(raw)).toBeNull())
  it.each([
    ['hidden', { v: 1, show: false }],
    ['no way to go', { ...answer, door: { ...door, by: [] } }],
    ['no looks', { ...answer, door: { ...door, looks: {} } }],
    ['looks that are no text', { ...answer, door: { ...door, looks: { ...door.looks, css: 7 } } }],
  ])('shows nothing for %s', (_, raw) => expect(answerIn(raw)?.plan).toBeNull())
  it('sizes out of reason become ours, and nobody in asks for a note', () => {
    expect(plan({ looks: { ...door.looks, size: 4000, side: -3, corner: 'up' } })?.looks).toMatchObject({
      size: 52,
      side: 24,
      corner: 'right',
    })
    expect(plan({ nobody: true, leave: true, by: [] })).toMatchObject({ isAway: true, label: 'Leave a note' })
    expect(plan({ press: 'straight' })?.straight).toBe('https://wa.me/441174960123')
    expect(plan({ press: 'straight', by: [{ ...way, bare: 'javascript:alert(1)' }] })?.straight).toBeNull()
  })
})

describe('an offer', () => {
  const offer = (more: object = {}) => offerIn(plan(more)!)
  it('keeps ways that lead somewhere safe, or only with a person', () => {
    const by = [
      way,
      { ...way, key: 'js', bare: 'javascript:alert(1)' },
      { ...way, key: 'id', bare: null },
      { key: 'own', name: 'Telegram', app: 'telegram', own: false },
      { key: '', name: 'x' },
    ]
    expect(offer({ by }).by.map((item) => item.key)).toEqual(['wa', 'id', 'own'])
  })
  it('keeps a number off the card where a link leads to it, and only there', () => {
    const copied = (more: object) => {
      const read = plan({ unnumbered: true, by: [{ ...way, copy: '+44 117 496 0123', ...more }] })
      return read && offerIn(read).by[0]?.copy
    }
    expect([copied({}), copied({ bare: null })]).toEqual(['', '+44 117 496 0123'])
  })
  it('reads people with their own addresses, and words as words', () => {
    const to = [
      {
        key: 'ines',
        name: 'Ines',
        in: true,
        when: 'in until 17:30',
        by: { telegram: { bare: 'https://t.me/ines_calder', limit: 1e9 } },
        picture: 'data:x',
      },
      { name: 'nobody' },
    ]
    const [ines] = offer({ to }).to
    expect([
      ines?.by.telegram?.bare,
      ines?.by.telegram?.limit,
      ines?.picture,
      offer({ to }).to.length,
      offer().words.close,
    ]).toEqual(['https://t.me/ines_calder', 2000, '', 1, ''])
  })
  it('reads what comes of itself, or nothing', () => {
    expect([nudgeIn(plan()!), opensIn(plan()!), platesIn(plan()!)]).toEqual([null, null, []])
    expect(nudgeIn(plan({ nudge: { words: 'Hi', after: -4, often: 'once' } })!)).toMatchObject({
      words: 'Hi',
      after: 20,
      sound: false,
    })
    expect(opensIn(plan({ opens: { seconds: 3, page: 2, tucks: 9 } })!)).toEqual({
      seconds: 3,
      scroll: null,
      page: 2,
      tucks: 9,
    })
    expect(platesIn(plan({ plates: [{ key: 'p', at: '#buy', size: 5 }] })!)).toEqual([
      { key: 'p', label: '', size: 44, align: '', at: '#buy', side: '' },
    ])
  })
})
