/** The words in the language of the studio: one folder a language, chosen here. */
export { answerWords, filesWords, readsWords, treeWords } from './en/answers'
