/** How far a left note has come, as a door and as words. */
import type { Words } from '../words/app'

export interface NoteState {
  glyph: 'open' | 'ajar' | 'shut'
  says: string
}

export const noteState = (state: string, words: Words): NoteState =>
  state === 'answered'
    ? { glyph: 'open', says: words.notes.isAnswered }
    : state === 'done'
      ? { glyph: 'shut', says: words.notes.isDone }
      : { glyph: 'ajar', says: state === 'new' ? words.notes.isNew : words.notes.isRead }
