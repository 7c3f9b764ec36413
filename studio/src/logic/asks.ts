/** Questions asked first: their sentence on the desk, new ones, ready sets. */
import type { Parts } from '../api/desk'
import { askWords as say, type ReadyQuestion } from '../words/asks'

export type Asks = Parts['asks']
export type Question = NonNullable<Asks['questions']>[number]
export type Other = NonNullable<Asks['others']>[number]
export type QuestionSet = Pick<Asks, 'title' | 'questions'>

export const NOTHING_ASKED: Asks = {
  when: 'never',
  title: {},
  questions: [],
  keeps: false,
  mails: 'no',
  mail_to: [],
  thanks: {},
  reply: {},
  others: [],
}
/** Whether anybody is asked for an email. */
export const asksForEmail = (asks: Asks): boolean =>
  [asks, ...(asks.others ?? [])].some(({ questions }) => questions?.some(({ kind }) => kind === 'email'))

export const MOST = 8

export const labelOf = (question: Question, language: string): string =>
  question.label?.[language] || Object.values(question.label ?? {}).find(Boolean) || ''
const choiceWords = (question: Question, language: string): string[] =>
  (question.choices ?? []).map(
    ({ words }) => words?.[language] || Object.values(words ?? {}).find(Boolean) || '',
  )

/** What stands below a question in the list. */
export function aboutQuestion(question: Question, all: Question[], language: string): string {
  const choices = choiceWords(question, language).filter(Boolean).join(', ')
  const kind = question.kind ?? 'words'
  const what = kind === 'one' ? say.oneOf(choices) : kind === 'some' ? say.someOf(choices) : say.kinds[kind]
  const hint = question.hint?.[language] ? say.hintOf(question.hint[language]) : ''
  const when = question.only_when
  const on = all.find(({ key }) => key === when?.question)
  const choice = on?.choices?.find(({ key }) => key === when?.choice)
  return [what, hint, when ? say.onlyIf(choice?.words?.[language] ?? '…') : ''].filter(Boolean).join(', ')
}

/** A key nobody has: `base`, or with a number behind it. */
export function freshKey(base: string, taken: readonly string[]): string {
  if (!taken.includes(base)) return base
  let n = 2
  while (taken.includes(`${base}${n}`)) n++
  return `${base}${n}`
}

export const newQuestion = (label: string, language: string, all: readonly Question[]): Question => ({
  key: freshKey(
    `q${all.length + 1}`,
    all.map(({ key }) => key),
  ),
  kind: 'words',
  label: label ? { [language]: label } : {},
  hint: {},
  needed: false,
  choices: [],
  only_when: null,
})

/** A ready set behind what is asked already, as far as there is room. */
export function withReady(
  all: readonly Question[],
  ready: readonly ReadyQuestion[],
  language: string,
): Question[] {
  const out = [...all]
  const first = { key: '', choices: [] as string[] }
  for (const item of ready) {
    if (out.length >= MOST) break
    const taken = out.map(({ key }) => key)
    const key = freshKey(item.key, taken)
    const choices = (item.choices ?? []).map((words, i) => ({
      key: `${key}_${i + 1}`,
      words: { [language]: words },
    }))
    if (!first.key) Object.assign(first, { key, choices: choices.map((choice) => choice.key) })
    const choice = item.when === undefined ? undefined : first.choices[item.when]
    out.push({
      key,
      kind: item.kind,
      label: { [language]: item.label },
      hint: item.hint ? { [language]: item.hint } : {},
      needed: item.needed ?? false,
      choices,
      only_when: choice ? { question: first.key, choice } : null,
    })
  }
  return out
}
