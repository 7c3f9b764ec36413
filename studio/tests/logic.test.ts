import { describe, expect, it } from 'vitest'
import type { Schemas } from '../src/api/client'
import { placeFrom } from '../src/logic/place'
import { hostsSentence, looksSentence, reachSentence, saysSentence } from '../src/logic/sentences'
import { ago, since } from '../src/logic/time'
import { words } from '../src/words/en'

const text = (pieces: { text: string }[]): string => pieces.map((one) => one.text).join('')
const channel = (app: string, app_name: string, more = {}): Schemas['ChannelOut'] => ({ key: app, app, app_name, initials: '', address: '', shown: '', on: true, name: {}, carries_text: true, note: '', state: 'open', ...more })
const door = (channels: Schemas['ChannelOut'][]): Schemas['DoorOut'] => ({ key: 'd', name: 'Front door', version: 1, says: {}, also: {}, looks: {}, paused_at: null, channels, today: { seen: 0, opened: 0, knocked: 0 }, not_live: [] } as unknown as Schemas['DoorOut'])

describe('sentences', () => {
  it.each([
    ['two', [channel('whatsapp', 'WhatsApp'), channel('email', 'Email')], 'WhatsApp and email'],
    ['plain word first', [channel('phone', 'Phone call'), channel('sms', 'Text message'), channel('telegram', 'Telegram')], 'Phone call, text message and Telegram'],
    ['one off', [channel('whatsapp', 'WhatsApp'), channel('telegram', 'Telegram', { on: false })], 'WhatsApp; 1 off'],
    ['own name', [channel('whatsapp', 'WhatsApp', { name: { en: 'The workshop' } })], 'The workshop'],
    ['none', [], 'nothing yet'],
  ])('reach us by: %s', (_, channels, wanted) => expect(text(reachSentence(door(channels), 'en', words))).toBe(wanted))
  it('says what stands there, or what will', () => {
    expect(text(saysSentence({ label: {}, heading: { en: 'Squeaky wheel?' }, note: {} }, 'en', { label: 'Knock' }, words))).toBe('“Knock”, “Squeaky wheel?”; their note starts empty')
    expect(text(saysSentence({ label: { en: 'x'.repeat(60) }, heading: {}, note: { en: 'Hello' } }, 'en', { heading: 'Hi' }, words))).toMatch(/^“x{32}…”, “Hi”; their note starts “Hello”$/)
    expect(text(looksSentence({ colour: 'gold', label_colour: '', shape: 'round', corner: 'left', size_px: 52 }, undefined, words))).toBe('Round, gold, bottom left')
    expect(text(hostsSentence([], words))).toBe('Add your site’s address')
  })
})

describe('places and times', () => {
  it.each([
    [['en-GB', 'en'], 'Europe/London', 'GB', 'en'], [['pt'], 'Atlantic/Cape_Verde', 'CV', 'pt'], [['zh-Hant-TW'], 'Asia/Taipei', 'TW', 'zh'], [[], '', '', 'en'],
  ])('%s in %s', (languages, zone, country, language) => expect(placeFrom(languages, zone)).toMatchObject({ country, language, zone: zone || 'UTC' }))
  it('tells days as a person does', () => {
    const now = new Date(2026, 10, 25, 14, 19)
    expect(since(new Date(2026, 10, 25, 9, 5), now)).toBe('today at 09:05')
    expect(since(new Date(2026, 10, 24, 23, 0), now)).toBe('yesterday')
    expect(since(new Date(2026, 2, 3), now)).toBe('3 March')
    expect(since(new Date(2025, 2, 3), now)).toBe('3 March 2025')
    expect([ago(now, now), ago(new Date(now.getTime() - 61_000), now), ago(new Date(now.getTime() - 7_300_000), now)]).toEqual(['just now', 'a minute ago', '2 hours ago'])
  })
})
