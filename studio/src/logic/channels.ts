/** A channel's own parts, and how each of its sentences reads. */
import type { Schemas } from '../api/client'
import { deskWords, personName } from '../words/desk'
import { textOf, whereSentence } from './sentences'

export type ChannelRow = 'who' | 'when' | 'where' | 'whom' | 'says' | 'looks'
type More = Schemas['ChannelMore']
const say = deskWords.channel

/** What each sentence is when the channel has nothing of its own there. */
export const AS_THE_DOOR: Record<ChannelRow, Partial<More>> = {
  who: { people: [] },
  when: { needs_nobody: null },
  where: { pages: [] },
  whom: { devices: [] },
  says: { caption: {}, note: {} },
  looks: { mark: '', same_page: false, picture: '', colour: '' },
}

/** The parts a channel has of its own, as a copy one may type over. */
export function ownParts(channel: Schemas['ChannelOut']): More {
  const names = Object.values(AS_THE_DOOR).flatMap((parts) => Object.keys(parts)) as (keyof More)[]
  return structuredClone(Object.fromEntries(names.map((name) => [name, channel[name]]))) as More
}

/** What of a sentence is the channel's own, by name: `own name and line below`. Empty where nothing is. */
export function ownOf(row: ChannelRow, now: More, name: Record<string, string>, hours: string): string {
  const parts = Object.entries(AS_THE_DOOR[row])
    .filter(([key, value]) => JSON.stringify(now[key as keyof More]) !== JSON.stringify(value))
    .map(([key]) => key)
  if (row === 'says' && Object.keys(name).length) parts.unshift('name')
  if (row === 'when' && hours) parts.unshift('hours')
  return parts.length ? say.ownPart(parts.map((part) => say.ownParts[part] ?? part)) : ''
}

export interface ChannelNow {
  channel: Schemas['ChannelOut']
  now: More
  name: Record<string, string>
  language: string
  people: Schemas['PersonOut'][]
}
const joined = (parts: (string | undefined)[]): string => parts.filter(Boolean).join(', ')

export function channelSentences({
  channel,
  now,
  name,
  language,
  people,
}: ChannelNow): Record<ChannelRow, string> {
  const needs = (now.needs_nobody ?? channel.needs_nobody_usually) ? say.needsNot : say.needs
  const note = now.note?.[language]
  return {
    who: now.people?.length ? deskWords.list(now.people.map((key) => personName(people, key))) : say.everyone,
    when: joined([channel.hours, needs.toLowerCase()]),
    where: now.pages?.length ? textOf(whereSentence(now.pages, [])) : say.asDoor,
    whom: now.devices?.length
      ? `on ${deskWords.list(now.devices.map((device) => deskWords.whom.devices[device] ?? device))}`
      : say.asDoor,
    says: joined([name[language] || channel.app_name, now.caption?.[language], note && `“${note}”`]),
    looks: joined([now.mark || channel.initials, (now.same_page ? say.samePage : say.newTab).toLowerCase()]),
  }
}
