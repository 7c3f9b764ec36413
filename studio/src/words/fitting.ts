/** The words in the language of the studio: one folder a language, chosen here. */
export { fittingWords, type Steps } from './en/fitting'
