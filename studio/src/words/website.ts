/** The words in the language of the studio: one folder a language, chosen here. */
export { websiteWords } from './en/website'
