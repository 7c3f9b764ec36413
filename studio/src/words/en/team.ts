/** The team: who may come in, as what; several businesses; the page of an invitation. */
export type RoleName = 'owner' | 'maker' | 'answers'

const names: Record<RoleName, string> = { owner: 'Owner', maker: 'Site maker', answers: 'Answers' }

export const teamWords = {
  role: names,
  /** What somebody may do, in a few words beside their name. */
  does: {
    owner: 'everything',
    maker: 'doors and fitting, never the guestbook',
    answers: 'guestbook, own hours',
  } as Record<RoleName, string>,
  /** The same in a sentence, before it is chosen. */
  means: {
    owner: 'May do everything here, also ask others in and take them out.',
    maker: 'Changes doors, words, looks and answers, fits the line, publishes. Never sees who wrote.',
    answers:
      'Reads and answers the guestbook, says when they are in. Reads the doors, changes nothing there.',
  } as Record<RoleName, string>,
  /** The same, told to who is asked. */
  meansYou: {
    owner: 'Everything here, also asking others in and taking them out.',
    maker: 'Change doors, words, looks and answers, fit the line, publish. You never see who wrote.',
    answers:
      'Read and answer the guestbook, and say when you are in. You read the doors, and change nothing there.',
  } as Record<RoleName, string>,
  as: { owner: 'an owner', maker: 'a site maker', answers: 'somebody who answers' } as Record<
    RoleName,
    string
  >,
  tabs: {
    business: 'The business',
    languages: 'Languages',
    team: 'Team',
    data: 'Privacy and data',
    history: 'History',
    label: 'Settings of the business',
  },
  who: 'Who may come in',
  whoLead: 'Signing in to Kind Knock. Who answers visitors stands under People, and needs no account.',
  you: 'you',
  held: (count: number) => `looks after ${count} businesses`,
  hereNow: 'here now',
  never: 'not here yet',
  invited: 'invited',
  over: 'ended',
  until: (day: string) => `until ${day}`,
  overSince: (day: string) => `ended on ${day}, not taken`,
  waitsForYou: 'The letter waits until you have confirmed your own address, under You.',
  again: 'Send it again',
  back: 'Take it back',
  handing: 'is asked to be the owner in your place',
  email: 'Their email',
  invite: 'Invite',
  inviteAs: 'They come in as',
  note: 'They choose their own password. Nothing is theirs until they come in, and you can take it back.',
  sent: (to: string) => `A letter is on its way to ${to}. It works for seven days.`,
  sentAgain: (to: string) => `A new letter is on its way to ${to}. The link in the one before has ended.`,
  tookBack: (to: string) => `Taken back. The link in the letter to ${to} leads nowhere now.`,
  change: (name: string) => `What ${name} may do`,
  changed: (name: string, role: string) => `${name} is in as ${role} from now on.`,
  toOwner: (name: string) => `${name} may then do everything, also change the team and take you out.`,
  toMaker: (name: string) => `${name} sees the guestbook no more, and changes doors and words instead.`,
  toAnswers: (name: string) => `${name} changes nothing on the doors any more, and answers the guestbook.`,
  lowerSelf: 'You can’t change the team any more then; another owner can.',
  makeIt: 'Change it',
  takeOut: 'Take out of the team',
  takeOutMeans: (name: string) =>
    `${name} is out at once: signed out, private links they made end, their phone page ends, and notes for ` +
    'them go to the owners. What they did keeps their name.',
  takeOutGo: (name: string) => `Take ${name} out`,
  tookOut: (name: string) => `${name} is out.`,
  keep: 'Leave it as it is',
  leave: 'Leave this business',
  leaveMeans: 'You are out at once, and come back only if an owner asks you in again.',
  leaveGo: 'Leave',
  lastOwner: 'You are its only owner. Make somebody else an owner first, or hand the business over.',
  handOver: 'Hand the business over',
  handOverLead:
    'Its new owner gets a letter. Once they take it, it is theirs, and you are its owner no more.',
  handOverTo: 'Their email',
  stays: 'Then I stay as a site maker',
  staysHelp: 'Doors and fitting, never the guestbook. Without this you are out once it is theirs.',
  handOverGo: 'Ask them',
  handOverSent: (to: string) => `${to} is asked. Until they take it, nothing changes.`,
  seeAll: 'Who answers also sees what a colleague has',
  seeAllHelp: 'Without this they see what is theirs and what nobody has.',
  businesses: 'Businesses you look after',
  another: 'Another business',
  loading: 'Looking who is in …',
  switcher: {
    find: 'Find a business',
    all: 'All your businesses',
    none: 'None is called that.',
    you: 'You',
  },
  list: {
    title: 'Your businesses',
    lead: 'Each has an address of its own, so two windows can show two of them.',
    nothing: 'Nothing waits here.',
    asked: (by: string, role: string) => `${by} asks you in as ${role}.`,
    askedOver: (by: string) => `${by} wants to hand it to you.`,
    comeIn: 'Come in',
    takeIt: 'Take it',
    name: 'What is it called?',
    start: 'Begin with',
    empty: 'An empty door',
    emptyHelp: 'One door with nothing on it yet.',
    like: (name: string) => `The doors of ${name}`,
    likeHelp: 'Doors, looks and words come along; people, numbers and pictures don’t.',
    make: 'Make it',
    made: (name: string) => `${name} is yours. Nothing of it is live yet.`,
  },
  invitation: {
    title: (business: string) => `Come in to ${business}`,
    titleOver: (business: string) => `${business} is to be yours`,
    says: (by: string, business: string, role: string) => `${by} asks you in to ${business} as ${role}.`,
    saysOver: (by: string, business: string) =>
      `${by} hands you ${business}: the button on its website, its words, its people and its guestbook.`,
    may: 'What you will be able to do',
    for: (email: string) => `The invitation is for ${email}.`,
    until: (day: string) => `It ends on ${day}.`,
    take: 'Come in',
    takeOver: 'Take it',
    known: (email: string) => `${email} has an account here. Sign in to it, and you are in.`,
    password: 'Password',
    choose: 'Choose a password',
    chooseHelp: 'Eight letters or more. Without one, you come in by a link in a letter each time.',
    name: 'Your name',
    nameHelp: 'So that the others know who you are.',
    without: 'Come in without a password',
    byLink: 'Email me a link instead',
    linkSent: 'A link is on its way. Press it, then press the link of the invitation once more.',
    other: (email: string, own: string) =>
      `It went to ${email}, and you are signed in as ${own}. Sign out to come in as ${email}, or ask for ` +
      `one to ${own}.`,
    signOut: 'Sign out',
    wait: 'Looking at the invitation …',
    dead: 'This invitation',
  },
  end: {
    away: 'Take everything away',
    awayLead:
      'One file with all of it: doors and hours, people, guestbook, counts, pictures, history. ' +
      'The format is open, and Kind Knock reads the setups in it back.',
    awayGo: 'Take it as a file',
    close: 'Close the business',
    closeLead:
      'Its buttons are gone from your pages at once. After seven days everything goes for good, the counts ' +
      'too; until then an owner can have it all back. Every owner gets a letter.',
    typeName: (name: string) => `To close it, type its name: ${name}`,
    closeGo: 'Close it',
    closing: (day: string) => `Closed. No button shows, and everything goes for good on ${day}.`,
    keep: 'Keep the business',
    bar: (day: string) => `This business is closed, and goes for good on ${day}.`,
    barGo: 'Look at it',
    copy: (when: string) => `This copy of the demo is yours alone, and gone ${when}.`,
    copyShop: 'Its demo shop',
  },
  mayNot: {
    business: 'You can look. Changing this is for owners.',
    answers: 'You can look at the doors. Changing them is for owners and site makers.',
    read: 'You can read it. Changing it is for owners and site makers.',
    people: 'You can look. Adding and changing people is for owners.',
    rota: 'You can change your own hours and say yourself away. The rest is for owners.',
    rotaNone: 'You can look. Hours are for owners and for those who answer.',
  },
}
