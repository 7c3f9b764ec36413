/** The words in the language of the studio: one folder a language, chosen here. */
export { deskWords, personName } from './en/desk'
export type { DeskWords, Matter } from './en/desk'
