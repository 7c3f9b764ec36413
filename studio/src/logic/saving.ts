/** What became of what is typed, in words; empty while nothing was. */
import { words } from '../words/app'
import { clock } from './time'

export function savingWords(state: 'saved' | 'saving' | 'offline' | 'wrong', at: Date | null): string {
  if (state !== 'saved') return words.typed[state]
  return at ? words.typed.saved(clock(at)) : ''
}
