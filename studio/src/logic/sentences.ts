/** A door's matters as plain sentences, in parts: words that can be pressed, and words between them. */
import type { Schemas } from '../api/client'
import type { Desk, Door, Parts } from '../api/desk'
import { deskWords as say, personName, type Matter } from '../words/desk'
import type { Words } from '../words/app'
import { looksWords } from '../words/looks'
import { answerWords } from '../words/answers'
import { askWords } from '../words/asks'
import { labelOf, type Asks } from './asks'
import { shortName } from './texts'
import ofRules from '../../../kindknock/studio_api/rule_words.en.json'

export interface Piece {
  text: string
  press?: boolean
  blank?: boolean
  swatch?: string
  /** The row of the editor that a press on it leads to, by its label; else its first. */
  at?: string
}
export interface Told {
  desk: Desk
  door: Door
  draft: Parts
  contrast?: Schemas['ContrastOut']
  words: Words
}

const press = (text: string, blank = false): Piece => ({ text, press: true, ...(blank ? { blank } : {}) })
const plain = (text: string): Piece => ({ text })

/** Words in a row as a person says them, each one pressable. */
export function listed(names: string[], most = 99): Piece[] {
  const shown =
    names.length > most ? [...names.slice(0, most - 1), say.who.more(names.length - most + 1)] : names
  return shown.flatMap((name, i): Piece[] => [
    ...(i === 0 ? [] : [plain(i === shown.length - 1 ? say.and : ', ')]),
    press(name),
  ])
}

/** Apps whose names are plain words, small inside a sentence. */
const COMMON_NOUNS = new Set(['phone', 'sms', 'email', 'map', 'form', 'link'])

