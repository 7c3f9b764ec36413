/** Whom a page is asked about as, in a line. */
import { deskWords } from '../words/desk'
import { fittingWords } from '../words/fitting'
import { countryName, languageName } from './sentences'

/** Where on the desk something is mended: a door, a page on the stage, a sentence open. */
export interface DeskPlace {
  door: string
  page: string
  open?: string | undefined
}
export interface TriedAs {
  visitor: 'first' | 'returning' | 'no_storage'
  device: string
  country: string
  language: string
  at: number | null
}

export function standingAs(as: TriedAs): string {
  const say = deskWords.stage
  const who = { first: say.first, returning: say.returning, no_storage: say.noStorage }[as.visitor]
  const when =
    as.at === null
      ? fittingWords.nowWord
      : new Date(as.at * 1000).toLocaleString('en-GB', {
          weekday: 'long',
          day: 'numeric',
          month: 'long',
          hour: '2-digit',
          minute: '2-digit',
        })
  return [
    who,
    fittingWords.onDevice[as.device] ?? '',
    as.country ? say.inCountry(countryName(as.country)) : '',
    as.language ? say.reading(languageName(as.language)) : '',
    when,
  ]
    .filter(Boolean)
    .join(', ')
}
