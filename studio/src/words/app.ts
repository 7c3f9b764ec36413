/** The words in the language of the studio: one folder a language, chosen here. */
export { en, words } from './en/app'
export type { Words } from './en/app'
