/** The words in the language of the studio: one folder a language, chosen here. */
export { askWords, type ReadyQuestion } from './en/asks'
