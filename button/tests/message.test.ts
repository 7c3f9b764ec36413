import { describe, expect, it } from 'vitest'
import { compose, encode, send } from '../src/message'
import { planIn } from '../src/plan'
import vectors from '../../kindknock/core/tests/vectors/message.json'

interface Case { note: string; added: string[][]; text: string; link?: string; copied?: boolean }

describe('the travelling message', () => {
  const way = { bare: vectors.bare, text: vectors.link, limit: vectors.limit, copies: true }
  for (const one of vectors.cases as Case[]) {
    it(`composes like the core: ${one.note.slice(0, 30) || '(empty)'}`, () => {
      const sending = send(way, one.note, one.added.map(([kind = '', text = '']) => ({ kind, text })))
      expect([sending.text, sending.copied]).toEqual([one.text, one.copied ?? false])
      if (one.link) expect(sending.link).toBe(one.link)
      else expect(new URL(sending.link ?? '').searchParams.get('text')).toBe(one.text)
    })
  }
  it('never throws at half a character, and copies only where that helps', () => {
    expect(encode('a\ud800b')).toBe('a%EF%BF%BDb')
    expect(send({ ...way, text: null }, 'Hi', []).copied).toBe(true)
    expect(send({ ...way, text: null, copies: false }, 'Hi', [])).toEqual({ link: vectors.bare, text: '', copied: false })
    expect(compose('', [{ kind: 'page', text: ' ' }])).toBe('')
  })
})

describe('a plan', () => {
  const colours = Object.fromEntries(['brand', 'on_brand', 'ring', 'hover', 'card', 'ink', 'muted', 'word', 'tint', 'line', 'edge'].map((name) => [name, '#5e1f38']))
  const way = { key: 'wa', name: 'WhatsApp', bare: 'https://wa.me/441174960123', text: null, limit: 2000, copy: '' }
  const door = { key: 'front', label: 'Knock', words: {}, looks: { shape: 'arch', corner: 'right', size: 52, side: 24, foot: 20, colours }, by: [way], added: [{ kind: 'page', text: 'x' }] }
  const answer = { v: 1, show: true, count: true, door }
  it('is read field by field', () => {
    const plan = planIn({ ...answer, more: 1 })
    expect([plan?.label, plan?.by[0]?.name, plan?.added[0]?.text, plan?.dir]).toEqual(['Knock', 'WhatsApp', 'x', 'ltr'])
  })
  it.each([
    ['nothing', null], ['rubbish', 'rubbish'], ['hidden', { v: 1, show: false }], ['a newer version', { ...answer, v: 2 }],
    ['no way to go', { ...answer, door: { ...door, by: [] } }], ['a script for a link', { ...answer, door: { ...door, by: [{ ...way, bare: 'javascript:alert(1)' }] } }],
    ['a colour that is code', { ...answer, door: { ...door, looks: { ...door.looks, colours: { ...colours, brand: 'url(x)' } } } }],
  ])('shows nothing for %s', (_, said) => expect(planIn(said)).toBeNull())
})