/** What tells a way from another of the same name: a link's host, its app, or where it leads. */
function apart(name: string, item: Schemas['ChannelOut'], language: string): string {
  if (item.name[language]) return `${name} (${item.app_name})`
  const host = /^https?:\/\/(?:www\.)?([^/?#:]+)/.exec(item.address)?.[1]
  return host ?? (item.shown ? `${name} (${item.shown})` : name)
}

export function reachSentence(door: Pick<Door, 'channels'>, language: string, words: Words): Piece[] {
  const on = door.channels.filter((channel) => channel.on)
  if (!on.length) return [press(words.desk.nothing, true)]
  const off = door.channels.length - on.length
  const names = on.map(
    (item, i) =>
      item.name[language] || (i && COMMON_NOUNS.has(item.app) ? item.app_name.toLowerCase() : item.app_name),
  )
  const isTwice = (name: string): boolean =>
    names.filter((other) => other.toLowerCase() === name.toLowerCase()).length > 1
  const pieces = listed(
    names.map((name, i) => (on[i] && isTwice(name) ? apart(name, on[i], language) : name)),
    6,
  )
  const blank = on.find((item) => !item.address)
  if (blank) pieces.push(plain('; '), press(`${blank.app_name}: ${words.reach.noAddress}`, true))
  return off ? [...pieces, plain(`; ${off} ${words.desk.off}`)] : pieces
}

const quoted = (text: string): string => `“${text.length > 34 ? text.slice(0, 32).trimEnd() + '…' : text}”`
const inLanguages = (texts: Record<string, string> | undefined, languages: string[]): number =>
  languages.filter((tag) => texts?.[tag]).length

export function saysSentence(
  { draft: { says, overrides }, desk }: Pick<Told, 'draft' | 'desk'>,
  words: Words,
): Piece[] {
  const { language, small_words: small, languages } = desk
  const note = says.note?.[language] ?? ''
  const elsewhere = overrides.filter((override) => override.pages?.some((rule) => rule.value)).length
  const written = inLanguages(says.heading, languages)
  return [
    press(quoted(says.label?.[language] || small.label || '')),
    plain(', '),
    press(quoted(says.heading?.[language] || small.heading || '')),
    ...(languages.length > 1 && written > 1 ? [plain(` in ${written} languages`)] : []),
    plain(note ? `; ${words.says.starts} ` : '; '),
    press(note ? quoted(note) : words.says.startsEmpty),
    ...(elsewhere
      ? [
          plain('; '),
          press(elsewhere === 1 ? 'other words on some pages' : `other words in ${elsewhere} places`),
        ]
      : []),
  ]
}

/** What of the looks is not as usual, in a few words each. */
function besides(looks: Parts['looks']): string[] {
  const out: string[] = []
  if (looks.glyph_picture) out.push(looksWords.besides.picture)
  else if (looks.glyph !== undefined && looks.glyph !== 'knocker')
    out.push(
      looks.glyph
        ? looksWords.besides.glyph(looksWords.glyph[looks.glyph]?.toLowerCase() ?? looks.glyph)
        : looksWords.noGlyph.toLowerCase(),
    )
  if (looks.scheme && looks.scheme !== 'light') out.push(looksWords.besides.dark)
  if (looks.label && looks.label !== 'shown' && looks.shape !== 'round')
    out.push(looksWords.besides.label(looksWords.labels[looks.label] ?? ''))
  if (looks.font)
    out.push(
      looksWords.besides.font(looks.font.replace(/^kk:(.)/, (_, first: string) => first.toUpperCase())),
    )
  if (looks.logo || looks.banner) out.push(looksWords.besides.pictures)
  if (looks.css) out.push(looksWords.besides.css)
  return out
}

/** Where it stands, in words: `bottom right`; a bar stands at the foot whatever else is set. */
export const placeWords = ({ height, corner, shape }: Parts['looks']): string =>
  looksWords.places[`${shape === 'bar' ? 'foot' : (height ?? 'foot')} ${corner ?? 'right'}`] ?? ''

export function looksSentence(
  looks: Parts['looks'],
  contrast: Schemas['ContrastOut'] | undefined,
  words: Words,
): Piece[] {
  const shape = looksWords.shapes[looks.shape ?? 'arch'] ?? ''
  const reads = !contrast
    ? ''
    : contrast.pairs?.some((pair) => !pair.reads)
      ? words.looks.hard
      : !contrast.seen_reads
        ? words.looks.paleShort
        : words.looks.easy
  return [
    { ...press(shape), at: looksWords.rows.shape },
    plain(', '),
    {
      text: looks.colour,
      press: true,
      swatch: contrast?.colour ?? looks.colour,
      at: looksWords.rows.colour,
    },
    plain(', '),
    { ...press(placeWords(looks)), at: looksWords.rows.place },
    plain(reads ? `, ${reads}` : ''),
    ...besides(looks).flatMap((beside) => [plain(', '), press(beside)]),
  ]
}

export function hostsSentence(hosts: Schemas['HostOut'][], words: Words): Piece[] {
  const own = hosts.filter((host) => host.state === 'allowed').map((host) => host.shown)
  if (!own.length) return [press(words.hosts.add, true)]
  return own.length > 3 ? listed([...own.slice(0, 2), say.where.more(own.length - 2)]) : listed(own)
}

type Rule = Schemas['PageRule']
const filled = (words: string, value: string): string => words.replace('{}', () => value)
/** On which host alone a rule holds. */
export const hostWords = (host: string): string => filled(ofRules.on_host, host)
/** What a rule singles out, without its verb. */
export function ruleWords(rule: Rule): string {
  const value = rule.value ?? ''
  const at =
    rule.kind === 'page_kind'
      ? (say.where.kinds[value] ?? value)
      : value !== '/' || rule.kind === 'pattern' || rule.kind === 'campaign'
        ? filled(ofRules[rule.kind], value)
        : rule.kind === 'exact'
          ? ofRules.kinds.home
          : ofRules.everything
  return rule.host ? `${at}, ${hostWords(rule.host)}` : at
}
/** A long path keeps its beginning and its end, where pages differ. */
const shortPath = (path: string): string =>
  path.length > 34 ? `${path.slice(0, 14)}…${path.slice(-16)}` : path
const inSentence = (rule: Rule): string =>
  (rule.kind === 'exact' || rule.kind === 'below') && rule.value !== '/' && !rule.host
    ? shortPath(rule.value ?? '')
    : ruleWords(rule)

export function whereSentence(rules: Rule[], hosts: string[]): Piece[] {
  const live = rules.filter((rule) => rule.value?.trim())
  const hidden = live.filter((rule) => rule.effect === 'hide').map(inSentence)
  const shown = live.filter((rule) => rule.effect === 'show').map(inSentence)
  // A rule that shows it everywhere leaves nothing out.
  const first =
    shown.length && !shown.includes(ofRules.everything)
      ? [plain(say.where.some), ...listed(shown, 4)]
      : hidden.length || shown.length
        ? [press(say.where.every)]
        : hosts.length
          ? [
              press(
                say.where.everyOf(
                  say.list(
                    hosts.length > 2 ? [...hosts.slice(0, 2), say.where.more(hosts.length - 2)] : hosts,
                  ),
                ),
              ),
            ]
          : [press(say.where.everyOf(say.where.anywhere))]
  return hidden.length ? [...first, plain(say.where.except), ...listed(hidden, 4)] : first
}

const names = (type: 'region' | 'language') => {
  const known = new Intl.DisplayNames('en-GB', { type })
  return (code: string): string => {
    try {
      return known.of(code) ?? code
    } catch {
      return code
    }
  }
}
export const countryName = names('region')
export const languageName = names('language')
const few = (items: string[], most = 3): string =>
  say.list(
    items.length > most ? [...items.slice(0, most - 1), say.where.more(items.length - most + 1)] : items,
  )
const devicesWords = (devices: string[] | undefined): string =>
  devices?.length && devices.length < 3
    ? say.list(
        ['phone', 'tablet', 'computer']
          .filter((name) => devices.includes(name))
          .map((name) => say.whom.devices[name] ?? name),
      )
    : say.whom.everyDevice

export function whomSentence(whom: Parts['for_whom']): Piece[] {
  const who =
    whom.visitors === 'first'
      ? say.whom.first
      : whom.visitors === 'returning'
        ? say.whom.returning
        : say.whom.everyone
  const out = [press(who), plain(`, ${say.whom.on} `), press(devicesWords(whom.devices))]
  const countries = few((whom.countries ?? []).map(countryName))
  if (whom.countries_mode === 'only')
    out.push(
      plain(', '),
      press(countries ? say.whom.from(countries) : say.whom.from('no country yet'), !countries),
    )
  if (whom.countries_mode === 'not' && countries) out.push(plain(', '), press(say.whom.notFrom(countries)))
  if (whom.languages?.length)
    out.push(plain(', '), press(say.whom.reading(few(whom.languages.map(languageName)))))
  if (whom.came_from?.length) out.push(plain(', '), press(say.whom.cameFrom(few(whom.came_from, 2))))
  return out
}

export function arrivesSentence(arrives: Parts['arrives'], place: string): Piece[] {
  const { seconds, scroll_percent: scroll, page = 1 } = arrives
  const by = [
    ...(seconds ? [say.arrives.after(seconds)] : []),
    ...(scroll != null && seconds !== 0
      ? [seconds ? say.arrives.scroll(scroll) : say.arrives.scroll(scroll).replace(/^a/, 'A')]
      : []),
  ]
  const out = by.length
    ? by.flatMap((item, i): Piece[] => [...(i ? [plain(say.arrives.or)] : []), press(item)])
    : [press(say.arrives.atOnce)]
  if (page > 1) out.push(plain(', '), press(say.arrives.fromPage(page)))
  if (arrives.pages?.length) out.push(plain(', '), press(say.arrives.onPages))
  return [...out, plain(`, ${place}`)]
}

export function nudgesSentence(
  nudge: Parts['nudge'],
  opens: Parts['opens_itself'],
  language: string,
): Piece[] {
  const line = nudge.words?.[language] ?? ''
  const first = nudge.on
    ? [
        press(line ? quoted(line) : say.nudges.blank, !line),
        plain(say.nudges.after(nudge.after_seconds ?? 20)),
      ]
    : [press(say.nudges.none)]
  if (!opens.on) return [...first, plain(nudge.on ? '' : `, ${say.nudges.quiet}`)]
  return [
    ...first,
    plain('; '),
    press(
      say.nudges.opens(
        opens.seconds != null
          ? say.nudges.afterSeconds(opens.seconds)
          : opens.scroll_percent != null
            ? say.arrives.scroll(opens.scroll_percent)
            : (opens.page ?? 1) > 1
              ? ''
              : say.nudges.whenever,
        opens.page ?? 1,
      ),
    ),
  ]
}

export function pressSentence(how: Parts['press']): Piece[] {
  const devices = ['phone', 'tablet', 'computer'] as const
  const groups = new Map<string, string[]>()
  for (const device of devices) {
    const what = say.press[how[device] ?? 'card']
    groups.set(what, [...(groups.get(what) ?? []), device])
  }
  const out: Piece[] = [plain(say.press.everywhere)]
  let first = true
  for (const [what, on] of groups) {
    out.push(
      ...(first ? [] : [plain(', ')]),
      press(what),
      ...(groups.size > 1 ? [plain(say.press.on + devicesWords(on))] : []),
    )
    first = false
  }
  if (how.privacy === 'agree') out.push(plain(', '), press(say.press.agreed))
  if (how.computer_by === 'qr') out.push(plain('; on a computer, '), press(say.press.qr))
  return out
}

export function platesSentence(plates: Parts['plates'], language: string, label: string): Piece[] {
  if (!plates.length) return [press(say.plates.none)]
  return plates
    .slice(0, 3)
    .flatMap((plate, i): Piece[] => [
      ...(i ? [plain('; ')] : []),
      press(
        say.plates.one(
          plate.label?.[language] || label,
          plate.selector
            ? [
                say.plates.at[plate.position ?? 'after'],
                plate.beside ? quoted(plate.beside) : say.plates.someSpot,
              ].join(' ')
            : say.plates.tagged,
        ),
      ),
    ])
}

/** What a visitor can read first: the signposts the card begins with, and where the answers stand. */
export function readsSentence(reads: Parts['reads'], desk: Pick<Desk, 'answers' | 'signposts'>): Piece[] {
  const of = answerWords.desk
  const names = (reads.begins ?? []).map(
    (each) => desk.signposts.find((tree) => tree.key === each.signposts)?.name ?? '',
  )
  const begins = names.length
    ? [
        plain(`${of.begins} `),
        ...listed(
          names.map((name) => (name ? quoted(name) : answerWords.unnamed)),
          3,
        ),
        plain('; '),
      ]
    : []
  const short = { line: of.lineShort, first: of.firstShort, no: of.noShort }[reads.answers ?? 'line']
  return [...begins, press(desk.answers || reads.answers === 'no' ? short : of.noneYet)]
}

export function asksSentence(asks: Asks, language: string): Piece[] {
  const questions = asks.questions ?? []
  if (!asks.when || asks.when === 'never') return [press(askWords.off)]
  if (!questions.length) return [press(askWords.add, true)]
  const labels = questions.map((question) => labelOf(question, language))
  return [
    ...listed(
      labels.map((label) => (label ? quoted(label) : askWords.blank)),
      3,
    ).map((piece, i) => (piece.press && labels[i / 2] === '' ? { ...piece, blank: true } : piece)),
    plain(', '),
    press(asks.when === 'nobody' ? askWords.whileAway : askWords.before),
  ]
}

export function whoSentence(people: string[], everybody: Schemas['PersonOut'][]): Piece[] {
  const here = people.filter((key) => everybody.some((item) => item.key === key))
  return here.length
    ? listed(
        here.map((key) => shortName(personName(everybody, key))),
        5,
      )
    : [press(say.who.nobody)]
}

export function whenSentence(draft: Pick<Parts, 'when_nobody'>, hours: Schemas['HoursOut']): Piece[] {
  const closed = hours.closures.slice(0, 2)
  return [
    press(hours.shop || say.when.always),
    ...(closed.length ? [plain(`, ${say.when.closed} `), ...listed(closed)] : []),
    plain('; '),
    press(say.when.then[draft.when_nobody] ?? ''),
  ]
}

/** The sentence of a matter. */
export function sentenceOf(matter: Matter, about: Told): Piece[] {
  const { desk, door, draft, words } = about
  const label = draft.says.label?.[desk.language] || desk.small_words.label || ''
  switch (matter) {
    case 'reach':
      return reachSentence(door, desk.language, words)
    case 'who':
      return whoSentence(draft.people, desk.people)
    case 'when':
      return whenSentence(draft, desk.hours)
    case 'where':
      return whereSentence(
        draft.pages,
        desk.hosts.filter((host) => host.state === 'allowed').map((host) => host.shown),
      )
    case 'whom':
      return whomSentence(draft.for_whom)
    case 'arrives':
      return arrivesSentence(draft.arrives, placeWords(draft.looks))
    case 'says':
      return saysSentence(about, words)
    case 'nudges':
      return nudgesSentence(draft.nudge, draft.opens_itself, desk.language)
    case 'press':
      return pressSentence(draft.press)
    case 'reads':
      return readsSentence(draft.reads, desk)
    case 'asks':
      return asksSentence(draft.asks, desk.language)
    case 'plates':
      return platesSentence(draft.plates, desk.language, label)
    case 'looks':
      return looksSentence(draft.looks, about.contrast, words)
    case 'on':
      return hostsSentence(desk.hosts, words)
  }
}
export const textOf = (pieces: Piece[]): string => pieces.map((piece) => piece.text).join('')
