import { describe, expect, it } from 'vitest'
import type { Schemas } from '../src/api/client'
import { placeFrom } from '../src/logic/place'
import { moved } from '../src/logic/order'
import { reachSentence, sentenceOf, textOf } from '../src/logic/sentences'
import { masked, shortName, worded } from '../src/logic/texts'
import { ago, since } from '../src/logic/time'
import type { Matter } from '../src/words/desk'
import { words } from '../src/words/app'
import { parts } from './a-door'

const text = (pieces: { text: string }[]): string => pieces.map((piece) => piece.text).join('')
const channel = (app: string, app_name: string, more = {}): Schemas['ChannelOut'] =>
  ({
    key: app,
    app,
    app_name,
    initials: '',
    address: 'x',
    shown: 'x',
    on: true,
    name: {},
    carries_text: true,
    note: {},
    state: 'open',
    ...more,
  }) as unknown as Schemas['ChannelOut']
const door = (channels: Schemas['ChannelOut'][]): Schemas['DoorOut'] =>
  ({
    key: 'd',
    name: 'Front door',
    version: 1,
    says: {},
    also: {},
    looks: {},
    paused_at: null,
    channels,
    today: { seen: 0, opened: 0, knocked: 0 },
    not_live: [],
  }) as unknown as Schemas['DoorOut']

