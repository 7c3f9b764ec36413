/** What a door asks first, in English. */
import { counted } from './counting'

type Kind = 'words' | 'long' | 'one' | 'some' | 'yes' | 'email' | 'phone' | 'number' | 'day' | 'time'
export interface ReadyQuestion {
  key: string
  kind: Kind
  label: string
  hint?: string
  needed?: boolean
  choices?: string[]
  /** Only when the first question was answered with its choice of this number. */
  when?: number
}

const name: ReadyQuestion = {
  key: 'name',
  kind: 'words',
  label: 'Your name',
  hint: 'so we know who is asking',
  needed: true,
}
export const askWords = {
  when: 'Asks first',
  whens: { never: 'Nothing', always: 'These, before any app', nobody: 'Only when nobody’s in' },
  off: 'nothing',
  needed: 'needed',
  change: 'Change',
  fold: 'Done',
  remove: 'Remove this question',
  removed: 'The question is gone.',
  move: (label: string) => `Move “${label}”. Arrow keys move it up and down.`,
  blank: 'no words yet',
  add: 'Ask something',
  addGo: 'Add it',
  begin: 'Or begin with',
  full: 'Eight questions are the most. Visitors answer few.',
  kind: 'Answered by',
  kinds: {
    words: 'a few words',
    long: 'longer words',
    one: 'one of',
    some: 'some of',
    yes: 'yes or no',
    email: 'an email',
    phone: 'a phone number',
    number: 'a number',
    day: 'a day',
    time: 'a time',
  } as Record<Kind, string>,
  label: 'The question',
  hint: 'Hint',
  hintHelp: 'In the empty box, or below the question.',
  mustAnswer: 'Needed: nobody goes on without it',
  choices: 'To choose from',
  choice: (n: number) => `Choice ${n}`,
  moreChoice: 'One more choice',
  lessChoice: (n: number) => `Remove choice ${n}`,
  only: 'Asked',
  always: 'always',
  onlyWhen: (question: string, choice: string) => `only when “${question}” is “${choice}”`,
  title: 'Above them',
  titleHelp: 'Empty, it says',
  language: 'In which language',
  goes: {
    title: 'Their answers go',
    to: {
      message: 'into the message only',
      kept: 'into the guestbook too',
      asked: 'there, and by mail to who is asked',
      named: 'there, and by mail to others',
    },
    help: {
      message: 'Below what the visitor wrote, in the app. Nothing is kept here.',
      kept: 'Note and answers stand in the guestbook too. The card says so before anything is sent.',
      asked:
        'Kept in the guestbook, and mailed to the person asked, or to you where nobody in particular is.',
      named: 'Kept in the guestbook, and mailed to these addresses, which the card names.',
    },
    days: (days: number) => `Deleted ${days} days after the last word;`,
    daysElse: 'other days under Guestbook, Kept and gone',
    mailTo: 'Mailed to',
    mailToHelp: 'Up to five addresses. Visitors read them before they send.',
    notAnEmail: (typed: string) => `“${typed}” can’t be an email. It looks like name@place.example.`,
    thanks: 'Thanks',
    thanksHelp:
      'You, to who comes back from the app. {visitor} is the name they gave. Empty, nothing is said.',
    thanksHint: 'Thank you, {visitor|and see you soon}.',
    reply: 'A reply by email, by itself',
    replyHelp:
      'You, to who gave an email, at once. Of their words only a name can stand in it ' +
      '({visitor|there}); once a day to one address. Empty, none is sent.',
    replyNeedsEmail: 'A reply by email can go by itself once you ask for an email.',
    look: 'See it',
    sendMe: 'Send me one',
    sentTo: (to: string) => `On its way to ${to}.`,
  },
  others: {
    title: 'Other questions elsewhere',
    holds: (n: number) =>
      n ? counted(n, { one: '# place', other: '# places' }) : 'on some pages, or for an app',
    pages: 'Asked',
    everyPage: 'on every page of the door',
    ways: 'Before these apps',
    everyWay: 'None chosen: before any app.',
    nowhere: 'Say on which pages or before which apps these are asked. Until then they are not.',
    add: 'Ask other things somewhere',
    remove: 'Remove these questions',
    removed: 'Those questions are gone.',
  },
  hintOf: (hint: string) => `hint “${hint}”`,
  oneOf: (choices: string) => `one of: ${choices}`,
  someOf: (choices: string) => `some of: ${choices}`,
  onlyIf: (choice: string) => `only when it is “${choice}”`,
  count: (n: number) => counted(n, { one: '# question', other: '# questions' }),
  before: 'before any app',
  whileAway: 'only while nobody is in',
  sets: [
    {
      name: 'a repair',
      questions: [
        {
          key: 'about',
          kind: 'one',
          label: 'What is it about?',
          needed: true,
          choices: ['A repair', 'A service', 'Something else'],
        },
        name,
        { key: 'day', kind: 'day', label: 'A day that suits', when: 0 },
      ],
    },
    {
      name: 'a booking',
      questions: [
        { key: 'day', kind: 'day', label: 'Which day?', needed: true },
        { key: 'time', kind: 'time', label: 'What time?' },
        { key: 'many', kind: 'number', label: 'For how many?', needed: true },
        name,
      ],
    },
    {
      name: 'a quote',
      questions: [
        { key: 'what', kind: 'long', label: 'What is it you need?', needed: true },
        { key: 'until', kind: 'day', label: 'By when?' },
        { key: 'email', kind: 'email', label: 'Where shall the quote go?', needed: true },
      ],
    },
    {
      name: 'call me back',
      questions: [
        name,
        { key: 'phone', kind: 'phone', label: 'On which number?', needed: true },
        { key: 'time', kind: 'time', label: 'What time suits?' },
      ],
    },
    {
      name: 'a newsletter',
      questions: [
        { key: 'email', kind: 'email', label: 'Your email', needed: true },
        { key: 'agreed', kind: 'yes', label: 'May we write to you now and then?', needed: true },
      ],
    },
  ] as { name: string; questions: ReadyQuestion[] }[],
}
