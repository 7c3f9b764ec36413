/** A change told as what was and what is, in the door's own sentences. */
import type { Schemas } from '../api/client'
import type { Desk, Parts } from '../api/desk'
import type { Matter } from '../words/desk'
import type { Words } from '../words/app'
import { reviewWords } from '../words/review'
import { listed, sentenceOf, textOf } from './sentences'

type Change = Schemas['ChangeOut']
type Live = Schemas['LiveDoorOut']
export interface Told {
  was: string
  now: string
}

const channelWords = (channel: Schemas['ChannelOut'] | undefined, language: string): string =>
  channel
    ? [
        channel.name[language] || channel.app_name,
        channel.shown || 'no address yet',
        ...(channel.on ? [] : ['off']),
      ].join(', ')
    : ''

/**
 * `was` empty where there was nothing, `now` empty where nothing is left. Where the sentence reads the
 * same, the change's own words.
 */
export function changeTold(change: Change, live: Live[], desk: Desk, words: Words): Told {
  const before = live.find((item) => item.key === change.door)
  const after = desk.doors.find((item) => item.key === change.door)
  const { language } = desk
  if (change.what.startsWith('channel')) {
    const was = before?.channels.find((item) => item.key === change.channel)
    const now = after?.channels.find((item) => item.key === change.channel)
    if (change.what === 'channels_order')
      return {
        was: textOf(
          listed((before?.channels ?? []).map((channel) => channel.name[language] || channel.app_name)),
        ),
        now: textOf(
          listed((after?.channels ?? []).map((channel) => channel.name[language] || channel.app_name)),
        ),
      }
    const both = { was: channelWords(was, language), now: channelWords(now, language) }
    return both.was === both.now ? { was: '', now: change.says } : both
  }
  if (change.what === 'name') return { was: before?.name ?? '', now: after?.name ?? '' }
  const matter = change.sentence as Matter | null
  if (!matter || !before || !after)
    return {
      was: change.what === 'door_removed' ? (before?.name ?? '') : '',
      now: change.what === 'door_removed' ? reviewWords.gone : change.says,
    }
  const tell = (draft: Parts, door: Pick<Live, 'channels'>): string =>
    textOf(sentenceOf(matter, { desk, door: { ...after, ...door }, draft, words }))
  const both = { was: tell(before, before), now: tell(after, after) }
  return both.was === both.now ? { was: '', now: change.says } : both
}

/** The words of `now` cut where they begin and cease to differ from `was`: before, new, after. */
export function marked({ was, now }: Told): [string, string, string] {
  if (!was) return ['', now, '']
  const [a, b] = [was.split(' '), now.split(' ')]
  let start = 0
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start++
  let end = 0
  while (end < Math.min(a.length, b.length) - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++
  return [
    b.slice(0, start).join(' '),
    b.slice(start, b.length - end).join(' '),
    b.slice(b.length - end).join(' '),
  ]
}
