/** Who did what, and when. */
export type DeedKind = '' | 'team' | 'signing_in' | 'published' | 'data'

const kinds: Record<DeedKind, string> = {
  '': 'All of it',
  team: 'Team',
  signing_in: 'Signing in',
  published: 'Published',
  data: 'Data',
}

export const historyWords = {
  lead: 'Who did what, and when. Kept a year. Hours and absences have their own list on the rota.',
  kinds,
  kind: 'What',
  who: 'Who',
  none: 'Nothing of that yet.',
  more: 'Show older',
  byItself: 'By itself',
  file: 'Take it as a table',
}
