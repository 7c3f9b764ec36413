/** The words of a door, each with who says it, to whom and when, in English. */
import { counted } from './counting'
export type Spot =
  | 'button'
  | 'nudge'
  | 'top'
  | 'help'
  | 'note'
  | 'by'
  | 'foot'
  | 'sent'
  | 'away'
  | 'thanks'
  | 'notice'
  | 'plate'
export interface Said {
  title: string
  who: string
  spot: Spot
  lines?: boolean
  most: number
  hint?: string
}
export const saidWords: Record<string, Said> = {
  label: {
    title: 'On the button',
    who: 'the button says it, to everyone, at once',
    spot: 'button',
    most: 60,
  },
  nudge: {
    title: 'Nudge',
    who: 'the note beside the button says it, to whoever looks around',
    spot: 'nudge',
    most: 160,
    lines: true,
  },
  heading: {
    title: 'On top of the card',
    who: 'you say it, to whoever opens the card',
    spot: 'top',
    most: 160,
  },
  help: {
    title: 'Line below it',
    who: 'you say it, right under the heading',
    spot: 'help',
    most: 300,
    lines: true,
  },
  hint: { title: 'In the empty note', who: 'the box says it, until they write', spot: 'note', most: 80 },
  closing: {
    title: 'At the card’s foot',
    who: 'you say it, below everything',
    spot: 'foot',
    most: 300,
    lines: true,
  },
  note: {
    title: 'Their message starts with',
    who: 'the visitor sends this to you, and may change it',
    spot: 'note',
    most: 600,
    lines: true,
    hint: 'Nothing: they start from an empty note',
  },
  note_for_product: {
    title: 'Their message on a product',
    who: 'in place of it, where the page shows a product',
    spot: 'note',
    most: 600,
    lines: true,
    hint: 'As everywhere else',
  },
  note_on_sale: {
    title: 'Their message on a sale',
    who: 'in place of both, where it costs less than usual',
    spot: 'note',
    most: 600,
    lines: true,
    hint: 'As on any product',
  },
  mark_words: {
    title: 'Sent along at the end',
    who: 'the message says it, to you, so that you know where it came from',
    spot: 'sent',
    most: 120,
  },
  away: {
    title: 'When nobody is in',
    who: 'you say it, to whoever comes after hours',
    spot: 'away',
    most: 400,
    lines: true,
    hint: 'Only when you are back',
  },
  thanks: { title: 'Once a note is left', who: 'you say it, to whoever left one', spot: 'thanks', most: 200 },
  privacy: {
    title: 'Privacy notice',
    who: 'you say it, before anything is sent; kept with every note left',
    spot: 'notice',
    most: 600,
    lines: true,
    hint: 'No notice on the card',
  },
  name: {
    title: 'Its own name',
    who: 'its button says it, in place of the app’s name',
    spot: 'by',
    most: 60,
  },
  caption: { title: 'A line below it', who: 'its button says it, in small', spot: 'by', most: 80 },
  plate: {
    title: 'On the button in the page',
    who: 'it says it, to whoever reads that page',
    spot: 'plate',
    most: 60,
  },
}
export const saysWords = {
  languages: 'Languages',
  missing: (n: number) => `${n} missing`,
  add: 'Add',
  addTitle: 'Add a language',
  addHint: 'Type a language, or its tag, such as gl or pt-BR',
  adding: 'Add it',
  notALanguage: 'That isn’t a language’s name or tag. Try pt-BR.',
  ours: 'Our small words are ready in it.',
  notOurs: 'Our small words are English there, until you write them.',
  added: (name: string) =>
    `${name} is one of your languages. Empty texts read in the first one till you write them.`,
  falls: (names: string) => `What isn’t written is tried in this order: ${names}.`,
  groups: {
    card: 'On the button and the card',
    note: 'What they send',
    away: 'When nobody is in',
    privacy: 'Privacy',
    ways: 'The ways to reach you',
    plates: 'Buttons in the page',
    small: 'The card’s small words',
    some: 'Other words on some pages or devices',
    translator: 'For a translator',
  } as Record<string, string>,
  inDefault: (name: string) => `${name}:`,
  copy: 'Copy it as a start',
  copyAll: (n: number) => `Copy ${counted(n, { one: 'the missing one', other: 'all # missing' })} as a start`,
  until: (name: string) => `Until then they read, in ${name}:`,
  notWritten: (name: string) => `Not written in ${name} yet`,
  missingTag: 'missing',
  fillIn: 'Fill in',
  fillHelp: 'Ctrl Space',
  reads: 'Reads here',
  bare: 'With nothing known',
  sale: 'On a sale',
  unknown: (name: string) => `{${name}} isn’t one we know.`,
  useNearest: (name: string) => `Use {${name}}`,
  long: (n: number, room: number) => `${n} letters; its place has ${room}, so it may be cut.`,
  instead: 'Press a chip to say what stands there where a page has none.',
  sendMe: 'Send me what they’d send',
  chipOr: (words: string) => `or “${words}”`,
  chipTitle: (name: string, words: string) => (words ? `${name}, else “${words}”` : `${name}, else nothing`),
  insteadOf: (name: string) => `Where there is no ${name}, say`,
  insteadNothing: 'nothing: that part of the sentence goes',
  chipRemove: 'Take it out',
  asText: 'Edit as text',
  asChips: 'Show chips',
  nothing: 'nothing',
  from: { override: (name: string) => `from “${name || 'some pages'}”`, ours: 'our words', door: '' },
  overridden: 'On this page another text wins:',
  fill: {
    page: 'page title',
    address: 'page address',
    site: 'your name',
    product: 'product',
    price: 'price',
    sale_price: 'sale price',
    saving: 'saving',
    stock: 'stock',
    assistant: 'assistant',
    role: 'their role',
    next_opening: 'next opening',
    closing_today: 'closing today',
    reply_time: 'reply time',
    greeting: 'good morning',
    visitor: 'visitor’s name',
    order: 'order number',
  } as Record<string, string>,
  also: 'What is sent below their words',
  seen: 'Visitors see all of it before they send.',
  page: 'The page’s address',
  pageWho: 'So that you know what they were looking at.',
  mark: 'That it came from your website',
  markWho: 'A line at the end.',
  privacyMode: 'The notice is',
  notice: 'read',
  agree: 'agreed to first',
  linkHelp: 'Its link is under Business.',
  smallHelp: 'Ours stand there until you write others.',
  smallOurs: (words: string) => `Ours: ${words}`,
  overrides: {
    devices: 'On these devices',
    everyDevice: 'Every device',
    forPhones: 'Say it otherwise on phones',
  },
  translator: {
    lead: 'All texts as a table: one line a text, one column a language. Send it out, read it back.',
    download: 'Download the table',
    read: 'Read one back',
    choose: 'Choose a table',
    would: (n: number) => counted(n, { one: 'It would change one text:', other: 'It would change # texts:' }),
    same: 'Nothing in it differs from what is here.',
    go: 'Take these words',
    cancel: 'Leave everything as it is',
    done: 'Their words are in the draft.',
    large: 'That file is larger than 4 MB, which no table of texts is.',
    was: 'was',
  },
}
