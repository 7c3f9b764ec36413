/** The kinds of question as the platform has them: right keyboards, its own way to choose a day. */
import { make } from './elements'
import { bag, list, text, type Bag } from './plan'

export interface Question {
  key: string
  kind: string
  label: string
  hint: string
  needed: boolean
  choices: { key: string; words: string }[]
  /** Asked only where that question was answered so. */
  when: [string, string] | null
}
export interface Field {
  question: Question
  element: HTMLElement
  /** What was answered: text, or the keys of what was chosen. */
  values: () => string[]
  /** The same as a person reads it. */
  reads: () => string
  /** Says what is amiss at the field; whether anything is. */
  check: () => boolean
  focus: () => void
}

const INPUT: Record<string, [type: string, mode: string, fills: string]> = {
  words: ['text', '', ''],
  email: ['email', 'email', 'email'],
  phone: ['tel', 'tel', 'tel'],
  number: ['text', 'decimal', ''],
  day: ['date', '', ''],
  time: ['time', '', ''],
}
const LONGEST: Record<string, number> = { words: 200, email: 254, phone: 40, number: 40, long: 1000 }
const EMAIL = /^\S+@\S+\.\S{2,}$/
const PHONE = /^[+\d\s().\-/\p{Nd}]*$/u

/** The questions before one way: its own, where the owner has other ones for it, else the door's. */
export const setFor = (asks: Bag, way: string): Bag =>
  list(asks.others)
    .map(bag)
    .find((other) => list(other.ways).includes(way)) || asks

export const questionsIn = (asks: Bag): Question[] =>
  list(asks.asked)
    .map(bag)
    .filter((from) => text(from.key) && text(from.label))
    .map((from) => {
      const when = list(from.when).map(text)
      return {
        key: text(from.key),
        kind: text(from.kind),
        label: text(from.label),
        hint: text(from.hint),
        needed: from.needed === true,
        choices: list(from.choices)
          .map(bag)
          .map((choice) => ({ key: text(choice.key), words: text(choice.words) })),
        when: when[0] && when[1] ? [when[0], when[1]] : null,
      }
    })

function dayIn(lang: string, value: string): string {
  const [year, month, day] = value.split('-').map(Number)
  if (!year || !month || !day) return value
  return new Date(year, month - 1, day).toLocaleDateString(lang || undefined, {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  })
}

export function field(
  question: Question,
  lang: string,
  words: Record<string, string>,
  before: string[],
): Field {
  const { key, kind, needed, hint } = question
  const id = 'kk-q-' + key
  const isChosen = kind === 'one' || kind === 'some' || kind === 'yes'
  const element = make(isChosen ? 'fieldset' : 'div', 'q')
  const label = make(isChosen ? 'legend' : 'label', '', question.label)
  if (!needed) label.append(' ', make('small', '', words.ask_may))
  const wrong = make('p', 'small said')
  wrong.id = id + '-wrong'
  wrong.setAttribute('role', 'status')
  let inputs: (HTMLInputElement | HTMLTextAreaElement)[]

  if (isChosen) {
    const choices =
      kind === 'yes'
        ? [
            { key: 'yes', words: words.ask_yes ?? '' },
            { key: 'no', words: words.ask_no ?? '' },
          ]
        : question.choices
    const row = make('div', 'choices')
    inputs = choices.map((choice) => {
      const box = make('input')
      box.type = kind === 'some' ? 'checkbox' : 'radio'
      box.name = id
      box.value = choice.key
      box.checked = before.includes(choice.key)
      const chip = make('label', 'choice')
      chip.append(box, make('span', '', choice.words))
      row.append(chip)
      return box
    })
    element.append(label, ...(hint ? [make('p', 'small', hint)] : []), row, wrong)
  } else {
    const input = make(kind === 'long' ? 'textarea' : 'input')
    const [type = 'text', mode = '', fills = ''] = INPUT[kind] ?? []
    if (input instanceof HTMLInputElement) input.type = type
    input.inputMode = mode
    input.autocomplete = (fills || (key === 'name' ? 'name' : '')) as AutoFill
    input.maxLength = LONGEST[kind] ?? 200
    input.placeholder = hint
    input.id = id
    input.dir = 'auto'
    input.value = before[0] ?? ''
    ;(label as HTMLLabelElement).htmlFor = id
    inputs = [input]
    element.append(label, input, wrong)
  }
  for (const input of inputs) {
    input.required = needed
    input.setAttribute('aria-describedby', wrong.id)
  }
  const values = (): string[] =>
    isChosen
      ? inputs.filter((input) => (input as HTMLInputElement).checked).map((input) => input.value)
      : [inputs[0]?.value.trim() ?? ''].filter(Boolean)
  const reads = (): string => {
    if (kind === 'yes')
      return values()[0] === 'yes' ? words.ask_yes || '' : values()[0] ? words.ask_no || '' : ''
    if (isChosen)
      return values()
        .map((value) => question.choices.find((choice) => choice.key === value)?.words ?? '')
        .join(', ')
    const value = values()[0] ?? ''
    return kind === 'day' ? dayIn(lang, value) : value
  }
  const amiss = (): string => {
    const [value = ''] = values()
    if (!value) return needed ? words.ask_need || '' : ''
    if (kind === 'email' && !EMAIL.test(value)) return words.ask_email || ''
    if (kind === 'phone' && (!PHONE.test(value) || value.replace(/[^\p{Nd}]/gu, '').length < 5))
      return words.ask_phone || ''
    return ''
  }
  const tell = (sentence: string): void => {
    wrong.textContent = sentence
    for (const input of inputs) {
      if (sentence) input.setAttribute('aria-invalid', 'true')
      else input.removeAttribute('aria-invalid')
    }
  }
  element.addEventListener('input', () => tell(''))
  return {
    question,
    element,
    values,
    reads,
    check() {
      tell(amiss())
      return !!amiss()
    },
    focus: () => inputs[0]?.focus(),
  }
}
