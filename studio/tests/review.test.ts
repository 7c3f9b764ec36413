import { describe, expect, it } from 'vitest'
import type { Schemas } from '../src/api/client'
import { changeTold } from '../src/logic/review'
import { words } from '../src/words/app'
import { parts } from './a-door'

const channel = (key: string, more = {}) => ({
  key,
  app: 'whatsapp',
  app_name: 'WhatsApp',
  shown: '+44 117 496 0123',
  on: true,
  name: {},
  ...more,
})
const live = [
  {
    key: 'd',
    name: 'Front door',
    channels: [channel('a'), channel('b', { app: 'telegram', app_name: 'Telegram', shown: '@averilcycles' })],
    ...parts(),
  },
] as unknown as Schemas['LiveDoorOut'][]
const desk = (more = {}, channels: unknown[] = live[0]?.channels ?? []) =>
  ({
    language: 'en',
    languages: ['en'],
    small_words: { label: 'Knock', heading: 'Hello' },
    people: [],
    hosts: [],
    hours: { shop: 'Mon–Fri 9–17:30', closures: [], now: '' },
    doors: [{ key: 'd', name: 'Front door', channels, ...parts(more) }],
  }) as unknown as Schemas['DeskOut']
const SENTENCES: Record<string, Schemas['ChangeOut']['sentence']> = {
  arrives: 'arrives',
  when_nobody: 'when',
  says: 'says',
  also: 'says',
  plates: 'plates',
}
const change = (what: string, key = ''): Schemas['ChangeOut'] => ({
  what,
  door: 'd',
  channel: key,
  about: '',
  sentence: SENTENCES[what] ?? null,
  says: `${what} differs.`,
  details: [],
})

describe('a change as was and now', () => {
  it.each<[string, Schemas['ChangeOut'], Schemas['DeskOut'], string, string]>([
    [
      'a sentence',
      change('arrives'),
      desk({ arrives: { seconds: 4 } }),
      'At once, bottom right',
      'After 4 seconds, bottom right',
    ],
    [
      'when nobody is in',
      change('when_nobody'),
      desk({ when_nobody: 'hide' }),
      'Mon–Fri 9–17:30; then an away note',
      'Mon–Fri 9–17:30; then no button',
    ],
    [
      'words',
      change('says'),
      desk({ says: { label: { en: 'Ask' } } }),
      '“Knock”, “Hello”; their note starts empty',
      '“Ask”, “Hello”; their note starts empty',
    ],
    ['what its sentence does not tell', change('also'), desk({ also: { page: false } }), '', 'also differs.'],
    [
      'a new channel',
      change('channel_added', 'c'),
      desk({}, [channel('c', { on: false })]),
      '',
      'WhatsApp, +44 117 496 0123, off',
    ],
    [
      'a channel gone',
      change('channel_removed', 'b'),
      desk({}, [channel('a')]),
      'Telegram, @averilcycles',
      '',
    ],
    [
      'a channel renamed',
      change('channel_changed', 'a'),
      desk({}, [channel('a', { name: { en: 'The bench' } })]),
      'WhatsApp, +44 117 496 0123',
      'The bench, +44 117 496 0123',
    ],
    [
      'a channel without an address',
      change('channel_changed', 'a'),
      desk({}, [channel('a', { shown: '' })]),
      'WhatsApp, +44 117 496 0123',
      'WhatsApp, no address yet',
    ],
    ['a channel’s hidden part', change('channel_changed', 'a'), desk(), '', 'channel_changed differs.'],
    [
      'another order',
      change('channels_order'),
      desk({}, [...(live[0]?.channels ?? [])].reverse()),
      'WhatsApp and Telegram',
      'Telegram and WhatsApp',
    ],
    [
      'a name',
      change('name'),
      { ...desk(), doors: [{ ...desk().doors[0]!, name: 'Side door' }] },
      'Front door',
      'Side door',
    ],
    ['a door gone', change('door_removed'), { ...desk(), doors: [] }, 'Front door', 'gone'],
    ['a new door', { ...change('door_added'), door: 'new' }, desk(), '', 'door_added differs.'],
    ['the business', { ...change('business'), door: '' }, desk(), '', 'business differs.'],
  ])('%s', (_, item, now, was, is) => expect(changeTold(item, live, now, words)).toEqual({ was, now: is }))
})