describe('sentences', () => {
  it.each([
    ['two', [channel('whatsapp', 'WhatsApp'), channel('email', 'Email')], 'WhatsApp and email'],
    [
      'plain word first',
      [channel('phone', 'Phone call'), channel('sms', 'Text message'), channel('telegram', 'Telegram')],
      'Phone call, text message and Telegram',
    ],
    [
      'one off',
      [channel('whatsapp', 'WhatsApp'), channel('telegram', 'Telegram', { on: false })],
      'WhatsApp; 1 off',
    ],
    ['own name', [channel('whatsapp', 'WhatsApp', { name: { en: 'The workshop' } })], 'The workshop'],
    [
      'a blank',
      [channel('whatsapp', 'WhatsApp'), channel('matrix', 'Matrix', { address: '' })],
      'WhatsApp and Matrix; Matrix: no address yet',
    ],
    ['none', [], 'nothing yet'],
  ])('reach us by: %s', (_, channels, wanted) =>
    expect(text(reachSentence(door(channels), 'en', words))).toBe(wanted),
  )
  it('tells ways of one name apart', () => {
    const channels = [
      channel('link', 'Link', { address: 'https://www.averilcycles.example/book' }),
      channel('link', 'Link', { address: 'https://hire.averilcycles.example/' }),
      channel('whatsapp', 'WhatsApp', { name: { en: 'The yard' } }),
      channel('email', 'Email', { name: { en: 'The yard' } }),
      channel('phone', 'Phone call', { shown: '+44 117 496 0123' }),
      channel('phone', 'Phone call', { shown: '+44 117 496 0124' }),
    ]
    expect(text(reachSentence(door(channels), 'en', words))).toBe(
      'averilcycles.example, hire.averilcycles.example, The yard (WhatsApp), The yard (Email), ' +
        'phone call (+44 117 496 0123) and phone call (+44 117 496 0124)',
    )
  })
  const desk = {
    language: 'en',
    languages: ['en', 'pt'],
    small_words: { label: 'Knock', heading: 'Hi' },
    people: [
      { key: 'ines', name: 'Ines Calder' },
      { key: 'tomasz', name: 'Tomasz Wren' },
    ],
    hours: { shop: 'Mon–Fri 9–17:30', closures: ['25–26 December', '1 January'], now: 'open' },
    hosts: [
      { state: 'allowed', shown: 'averilcycles.example' },
      { state: 'heard', shown: 'x.example' },
    ],
  } as unknown as Schemas['DeskOut']
  const rule = (effect: string, kind: string, value: string, host = '') => ({ effect, kind, value, host })
  it.each<[Matter, object, string]>([
    ['says', {}, '“Knock”, “Hi”; their note starts empty'],
    [
      'says',
      { says: { label: { en: 'x'.repeat(60) }, heading: { en: 'Hello', pt: 'Olá' }, note: { en: 'Hello' } } },
      `“${'x'.repeat(32)}…”, “Hello” in 2 languages; their note starts “Hello”`,
    ],
    [
      'says',
      {
        overrides: [
          { key: 'a', pages: [rule('show', 'below', '/a')] },
          { key: 'b', pages: [] },
        ],
      },
      '“Knock”, “Hi”; their note starts empty; other words on some pages',
    ],
    ['where', {}, 'Every page of averilcycles.example'],
    ['where', { pages: [rule('show', 'below', '/'), rule('show', 'below', '/hire')] }, 'Every page'],
    [
      'where',
      {
        pages: [
          rule('hide', 'below', '/basket'),
          rule('hide', 'page_kind', 'checkout'),
          rule('hide', 'exact', ' '),
        ],
      },
      'Every page except /basket and the checkout',
    ],
    [
      'where',
      {
        pages: [
          rule('show', 'below', '/hire'),
          rule('show', 'pattern', '/a*b'),
          rule('hide', 'exact', '/hire/x', 'www.a.example'),
        ],
      },
      'Only on /hire and pages like /a*b except /hire/x only, on www.a.example alone',
    ],
    [
      'where',
      { pages: ['/a', '/b', '/c', '/d', '/e'].map((path) => rule('hide', 'exact', path)) },
      'Every page except /a, /b, /c and 2 more',
    ],
    ['whom', {}, 'Everyone, on every device'],
    [
      'whom',
      {
        for_whom: {
          devices: ['computer', 'phone'],
          countries_mode: 'not',
          countries: ['ES', 'FR', 'DE', 'IT'],
          visitors: 'first',
          languages: ['pt'],
          came_from: ['news.example'],
        },
      },
      'First-time visitors, on phones and computers, outside Spain, France and 2 more, reading ' +
        'Portuguese, coming from news.example',
    ],
    [
      'whom',
      { for_whom: { countries_mode: 'only', countries: [] } },
      'Everyone, on every device, in no country yet',
    ],
    ['arrives', {}, 'At once, bottom right'],
    ['arrives', { arrives: { seconds: 1 } }, 'After 1 second, bottom right'],
    [
      'arrives',
      { arrives: { seconds: 4, scroll_percent: 30, page: 2 } },
      'After 4 seconds or after 30 % of scrolling, from page 2 of a visit, bottom right',
    ],
    ['arrives', { arrives: { seconds: null, scroll_percent: 50 } }, 'After 50 % of scrolling, bottom right'],
    ['arrives', { arrives: { seconds: 0, scroll_percent: 50 } }, 'At once, bottom right'],
    ['nudges', {}, 'No hint, and never opens by itself'],
    [
      'nudges',
      { nudge: { on: true, words: { en: 'Hello' }, after_seconds: 0 }, opens_itself: { on: true, page: 2 } },
      '“Hello” at once; opens by itself from page 2 of a visit',
    ],
    ['nudges', { opens_itself: { on: true } }, 'No hint; opens by itself once the button stands'],
    [
      'nudges',
      { nudge: { on: true, words: { en: 'Need a hand?' }, after_seconds: 20 } },
      '“Need a hand?” after 20 seconds',
    ],
    [
      'nudges',
      { nudge: { on: true, words: {} }, opens_itself: { on: true, seconds: 9 } },
      'not written yet after 20 seconds; opens by itself after 9 seconds',
    ],
    ['press', {}, 'Opens the note card'],
    [
      'press',
      { press: { phone: 'straight', tablet: 'card', computer: 'card', privacy: 'agree', computer_by: 'qr' } },
      'Opens straight into the app on phones, the note card on tablets and computers, after they agree; ' +
        'on a computer, a code for their phone',
    ],
    ['plates', {}, 'None inside a page'],
    [
      'plates',
      {
        plates: [
          { key: 'a', selector: '.buy', position: 'before' },
          { key: 'b', label: { en: 'Ask' }, selector: '' },
        ],
      },
      '“Knock” above a spot you picked; “Ask” where its tag stands',
    ],
    ['who', {}, 'whoever is free'],
    ['who', { people: ['tomasz', 'gone', 'ines'] }, 'Tomasz and Ines'],
    ['when', { when_nobody: 'hide' }, 'Mon–Fri 9–17:30, closed 25–26 December and 1 January; then no button'],
    [
      'when',
      { when_nobody: 'apps' },
      'Mon–Fri 9–17:30, closed 25–26 December and 1 January; then an away note, and the apps stay',
    ],
    ['looks', { looks: { colour: 'gold', shape: 'round', corner: 'left' } }, 'Round, gold, bottom left'],
    ['looks', { looks: { colour: 'gold', corner: 'right', height: 'top' } }, 'Arch, gold, top right'],
    ['looks', { looks: { colour: 'gold', shape: 'bar', height: 'top' } }, 'Bar, gold, bottom right'],
    ['on', {}, 'averilcycles.example'],
  ])('%s %j', (matter, more, wanted) =>
    expect(textOf(sentenceOf(matter, { desk, door: door([]), draft: parts(more), words }))).toBe(wanted),
  )
})

