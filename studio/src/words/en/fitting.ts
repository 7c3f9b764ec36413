/** Getting the line onto a site and proving that it works, in English. */
import { counted } from './counting'

export interface Steps {
  code: string
  name: string
  steps: string[]
  worked: string
  wrong: string
  /** Where the line goes in the drawing: a box for code, a file of the theme, a block, or nowhere. */
  drawn: 'box' | 'file' | 'block' | 'letter' | 'none'
}
const HEARD = 'Open your site in another tab: within a minute it says *heard* here.'
export const fittingWords = {
  title: 'Fitting',
  lead: 'The line goes in once. Here you see whether it works.',
  hear: 'What we hear, and where',
  heard: 'heard',
  onPages: 'On ',
  unheard: 'Not yet heard on ',
  unheardMore: (n: number) => counted(n, { one: 'and # more page', other: 'and # more pages' }),
  testing: 'For testing',
  shows: (share: number) => `button in ${share} %`,
  sharesHelp: 'In how many of our looks, once an hour at most, a visitor there had the button.',
  opensPages: (host: string) => `Pages heard on ${host}`,
  silent: 'silent',
  pages: (n: number) => counted(n, { one: '# page', other: '# pages' }),
  allow: 'Allow it',
  notOurs: 'Not ours',
  asides: 'Not ours',
  remove: 'Remove',
  add: 'Add an address the button may run on',
  go: 'Add',
  line: 'Your line',
  once: 'In the head or at the foot, once, on every page: either is right. It never changes.',
  check: 'Why doesn’t it show?',
  checkHelp:
    'Any page. Check it: we fetch it as it is just now, say what stands there, and what a visitor gets.',
  page: 'The page',
  whom: 'As whom, and when',
  device: 'On',
  moment: 'When (your clock)',
  now: 'Now',
  nowWord: 'now',
  onDevice: { computer: 'on a computer', tablet: 'on a tablet', phone: 'on a phone' } as Record<
    string,
    string
  >,
  watch: 'Look from my browser',
  watching: 'The page is open in another tab and watches itself. Leave it there for ten seconds.',
  tryDraft: 'Try the draft there',
  tooLong: 'The site didn’t answer within eight seconds. Try again in a moment.',
  noTab: 'Your browser kept the new tab shut. Allow it for this page, and press again.',
  fromHere: 'In your browser:',
  nothingHeard: 'The page told nothing in ten seconds.',
  asServed: 'As it is served:',
  unpublished: 'Nothing is published yet, so visitors see no button anywhere.',
  fewer: 'Fold the checks',
  onDesk: 'See it on the desk',
  trialEnds: (clock: string) => `Works until tomorrow ${clock}, on any device. Nothing is counted.`,
  openTrial: 'Open it here',
  endTrial: 'End it now',
  trialLink: 'Link to the page with it',
  guess: (generator: string) =>
    generator ? `Our guess, since the page says “${generator}”.` : 'Our guess, from how the page is made.',
  checkHint: 'averilcycles.example/contact',
  checkGo: 'Check it',
  checking: 'Looking at the page',
  notListedHere: (host: string) => `${host} isn’t on your list, so visitors there get no button.`,
  verdict: 'What a visitor gets there now:',
  verdictThen: 'Once the line works, a visitor gets there:',
  why: 'Show all checks',
  paste: 'To read:',
  copy: 'Copy',
  where: 'Where the line goes',
  whereLead: 'Choose what your site is made with.',
  worked: 'How you know it worked',
  wrong: 'What often goes wrong',
  kinds: [
    {
      code: 'builder',
      name: 'A site builder with a box for code',
      steps: [
        'Open the site’s settings and find the box for your own code, often called custom code.',
        'Paste the line where it says end of body, for all pages.',
        'Save, and publish the site there.',
      ],
      worked: HEARD,
      wrong: 'The box belongs to one page only, or the site was saved and not published.',
      drawn: 'box',
    },
    {
      code: 'plugins',
      name: 'A blog or site system with plug-ins',
      steps: [
        'Install a plug-in that puts code into the head or foot of all pages, or open the theme’s foot file.',
        'Paste the line there and save.',
        'Empty the cache, if a plug-in keeps one.',
      ],
      worked: HEARD,
      wrong: 'A plug-in that makes pages faster puts the line off: name k.js among what it leaves alone.',
      drawn: 'file',
    },
    {
      code: 'shop_theme',
      name: 'A shop system with a theme file',
      steps: [
        'Open the theme’s code and its layout file, the one all pages share.',
        'Paste the line just before </body> and save.',
        'If the checkout is a file of its own, decide whether it gets the line too.',
      ],
      worked: HEARD,
      wrong: 'Another theme is the published one, or an update of the theme takes the line away.',
      drawn: 'file',
    },
    {
      code: 'hosted_shop',
      name: 'A hosted shop without its theme’s code',
      steps: [
        'Look in its settings for scripts, tracking or own code.',
        'Paste the line for all pages, foot or head.',
        'Save; some take a few minutes.',
      ],
      worked: HEARD,
      wrong:
        'The box takes only some sorts of code. Then use a tag loader, or a plain link (last in this list).',
      drawn: 'box',
    },
    {
      code: 'loader',
      name: 'A tag loader',
      steps: [
        'Make a new tag of the sort that holds your own HTML, and paste the line.',
        'Let it come on every page, as soon as it can.',
        'Publish the loader’s container.',
      ],
      worked: HEARD,
      wrong: 'The container was saved and not published, or it waits for consent: the line sets no cookie.',
      drawn: 'box',
    },
    {
      code: 'page_builder',
      name: 'A page builder with blocks',
      steps: [
        'Add a block for HTML to the part that stands on every page: the foot.',
        'Paste the line into it.',
        'Save and publish.',
      ],
      worked: HEARD,
      wrong: 'The block is one for text: then the line stands on the page to be read.',
      drawn: 'block',
    },
    {
      code: 'static',
      name: 'Plain pages you edit yourself',
      steps: [
        'Open each page’s file, or the file all of them share.',
        'Paste the line just before </body>.',
        'Put the files onto the server.',
      ],
      worked: HEARD,
      wrong: 'Only the home page was put up, or the browser shows an older copy.',
      drawn: 'file',
    },
    {
      code: 'generated',
      name: 'Pages that are generated',
      steps: [
        'Open the layout that all pages are made with.',
        'Paste the line before </body>.',
        'Build the site and put it up.',
      ],
      worked: HEARD,
      wrong:
        'A Content-Security-Policy of the server stops it: check a page here, and the words to ' +
        'add stand there.',
      drawn: 'file',
    },
    {
      code: 'app',
      name: 'Pages that change without loading',
      steps: [
        'Put the line into the page that is served at first, not into a part that is drawn later.',
        'Nothing has to be called when the page changes: the address is watched.',
        'Put it up.',
      ],
      worked: 'Go from page to page: each shows up here as it is heard.',
      wrong: 'The line was put into a component, so it comes and goes with it.',
      drawn: 'file',
    },
    {
      code: 'someone',
      name: 'Somebody else looks after the site',
      steps: [
        'Press “Email it to someone” under the line.',
        'They need nothing but the line, and no account here.',
        'Look here again once they have written back.',
      ],
      worked: HEARD,
      wrong:
        'A letter got in the way and changed the quotation marks: send it from here instead of typing it.',
      drawn: 'letter',
    },
    {
      code: 'no_code',
      name: 'A builder that allows no code',
      steps: [
        'The button itself can’t stand there.',
        'Put a plain link to your app on the page instead: under Reach us by, “Try it” has it, ' +
          'and a QR code.',
        'Or have the site look at a private page of ours in a frame, if it allows frames.',
      ],
      worked: 'Press the link on your own phone.',
      wrong: 'A link knows no hours: visitors may write while nobody is in.',
      drawn: 'none',
    },
  ] as Steps[],
  special: {
    policy: [
      'A Content-Security-Policy',
      'A header of the server that names what a page may load. Where it stops the line, “Why doesn’t it ' +
        'show?” has the very words to add.',
    ],
    consent: [
      'A consent tool',
      'The line sets no cookie and counts without saying who it was, so it need not wait. If it must, ' +
        'let the tool start it: ' +
        'data-wait in the line, and KindKnock.start() once they agree.',
    ],
    cache: [
      'A cache or something that makes pages faster',
      'It may serve the page as it was before, or put scripts off. Empty it, and name k.js among ' +
        'what is left alone.',
    ],
  } as Record<string, [string, string]>,
}
