/** The desk's sentences and their editors, in English. */
import type { Schemas } from '../api/client'

const list = (items: string[]): string => (items.length < 2 ? items.join('') : items.slice(0, -1).join(', ') + ' and ' + items[items.length - 1])
const second = (n: number): string => `${n} second${n === 1 ? '' : 's'}`

export const deskWords = {
  list, and: ' and ',
  matter: { reach: 'Reach us by', who: 'Who answers', when: 'When', where: 'Where', whom: 'For whom', arrives: 'Arrives', says: 'Says', nudges: 'Nudges', press: 'On a press', plates: 'In the page', looks: 'Looks', on: 'Stands on' },
  /** What each matter is, said where it opens. */
  about: {
    reach: 'The ways visitors can reach you, in the order they see them.', who: 'The people a visitor can choose between. Their hours are kept on the rota.',
    when: 'What visitors meet while nobody is in.', where: 'The pages this door shows on.', whom: 'The visitors this door is for.',
    arrives: 'When the button comes, once a page is there.', says: '', nudges: 'A small note beside the button, and whether the card opens by itself.',
    press: 'What happens when somebody presses the button.', plates: 'The same button inside a page, such as beside the buy button. It opens the same card.', looks: '', on: '',
  },
  who: {
    people: 'Add people, their numbers, pictures and pages', here: 'offered on this page now', notHere: (why: string) => `not offered here now: ${why}`, turns: 'Who stands first', listed: 'as listed here', listedHelp: 'Whoever reads the visitor’s language comes before the rest.', fair: 'in fair turns', fairHelp: 'From visit to visit another; who had fewer knocks this week comes up more often.',
    nobody: 'nobody in particular', nobodyHelp: 'Without people, the shop’s hours decide when somebody answers.', shown: 'Those off duty stand below, with when they are back', leftOut: 'Those off duty are left out',
    offDuty: 'People off duty', inNow: 'in', add: 'Let answer here', remove: (name: string) => `Take ${name} off this door`, more: (n: number) => `${n} more`, none: 'No people yet. They come with the rota.', alone: 'only if',
    move: (name: string) => `Move ${name}. Arrow keys move the name up and down.`,
  },
  when: {
    always: 'At any hour', closed: 'closed', away: 'then an away note', hide: 'then no button', title: 'While nobody is in', awayHelp: 'The button stays, hollow. Visitors read your away note and when you are back.', hideHelp: 'The button goes away until somebody is in.',
    notes: 'Visitors may leave a note', notesHelp: 'It lands under Left notes and in your email.', reply: 'You usually answer within', minutes: 'minutes', replyHelp: 'Said on the card while somebody is in. Empty says nothing.', shop: 'Shop hours', open: 'open now', rota: 'Change hours, closed days and people’s times on the rota.',
    words: 'The away note is written under Says.', awayShort: 'away note', hideShort: 'no button',
  },
  where: {
    every: 'Every page', everyOf: (hosts: string) => `Every page of ${hosts}`, except: ' except ', some: 'Only on ', none: 'no page yet', anywhere: 'your site', more: (n: number) => `${n} more`,
    exact: (value: string) => `${value} only`, below: (value: string) => `${value} and all below`, kinds: { home: 'the home page', product: 'product pages', list: 'list pages', article: 'articles', basket: 'the basket', checkout: 'the checkout', contact: 'the contact page' } as Record<string, string>,
    campaign: (value: string) => `the campaign ${value}`, pattern: (value: string) => `pages like ${value}`,
    show: 'Show', hide: 'Hide', on: 'on', modes: { exact: 'only', below: 'and everything below it' }, decides: 'decides here', useless: 'never matters', uselessHelp: 'Another rule already says so.', cancelled: 'cancelled out', cancelledHelp: 'A rule that hides takes the same pages, and hiding wins.', remove: 'Take this rule away',
    all: 'Show on every page.', allHelp: 'None is singled out, so all count.', someOnly: 'Show only on the pages below.', onlySome: 'Only some pages', butSome: 'All but some pages',
    add: 'Paste or type an address, or pick a page we have seen', addHide: 'Hide it on', addShow: 'Show it on', seen: 'Seen lately:', seenMore: (n: number) => `${n} more`, kindsTitle: 'Or a kind of page:', catches: (n: number) => (n === 0 ? 'no page seen so far' : n === 1 ? 'one page seen' : `${n} pages seen`),
    takes: 'Takes', leaves: 'Leaves', test: 'Does it show on', testHint: 'any address of yours', onlyHost: 'only on', anyHost: 'on every web address', removed: 'That rule is gone.', hostOf: (host: string) => `on ${host} alone`,
  },
  whom: {
    everyone: 'Everyone', on: 'on', everyDevice: 'every device', devices: { phone: 'phones', tablet: 'tablets', computer: 'computers' } as Record<string, string>, device: { phone: 'Phones', tablet: 'Tablets', computer: 'Computers' } as Record<string, string>,
    first: 'First-time visitors', returning: 'Returning visitors', from: (names: string) => `in ${names}`, notFrom: (names: string) => `outside ${names}`, reading: (names: string) => `reading ${names}`, cameFrom: (hosts: string) => `coming from ${hosts}`,
    devicesTitle: 'Devices', devicesHelp: 'None chosen means every device.', countries: 'Countries', all: 'Every country', only: 'Only these', not: 'All but these', search: 'Type a country', countryHelp: 'Where a country can’t be told, the visitor is let in.', nothing: 'Nobody yet: name a country, or it can’t be published.',
    languages: 'Languages they read', languagesHelp: 'None chosen means every language.', visitors: 'Visitors', everyVisitor: 'Everybody', firstTitle: 'First-time only', returningTitle: 'Returning only', came: 'Came from', cameHelp: 'Other sites that lead here, such as news.example. Empty means from anywhere.', cameHint: 'news.example',
    memory: 'Remember visitors in their browser', memoryHelp: 'A few words kept on their own device, never a cookie, never sent to us.', cannot: (what: string) => `Where nothing may be remembered, this can’t hold: ${what}.`,
    needs: { 'for_whom.visitors': 'telling first-time from returning', 'arrives.page': 'counting pages of a visit', 'nudge.how_often': 'how often the nudge comes', opens_itself: 'opening by itself', 'press.privacy': 'remembering who agreed' } as Record<string, string>,
    remove: (name: string) => `Take ${name} off`,
  },
  arrives: {
    atOnce: 'At once', after: (n: number) => `After ${second(n)}`, scroll: (n: number) => `after ${n} % of scrolling`, or: ' or ', fromPage: (n: number) => `from page ${n} of a visit`, onPages: 'on some pages',
    title: 'It comes', seconds: 'After seconds', secondsHelp: '0 is at once. Empty leaves it to scrolling.', percent: 'Or once so much of the page is scrolled, in %', percentHelp: 'Whichever comes first. A page too short to scroll has been scrolled.',
    page: 'From which page of a visit', pageHelp: 'The first page is 1. A visit ends after half an hour of rest.', pages: 'Only wait on these pages', pagesHelp: 'Elsewhere it stands at once.', play: 'Play it now', playing: 'Playing, four times faster', wrong: 'Write whole seconds, such as 4.', corner: { left: 'bottom left', right: 'bottom right' } as Record<string, string>,
  },
  nudges: {
    none: 'No nudge', quiet: 'and never opens by itself', after: (n: number) => ` after ${second(n)}`, opens: (words: string) => `opens by itself ${words}`, on: 'Show a nudge', words: 'The nudge says', wordsWho: 'You, to somebody who looks around.', delay: 'Seconds after the button stands', often: 'How often',
    oftens: { every_page: 'on every page', once_a_visit: 'once a visit', once_a_day: 'once a day', once: 'once, until its words change' } as Record<string, string>, motion: 'Motion', motions: { none: 'none', rise: 'rises', nod: 'nods', lean: 'leans' } as Record<string, string>, sound: 'Knock twice, softly', soundHelp: 'Only after the visitor has pressed something on the page.',
    closed: 'Whoever closes it is not asked again for 30 days.', itself: 'Open the card by itself', itselfHelp: 'Never after somebody closed it, and once a visit.', itselfAfter: 'After seconds', itselfScroll: 'Or after so much scrolling, in %', itselfPage: 'From which page of a visit', itselfOn: 'On', tucks: 'Tuck it away after untouched seconds', tucksHelp: '0: it stays.', pages: 'Only on these pages', blank: 'not written yet', afterSeconds: (n: number) => `after ${second(n)}`,
  },
  press: {
    card: 'the note card', apps: 'the apps alone', straight: 'straight through', everywhere: 'Opens ', on: ' on ', then: 'then ', title: 'A press opens', help: { card: 'To whom, their note, by which app.', apps: 'The apps and nothing else.', straight: 'One way and nobody to choose: into the app at once. Else the card.' } as Record<string, string>,
    names: { card: 'Note card', apps: 'Apps alone', straight: 'Straight through' } as Record<string, string>, ways: 'The apps stand', column: 'one below the other', row: 'side by side', opens: 'They come out', up: 'upwards', aside: 'beside the button', by: 'On a computer, go on by', web: 'the app’s own page', qr: 'a code for their phone', privacy: 'Privacy', notice: 'A notice is enough', agree: 'They must agree first', agreeHelp: 'Remembered where the browser allows; else asked each visit.', outside: 'A press beside the card closes it', agreeShort: 'they agree first', noticeShort: '',
    agreed: 'after they agree', link: 'The notice’s words are under Says, its link under Business.',
  },
  plates: {
    none: 'No button in a page', one: (label: string, at: string) => `“${label}” ${at}`, at: { before: 'before', after: 'after' } as Record<string, string>, tagged: 'where its tag stands', add: 'Pick a spot on the stage', addTag: 'Make a tag instead', picking: 'Now press something on the stage: the button goes beside it. Esc to stop.', label: 'Its label', labelHelp: (label: string) => `Empty: “${label}”, as the door’s.`, where: 'It stands', before: 'before', after: 'after', of: 'this spot', repick: 'Pick another spot', align: 'Aligned', aligns: { start: 'to the start', centre: 'in the middle', end: 'to the end', fill: 'full width' } as Record<string, string>, size: 'Height in px', tag: 'Its tag, for your page', copy: 'Copy', pages: 'Only on these pages', remove: 'Take it away', removed: 'That button is gone.', found: (n: number) => (n === 1 ? 'Found once on this page.' : n === 0 ? 'Not found on this page.' : `Found ${n} times; it stands beside the first.`), spot: 'Spot',
  },
  overrides: {
    title: 'Other words on some pages', add: 'Say something else on some pages', lead: 'Only what you write here differs; the rest is as the door says it.', help: 'Line below the heading', away: 'When nobody is in', name: 'What it is for, for you', nameHint: 'Repair pages', pages: 'On these pages', label: 'On the button', heading: 'On top of the card', note: 'Their message starts with', people: 'Who answers there', asDoor: 'as the door', remove: 'Take it away', removed: 'Those pages say what the door says again.', blank: 'names no page yet', unnamed: 'Some pages',
  },
  channel: {
    asDoor: 'as the door', own: 'its own', back: 'Back to the door’s', who: 'Who', when: 'When', where: 'Where', whom: 'For whom', says: 'Says', looks: 'Looks', everyone: 'everybody of this door', hours: 'Its hours', hoursHint: 'Mon-Fri 9-17:30', hoursHelp: 'Empty: whenever the door answers. Holds at once.', needs: 'Needs somebody in', needsNot: 'Works while nobody is in', name: 'What visitors read on it', caption: 'A line below it', captionHint: 'For orders and returns', note: 'Their message starts with, here', noteHelp: 'Used where this is the only way shown. Empty: the door’s.', mark: 'Letters on its mark', samePage: 'Opens in place of the page', newTab: 'Opens in a new tab', address: 'Its address', usedIn: (places: string) => `Also used in ${places}.`, everywhere: 'Change it there too', close: 'Close', setHours: 'Set', mark4: 'Up to four letters', colour: 'Its own colour on the card', colourHelp: 'Any way of writing it; empty is the door’s.',
  },
  apps: { byName: 'Or choose an app by its name', all: 'Every way', carries: 'brings the note along', copies: 'the note is copied', example: 'such as', blank: 'Leave it blank for now', blankHelp: 'It is marked until you write it, and nothing goes out before.', paste: (app: string) => `Paste your ${app} address` },
  reachMask: { mask: 'Mask numbers', unmask: 'Show numbers', reveal: 'Show it' },
  stage: {
    why: 'Why?', back: 'Back to the page', now: 'Back to now', prev: 'A week back', next: 'A week on', pick: 'Go to a day', ribbon: 'Time of the rehearsal', someone: 'someone in', nobody: 'nobody in', closed: 'closed', nowWord: 'now',
    as: 'Rehearse as', first: 'a first-time visitor', returning: 'a returning visitor', noStorage: 'one who lets nothing be kept', noStorageHelp: 'counts as first-time', anywhere: 'anywhere', inCountry: (name: string) => `in ${name}`, unknown: 'Country not known', pageLanguage: 'page’s language', reading: (name: string) => `reading ${name}`, more: 'more', pageOf: 'Page of the visit', campaign: 'Came by the campaign', referrer: 'Came from', shelf: 'The product is', shelves: { '': 'as the page says', on_sale: 'on sale', sold_out: 'sold out', no_price: 'without a price' } as Record<string, string>, startOver: 'Start over as new',
    show: 'Show', shows: { button: 'the button', nudge: 'the nudge', card: 'the card', play: 'all of it, from the start', away: 'nobody in' } as Record<string, string>, noAway: 'Somebody is in all week.', openSite: 'Open on my site', openSiteHelp: 'in a new tab, and never counted', address: 'Page on the stage', noPage: 'No button on this page', drawn: 'A drawn page: yours can’t be fetched from here.', unreached: 'Kind Knock can’t be reached; this is how it last stood.', covers: (what: string) => `Here the button covers “${what}”.`, heardCover: 'On real visits a fixed part of this page lies under the button.', move: 'Move it clear', moved: 'Moved. It covers nothing now.', noRoom: 'Nothing is free above it: try the other corner.', missing: 'Not on the card', facts: 'The page tells', share: 'Copy a link to this', shared: 'The link is copied. It opens this very rehearsal for anybody of your business.', fold: 'Fold the page away', unfold: 'Show the page', playing: 'Playing, four times faster', zoneOf: 'Their clock', zoneLike: 'the clock of the country', searchCountry: 'Type a country', close: 'Close', tools: 'Stage tools',
    outcome: { passes: 'passes', stops: 'stops here', would_pass: 'would pass', would_stop: 'would stop too', waits: 'waits' } as Record<string, string>, tag: 'stops it here', live: 'What is live',
  },
  far: { title: 'The far side', lands: (app: string) => `What lands in ${app}, before it is sent`, you: 'What you get', counted: (app: string, device: string, path: string) => `One knock, counted: ${app}, on a ${device}, from ${path}.`, noName: 'The app shows you their name and number as it always does. Nothing else is kept here.', copied: (app: string) => `${app} takes no note along, so it is copied and the card says: paste it there.`, empty: 'An empty message: the visitor writes all of it.', call: 'A call begins. Nothing is written.', open: 'Open it for real', back: 'Back to the page', left: 'A note under Left notes, and an email to you.' },
  undo: { undo: 'Undo', redo: 'Redo', undone: (what: string) => `Taken back: ${what}`, redone: (what: string) => `Made again: ${what}`, title: (what: string) => `Take back: ${what}`, again: (what: string) => `Make again: ${what}` },
  conflict: { title: (matter: string) => `Somebody else changed “${matter}” meanwhile.`, mine: 'Yours', theirs: 'Theirs' },
  doors: {
    all: (n: number) => (n === 1 ? 'One door' : `All ${n} doors`), title: 'Doors', lead: 'A visitor gets the first door, from the top, that fits the page and the visitor.', add: 'Hang another door', fromNothing: 'From nothing', fromNothingHelp: 'Our small words, your colour.', fromCopy: 'From a copy of', starts: 'Or start from what suits your kind of business', name: 'Name, for you', go: 'Hang it', open: 'Open', copy: 'Copy', copyTo: (site: string) => `Copy to ${site}`, pause: 'Pause', resume: 'Resume', remove: 'Take away', removed: (name: string) => `${name} is gone from the draft. Live until you publish.`, behind: (name: string) => `Never reached: ${name} stands before it and takes every visit.`, live: 'Live', paused: 'Paused', draft: 'Not live yet', changed: 'Has changes', move: (name: string) => `Move ${name}. Arrow keys move it up and down.`, moved: (name: string, at: number, of: number) => `${name} is now ${at} of ${of}.`, today: (seen: number, opened: number, knocked: number) => `${seen} seen, ${opened} opened, ${knocked} knocked today`, quiet: 'nobody came by today', copied: (name: string, site: string) => `${name} is copied to ${site}.`, rename: 'Rename', help: 'A door is one floating button. Most sites need one; a second serves some pages or visitors only.', preview: 'On your own page',
    addSite: 'Add a website', siteName: 'What is it called?', siteAddress: 'Its web address', siteGo: 'Add it', sites: 'Websites',
  },
  help: {
    open: 'Help', title: 'What this is', close: 'Close',
    desk: 'Left is the stage: the real button on your own page, for a visitor and a moment you choose. Right is the door in plain sentences; press an underlined word to change it and watch the stage follow.',
    doors: 'A site may have several doors, one floating button each. The first that fits a visit is the one shown.',
    words: { door: 'one configured button', stage: 'the live preview', verdict: 'what one visitor gets, and why', rehearse: 'to try the draft as some visitor', nudge: 'the small note beside the button', 'note card': 'what opens on a press', knock: 'a visitor going through to an app', 'not live': 'changed, not published yet' } as Record<string, string>,
    keys: 'Keys', keyList: [['Ctrl Enter', 'publish'], ['Ctrl K', 'find anything'], ['Ctrl Z', 'undo'], ['Ctrl Shift Z', 'redo'], ['[ and ]', 'an hour back, an hour on'], ['W', 'why?'], ['hold B', 'before: as it is live'], ['?', 'this page'], ['Esc', 'close what is open']] as [string, string][], single: 'Single keys work', singleHelp: 'Switch them off if you dictate or use a switch.',
  },
}
export type DeskWords = typeof deskWords
export type Matter = keyof DeskWords['matter']
export const personName = (people: Schemas['PersonOut'][], key: string): string => people.find((one) => one.key === key)?.name || '?'
