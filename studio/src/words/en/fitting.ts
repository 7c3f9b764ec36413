/** Getting the line onto a site and proving that it works, in English. */
import steps from '../../../../kindknock/studio_api/fitting_steps.en.json'
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
  openTrials: (n: number) =>
    counted(n, { one: '# private link still works', other: '# private links still work' }),
  trialUntil: (clock: string) => `Until ${clock}.`,
  trialLink: 'Link to the page with it',
  handOn: 'Hand it on',
  emailSteps: 'Email the steps',
  emailHelp:
    'The line, the steps chosen above, what is heard so far, and a page that shows when it is heard.',
  sheet: 'Hand-over sheet',
  sheetMasked: 'Numbers are hidden on this screen, so they stay off the sheet too.',
  pdf: 'As PDF',
  pdfReady: 'The sheet is ready.',
  pdfLate: 'The sheet isn’t ready yet. Ask again in a moment.',
  open: 'Open it',
  pinned: 'For sites that demand a pinned script',
  pinnedHolds: 'A form of the line that names what is in the file (integrity).',
  pinnedHelp:
    'It never changes, so it never gets a mended button either: it must be renewed within two years. ' +
    'Take it only where the site’s rules ask for it.',
  pinnedGo: 'Make the pinned line',
  pinnedLine: (day: string) => `The pinned line, served unchanged until ${day}`,
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
  kinds: steps as Steps[],
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
