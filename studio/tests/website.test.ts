import { describe, expect, it } from 'vitest'
import { counts, takenOf, withRow, type Row } from '../src/logic/website'

const row = (key: string, kind: Row['kind'], value: object, more: Partial<Row> = {}): Row => ({
  key,
  kind,
  value: value as Row['value'],
  on: true,
  ticks: true,
  only_one: false,
  parts: [],
  where: '',
  quote: '',
  typed: {},
  ...more,
})
const week = { mon: [['09:00', '17:00']] }
const rows = [
  row(
    'who0',
    'who',
    { name: 'Tin', country: 'GB', zone: 'Europe/London', languages: ['en', 'cy'] },
    { ticks: false },
  ),
  row('way0', 'way', { apps: ['phone', 'whatsapp'], address: '+44' }),
  row('way1', 'way', { apps: ['email'], address: 'a@b.example' }, { on: false }),
  row('hours0', 'hours', { week }, { only_one: true }),
  row('hours1', 'hours', { week: {} }, { only_one: true, on: false }),
  row('colour0', 'colour', { colour: '#2e5a3a' }, { only_one: true }),
  row('hidden0', 'hidden', { path: '/checkout', kind: 'checkout' }),
  row('person0', 'person', { name: 'Nia', role: '' }, { on: false }),
  row('words0', 'words', { start: 'cafe', label: '', heading: 'Soup?', corner: '' }, { ticks: false }),
]

describe('what is taken over', () => {
  it('is what is ticked, and what can’t be unticked', () => {
    expect(takenOf(rows, 'tin.example')).toEqual({
      name: 'Tin',
      country: 'GB',
      zone: 'Europe/London',
      languages: ['en', 'cy'],
      ways: [
        { app: 'phone', address: '+44' },
        { app: 'whatsapp', address: '+44' },
      ],
      week,
      closures: [],
      colour: '#2e5a3a',
      hidden: [{ path: '/checkout', kind: 'checkout' }],
      people: [],
      start: 'cafe',
      label: '',
      heading: 'Soup?',
      corner: '',
      host: 'tin.example',
    })
    expect(takenOf([], '')).toMatchObject({ name: '', zone: 'UTC', ways: [], week: null })
  })

  it('has one of a kind where there can be only one', () => {
    const other = { ...rows[4]!, on: true }
    const after = withRow(rows, other)
    expect(after.filter((each) => each.kind === 'hours').map(counts)).toEqual([false, true])
    expect(withRow(after, { ...rows[6]!, on: false }).filter(counts)).toHaveLength(
      after.filter(counts).length - 1,
    )
  })
})
