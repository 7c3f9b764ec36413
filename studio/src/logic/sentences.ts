/** A door's matters as plain sentences, in parts: words that can be pressed, and words between them. */
import type { Schemas } from '../api/client'
import type { Words } from '../words/en'

export interface Piece { text: string; press?: boolean; blank?: boolean; swatch?: string }
type Door = Schemas['DoorOut']

/** Words in a row as a person says them, each one pressable. */
export function listed(names: string[]): Piece[] {
  return names.flatMap((name, i): Piece[] => {
    const between = i === 0 ? [] : [{ text: i === names.length - 1 ? ' and ' : ', ' }]
    return [...between, { text: name, press: true }]
  })
}

/** Apps whose names are plain words, small inside a sentence. */
const COMMON_NOUNS = new Set(['phone', 'sms', 'email', 'map', 'form', 'link'])

export function reachSentence(door: Door, language: string, words: Words): Piece[] {
  const on = door.channels.filter((one) => one.on)
  if (!on.length) return [{ text: words.desk.nothing, press: true, blank: true }]
  const off = door.channels.length - on.length
  const pieces = listed(on.map((one, i) => one.name[language] || (i && COMMON_NOUNS.has(one.app) ? one.app_name.toLowerCase() : one.app_name)))
  return off ? [...pieces, { text: `; ${off} ${words.desk.off}` }] : pieces
}

const quoted = (text: string): string => `“${text.length > 34 ? text.slice(0, 32).trimEnd() + '…' : text}”`

export function saysSentence(says: Door['says'], language: string, small: Record<string, string>, words: Words): Piece[] {
  const label = says.label?.[language] || small.label || ''
  const heading = says.heading?.[language] || small.heading || ''
  const note = says.note?.[language] ?? ''
  return [
    { text: quoted(label), press: true }, { text: ', ' }, { text: quoted(heading), press: true },
    { text: note ? `; ${words.says.starts} ` : '; ' }, { text: note ? quoted(note) : words.says.startsEmpty, press: true },
  ]
}

export function looksSentence(looks: Door['looks'], contrast: Schemas['ContrastOut'] | undefined, words: Words): Piece[] {
  const shape = looks.shape === 'round' ? words.looks.round : words.looks.arch
  const reads = !contrast ? '' : !contrast.reads ? words.looks.hard : !contrast.seen_reads ? words.looks.paleShort : words.looks.easy
  return [
    { text: shape, press: true }, { text: ', ' }, { text: looks.colour, press: true, swatch: contrast?.colour ?? looks.colour }, { text: ', ' },
    { text: (looks.corner === 'left' ? words.looks.left : words.looks.right).toLowerCase(), press: true }, { text: reads ? `, ${reads}` : '' },
  ]
}

export function hostsSentence(hosts: Schemas['HostOut'][], words: Words): Piece[] {
  const own = hosts.filter((one) => one.state === 'allowed').map((one) => one.shown)
  if (!own.length) return [{ text: words.hosts.add, press: true, blank: true }]
  return own.length > 3 ? [...listed(own.slice(0, 2)), { text: ` and ${own.length - 2} more` }] : listed(own)
}