describe('small sums', () => {
  it('moves within a row only', () => {
    expect([
      moved(['a', 'b', 'c'], 2, -1),
      moved(['a', 'b', 'c'], 0, 2),
      moved(['a'], 0, 1),
      moved(['a', 'b'], 0, -1),
      moved([], 0, 0),
    ]).toEqual([['a', 'c', 'b'], ['b', 'c', 'a'], null, null, null])
  })
  it.each([
    ['+44 117 496 0123', '+44 117 496 ••••'],
    ['0117 496 0123', '0117 496 ••••'],
    ['@averilcycles', '@averilcycles'],
    ['hello@averilcycles.example', 'hello@averilcycles.example'],
  ])('masks %s', (shown, wanted) => expect(masked(shown)).toBe(wanted))
  it('takes emptied words out of a text', () => {
    expect([
      worded({ en: 'A', pt: 'B' }, 'en', ''),
      worded(undefined, 'en', 'A'),
      worded({ en: 'A' }, 'en', 'C'),
    ]).toEqual([{ pt: 'B' }, { en: 'A' }, { en: 'C' }])
  })
})

describe('names among themselves', () => {
  it.each([
    ['Ines Calder', 'Ines'],
    ['Wheel desk', 'Wheel desk'],
    ['Hire Desk', 'Hire Desk'],
    ['Éva Ó Mór', 'Éva'],
    ['Amara', 'Amara'],
    ['  Bo Reed ', 'Bo'],
    ['Repairs and hire', 'Repairs and hire'],
    ['', ''],
  ])('%s is %s', (name, short) => expect(shortName(name)).toBe(short))
})

describe('places and times', () => {
  it.each([
    [['en-GB', 'en'], 'Europe/London', 'GB', 'en'],
    [['pt'], 'Atlantic/Cape_Verde', 'CV', 'pt'],
    [['zh-Hant-TW'], 'Asia/Taipei', 'TW', 'zh'],
    [[], '', '', 'en'],
  ])('%s in %s', (languages, zone, country, language) =>
    expect(placeFrom(languages, zone)).toMatchObject({ country, language, zone: zone || 'UTC' }),
  )
  it('tells days as a person does', () => {
    const now = new Date(2026, 10, 25, 14, 19)
    expect(since(new Date(2026, 10, 25, 9, 5), now)).toBe('today at 09:05')
    expect(since(new Date(2026, 10, 24, 23, 0), now)).toBe('yesterday')
    expect(since(new Date(2026, 2, 3), now)).toBe('3 March')
    expect(since(new Date(2025, 2, 3), now)).toBe('3 March 2025')
    expect([
      ago(now, now),
      ago(new Date(now.getTime() - 61_000), now),
      ago(new Date(now.getTime() - 7_300_000), now),
    ]).toEqual(['just now', 'a minute ago', '2 hours ago'])
  })
})
