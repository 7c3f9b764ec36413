/** What each screen is for, our words and the keys, in English. */
export const helpWords = {
  open: 'Help',
  title: 'What this is',
  about: {
    desk: [
      'Left is the stage: the real button on your own page, for a visitor and a moment you choose.',
      'Right is the door in plain sentences; press an underlined word to change it and watch the stage ' +
        'follow. Nothing of it goes out before you publish.',
    ],
    doors: [
      'A site may have several doors, one floating button each. The first that fits a visit is the one ' +
        'shown.',
    ],
    releases: [
      'Every time you published, kept whole. Look at one, compare it with today, or bring it back.',
      'Hours and absences are never brought back with it: they stay as they are now.',
    ],
    rota: [
      'Who answers when: the shop’s hours, each person’s, days off and absences, and the hours nobody ' +
        'covers.',
      'All of it applies at once, without publishing, and each change can be undone.',
    ],
    people: [
      'The people or desks a visitor can choose: their names, numbers, pages and words.',
      'Their names and numbers go live when you publish, at the foot; their hours apply at once.',
    ],
    guestbook: [
      'Who left a note or answered what a door asks first, with their words and what became of it.',
      'Hand it to somebody, answer by email or in the app they gave, and put down one next step.',
    ],
    answers: [
      'What visitors can read before they write: short answers, articles, and signposts to choose along.',
      'All of it is a draft until you publish. A person is always one press away on the card.',
    ],
    footfall: [
      'Of a hundred who saw the button how many opened the card and knocked, and where, and when.',
      'Nobody is followed and nobody can be made out: only numbers are kept, and each says how sure it is.',
    ],
    fitting: [
      'Where the line is heard, and whether it works: check any page of yours, as it is served just now.',
    ],
    business: ['What all your doors share: the name, the country of its numbers, time zone and currency.'],
    languages: [
      'The languages your words are written in, the default first.',
      'A visitor reads theirs where you wrote it, and the default where you did not.',
    ],
    team: [
      'Who signs in to this business, and what each may do. Ask somebody in by email; they choose a ' +
        'password of their own.',
      'Who answers visitors stands under People. They need no account.',
    ],
    data: ['What is kept of visitors, your privacy page, and everything of this business as a file.'],
    history: ['Who did what, and when: kept a year, then it goes.'],
    businesses: [
      'Each business has an address of its own here, so two windows can show two of them.',
      'What waits in one is said beside its name.',
    ],
    you: ['Your own way in: email, password, and where you are signed in.'],
    first: [
      'Your website’s address is enough: what its pages tell is proposed, and you tick what is right. ' +
        'Without a website a name and one number or link will do. The button beside it is the real one.',
      'Everything else can be changed afterwards, and nobody sees it before the line stands on your site.',
    ],
  },
  words: {
    door: 'one configured button',
    stage: 'the live preview',
    verdict: 'what one visitor gets, and why',
    hint: 'the small note that comes up beside the button',
    'note card': 'what opens when the button is tapped',
    knock: 'a visitor going through to an app',
    rota: 'who answers when',
    'not live': 'changed, not published yet',
  } as Record<string, string>,
  keys: 'Keys',
  guestKeys: [
    ['↑ and ↓', 'through the list'],
    ['D', 'done with this'],
    ['G', 'give to somebody'],
  ] as [string, string][],
  deskKeys: [
    ['Ctrl Enter', 'publish'],
    ['Ctrl Z', 'undo'],
    ['Ctrl Shift Z', 'redo'],
    ['[ and ]', 'an hour back, an hour on'],
    ['W', 'why?'],
    ['hold B', 'before: as it is live'],
  ] as [string, string][],
  keyList: [
    ['Ctrl K', 'find anything'],
    ['?', 'this page'],
    ['Esc', 'close what is open'],
    ['F6', 'to the line at the foot, and back'],
  ] as [string, string][],
  single: 'Single keys work',
  singleHelp: 'Switch them off if you dictate or use a switch.',
}
export type HelpTopic = keyof typeof helpWords.about
