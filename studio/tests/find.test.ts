import { describe, expect, it } from 'vitest'
import { ringed, type Ring } from '../src/logic/differ'
import { find, nearly, type Item } from '../src/logic/find'
import { marked } from '../src/logic/review'
import findWords from '../../kindknock/core/words/find_words.en.json'

const item = (id: string, title: string, more = '', words = ''): Item => ({
  id,
  kind: 'door',
  title,
  more,
  words,
})
const ITEMS = [
  item('front', 'Front door', 'averilcycles.example'),
  item('pause', 'Pause Front door', '', 'stop hide close'),
  item('wa', 'WhatsApp', '+44 117 496 0123, Front door'),
  item('tg', 'Telegram', '@averilcycles, Front door'),
  item('hire', 'Hire pages', ''),
  item('joao', 'João Prado', 'Bancada'),
  item('says', '“Squeaky wheel? Knock and ask.”', 'Front door, en'),
  item('rule', 'Hide on /basket and all below', 'Front door'),
]

describe('finding', () => {
  it.each<[string, string[]]>([
    ['front', ['front', 'pause', 'wa', 'tg', 'says', 'rule']],
    ['pause front', ['pause']],
    ['pasue', ['pause']],
    ['close', ['pause']],
    ['0117 496 0123', ['wa']],
    ['496 0123', ['wa']],
    ['+44 117', ['wa']],
    ['@averilcycles', ['front', 'tg']],
    ['joao', ['joao']],
    ['squeeky', ['says']],
    ['basket', ['rule']],
    ['/basket', ['rule']],
    ['whatsap', ['wa']],
    ['zebra', []],
    ['hire zebra', []],
  ])('%s', (typed, wanted) =>
    expect(
      find(ITEMS, typed, [])
        .map((item) => item.id)
        .sort(),
    ).toEqual([...wanted].sort()),
  )
  it('puts what starts so first, and with nothing typed what was used lately', () => {
    expect(find(ITEMS, 'front', [])[0]?.id).toBe('front')
    expect(
      find(
        [item('who', 'Who answers', '', 'hours'), item('do', 'Change hours and closed days')],
        'hours',
        [],
      ).map((item) => item.id),
    ).toEqual(['do', 'who'])
    expect(find(ITEMS, '', ['tg', 'gone', 'wa']).map((item) => item.id)).toEqual(['tg', 'wa'])
    expect(
      find(
        Array.from({ length: 40 }, (_, i) => item(String(i), 'Door ' + i)),
        'door',
        [],
      ).length,
    ).toBe(12)
  })
  it.each([
    ['knock', 'knock', true],
    ['knock', 'kncok', true],
    ['knocker', 'knoker', true],
    ['knock', 'knocks', true],
    ['knock', 'knack', true],
    ['knock', 'block', false],
    ['hire', 'fire', false],
    ['to', 'do', false],
  ])('%s is nearly %s: %s', (a, b, yes) => expect([nearly(a, b), nearly(b, a)]).toEqual([yes, yes]))
})

describe('what is new in a sentence', () => {
  it.each([
    [
      'Every page except /basket',
      'Every page except /basket and /checkout',
      ['Every page except /basket', 'and /checkout', ''],
    ],
    ['At once, bottom right', 'After 4 seconds, bottom right', ['', 'After 4 seconds,', 'bottom right']],
    ['', 'New door', ['', 'New door', '']],
    ['A b c', 'A c', ['A', '', 'c']],
    ['a a', 'a a a', ['a a', 'a', '']],
  ])('%s → %s', (was, now, wanted) => expect(marked({ was, now })).toEqual(wanted))
})

describe('what differs on the stage', () => {
  const answer = (door: object, show = true) => ({
    v: 1,
    show,
    door: {
      key: 'd',
      label: 'Knock',
      heading: 'Hello',
      note: '',
      looks: { shape: 'arch' },
      by: [{ name: 'WhatsApp', bare: 'x' }],
      ...door,
    },
  })
  it.each<[string, unknown, unknown, Ring]>([
    ['nothing', answer({}), answer({}), { parts: [], ways: [] }],
    ['label', answer({}), answer({ label: 'Ask' }), { parts: ['button'], ways: [] }],
    ['shape', answer({}), answer({ looks: { shape: 'round' } }), { parts: ['button'], ways: [] }],
    [
      'heading and note',
      answer({}),
      answer({ heading: 'Hi', note: 'Hello' }),
      { parts: ['heading', 'note'], ways: [] },
    ],
    [
      'a new way',
      answer({}),
      answer({ by: [{ name: 'WhatsApp' }, { name: 'Text' }] }),
      { parts: [], ways: ['Text'] },
    ],
    [
      'a way gone',
      answer({ by: [{ name: 'A' }, { name: 'B' }] }),
      answer({ by: [{ name: 'A' }] }),
      { parts: [], ways: [] },
    ],
    ['another door', answer({}), answer({ key: 'e' }), { parts: ['button'], ways: [] }],
    ['hidden before', answer({}, false), answer({}), { parts: ['button'], ways: [] }],
    ['no answer', null, undefined, { parts: [], ways: [] }],
  ])('%s', (_, was, now, wanted) => expect(ringed(was, now)).toEqual(wanted))
})

describe('anybody’s words', () => {
  const all = Object.values(findWords).flatMap((words) => words.split(' '))
  const ITEMS = Object.entries(findWords).map(([id, words]) => item(id, id.split(':')[1] ?? '', '', words))
  it('are a table of at least two hundred and fifty', () => {
    expect(new Set(all).size).toBeGreaterThan(250)
    for (const words of Object.values(findWords)) {
      const list = words.split(' ')
      expect(list.length).toBe(new Set(list).size)
    }
  })
  it.each([
    ['font', 'matter:looks'],
    ['size', 'matter:looks'],
    ['position', 'matter:looks'],
    ['css', 'matter:looks'],
    ['domain', 'matter:on'],
    ['install', 'matter:on'],
    ['embed', 'matter:on'],
    ['offline', 'matter:when'],
    ['translate', 'matter:says'],
    ['avatar', 'matter:looks'],
    ['opening times', 'action:rota'],
    ['hide on pages', 'matter:where'],
    ['delete', 'action:doors'],
    ['rollback', 'action:releases'],
    ['logout', 'action:signOut'],
    ['translatoin', 'matter:says'],
  ])('%s finds %s', (typed, wanted) => {
    const typedWords = typed.split(' ').filter((word) => word !== 'on')
    const found = find(ITEMS, typedWords.join(' '), []).map(({ id }) => id)
    expect(found).toContain(wanted)
    expect(found.indexOf(wanted)).toBeLessThan(3)
  })
  it('forgives a letter in long words only', () => {
    expect([nearly('font', 'front'), nearly('size', 'site'), nearly('colours', 'colors')]).toEqual([
      false,
      false,
      true,
    ])
  })
})
