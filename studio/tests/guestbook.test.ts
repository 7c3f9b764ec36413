import { describe, expect, it } from 'vitest'
import type { Schemas } from '../src/api/client'
import {
  aboutRow,
  appLink,
  grouped,
  joined,
  placed,
  sizeOf,
  type State,
  type View,
} from '../src/logic/guestbook'
import { guestWords } from '../src/words/guestbook'

type Row = Schemas['EntryRow']
const row = (id: number, state: State, minute: number, more: Partial<Row> = {}): Row => ({
  id,
  who: `Guest ${id}`,
  state,
  unread: false,
  begins: '',
  direction: 'ltr',
  path: '/workshop',
  app_name: '',
  asked: '',
  holder: '',
  holder_name: '',
  has_step: false,
  at: new Date(Date.UTC(2026, 10, 25, 12, minute)).toISOString(),
  ...more,
})
const ROWS = [row(1, 'waiting', 30), row(2, 'waiting', 20), row(3, 'taken', 40), row(4, 'done', 50)]

describe('the guestbook’s list', () => {
  it.each([
    ['taken', 'everyone', 2, 25, [1, 3, 2, 4]],
    ['taken', 'everyone', 2, 45, [1, 2, 3, 4]],
    ['done', 'everyone', 1, 30, [2, 3, 4, 1]],
    ['waiting', 'everyone', 4, 25, [1, 4, 2, 3]],
    ['not_ours', 'everyone', 2, 20, [1, 3, 4]],
    ['waiting', 'not_ours', 2, 20, [1, 3, 4]],
    ['waiting', 'everyone', 9, 20, [1, 2, 3, 4]],
  ] as [State, View, number, number, number[]][])(
    'puts a changed one in its place: %s, %s',
    (state, view, id, at, ids) => {
      expect(placed(ROWS, row(id, state, at), view).map((each) => each.id)).toEqual(ids)
    },
  )
  it('has each once, under one heading a state', () => {
    const all = joined(ROWS, [row(4, 'done', 50), row(5, 'done', 10)])
    expect(all.map((each) => each.id)).toEqual([1, 2, 3, 4, 5])
    expect(grouped(all, guestWords).map((group) => [group.title, group.rows.length])).toEqual([
      ['Waiting for you', 2],
      ['With someone', 1],
      ['Done', 2],
    ])
  })
  it.each([
    [{}, '/workshop, left as a note, nobody has it'],
    [{ app_name: 'WhatsApp', asked: 'Ines' }, '/workshop, by WhatsApp, for Ines'],
    [{ holder_name: 'Ines', state: 'taken' }, '/workshop, left as a note, Ines has it'],
    [{ holder_name: 'Ines', state: 'done' }, '/workshop, left as a note, Ines had it'],
    [{ path: '', state: 'done' }, 'left as a note'],
  ] as [Partial<Row>, string][])('says where from and who has it: %o', (more, words) => {
    expect(aboutRow(row(1, 'waiting', 0, more), guestWords)).toBe(words)
  })
  it('begins an answer in an app, or says that it is to be pasted', () => {
    const way = {
      app: 'sms',
      name: 'SMS',
      bare: 'sms:1',
      with_text: 'sms:1?body={text}',
      limit: 40,
      copies: true,
      to: '1',
    }
    expect(appLink(way, 'Yes & no')).toEqual({ href: 'sms:1?body=Yes%20%26%20no', copies: false })
    expect(appLink(way, 'x'.repeat(60))).toEqual({ href: 'sms:1', copies: true })
    expect(appLink({ ...way, with_text: null }, '')).toEqual({ href: 'sms:1', copies: false })
    expect([900, 120_400, 9_990_000].map(sizeOf)).toEqual(['900 B', '120 kB', '10.0 MB'])
  })
})
