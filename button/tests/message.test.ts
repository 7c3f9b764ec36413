import { describe, expect, it } from 'vitest'
import { compose, encode, send } from '../src/message'
import { reachOf } from '../src/ways'
import vectors from '../../kindknock/core/tests/vectors/message.json'

interface Case {
  note: string
  added: string[][]
  text: string
  link?: string
  copied?: boolean
}

describe('the travelling message', () => {
  const way = { bare: vectors.bare, text: vectors.link, limit: vectors.limit, copies: true }
  for (const item of vectors.cases as Case[]) {
    it(`composes like the core: ${item.note.slice(0, 30) || '(empty)'}`, () => {
      const sending = send(
        way,
        item.note,
        item.added.map(([kind = '', text = '']) => ({ kind, text })),
      )
      expect([sending.text, sending.copied]).toEqual([item.text, item.copied ?? false])
      if (item.link) expect(sending.link).toBe(item.link)
      else expect(new URL(sending.link ?? '').searchParams.get('text')).toBe(item.text)
    })
  }
  it('never throws at half a character, and copies only where that helps', () => {
    expect(encode('a\ud800b')).toBe('a%EF%BF%BDb')
    expect(send({ ...way, text: null }, 'Hi', []).copied).toBe(true)
    expect(send({ ...way, text: null, copies: false }, 'Hi', [])).toEqual({
      link: vectors.bare,
      text: '',
      copied: false,
    })
    expect(compose('', [{ kind: 'page', text: ' ' }])).toBe('')
  })
})

describe('whose address', () => {
  const channel = {
    key: 'tg',
    app: 'telegram',
    name: 'Telegram',
    mark: 'TG',
    picture: '',
    caption: '',
    note: null,
    same: false,
    own: true,
    to: [] as string[],
    bare: 'https://t.me/averilcycles',
    text: null,
    limit: 2000,
    copy: 'averilcycles',
    copies: true,
  }
  const hers = {
    bare: 'https://t.me/amara_oduya_demo',
    text: null,
    limit: 2000,
    copy: 'amara_oduya_demo',
    copies: true,
  }
  const amara = {
    key: 'amara',
    name: 'Amara',
    role: '',
    isIn: true,
    when: '',
    picture: '',
    bare: false,
    note: null,
    by: { telegram: hers },
  }
  it('is hers for that app, else the channel’s, else none', () => {
    expect([
      reachOf(channel, amara),
      reachOf(channel, { ...amara, by: {} })?.copy,
      reachOf({ ...channel, own: false }, null),
    ]).toEqual([hers, 'averilcycles', null])
    expect([
      reachOf({ ...channel, to: ['ines'] }, amara),
      reachOf({ ...channel, to: ['ines', 'amara'] }, amara),
      reachOf({ ...channel, to: ['ines'] }, null)?.copy,
    ]).toEqual([null, hers, 'averilcycles'])
  })
})
