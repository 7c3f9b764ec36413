/** The words in the language of the studio: one folder a language, chosen here. */
export { saidWords, saysWords } from './en/says'
export type { Spot, Said } from './en/says'
