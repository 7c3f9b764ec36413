import { describe, expect, it } from 'vitest'
import {
  aboutQuestion,
  freshKey,
  MOST,
  newQuestion,
  withReady,
  type Question,
  NOTHING_ASKED,
} from '../src/logic/asks'
import { asksSentence, textOf } from '../src/logic/sentences'
import { standingAs } from '../src/logic/visitor'
import { askWords } from '../src/words/asks'

const set = (name: string) => askWords.sets.find((each) => each.name === name)?.questions ?? []

describe('questions asked first', () => {
  it.each([
    ['name', [], 'name'],
    ['name', ['name'], 'name2'],
    ['name', ['name', 'name2', 'name4'], 'name3'],
  ])('have keys of their own: %s beside %s', (base, taken, key) => {
    expect(freshKey(base, taken)).toBe(key)
  })
  it('begin with a ready set whose conditions hold among themselves, twice over', () => {
    const once = withReady([], set('a repair'), 'en')
    const twice = withReady(once, set('a repair'), 'en')
    expect(new Set(twice.map(({ key }) => key)).size).toBe(6)
    for (const question of twice.filter(({ only_when: when }) => when)) {
      const on = twice.find(({ key }) => key === question.only_when?.question)
      expect(on?.choices?.map(({ key }) => key)).toContain(question.only_when?.choice)
      expect(twice.indexOf(on as Question)).toBeLessThan(twice.indexOf(question))
    }
    expect(twice.at(-1)?.only_when?.question).toBe('about2')
  })
  it('are eight at most', () => {
    let all: Question[] = []
    for (let n = 0; n < 5; n++) all = withReady(all, set('a quote'), 'en')
    expect(all).toHaveLength(MOST)
  })
  it('are told in a line', () => {
    const all = withReady([], set('a repair'), 'en')
    expect(all.map((question) => aboutQuestion(question, all, 'en'))).toEqual([
      'one of: A repair, A service, Something else',
      'a few words, hint “so we know who is asking”',
      'a day, only when it is “A repair”',
    ])
  })
  it.each([
    ['never', 'a repair', 'nothing'],
    ['always', '', 'Ask something'],
    ['always', 'call me back', '“Your name”, “On which number?” and “What time suits?”, before any app'],
    [
      'nobody',
      'a newsletter',
      '“Your email” and “May we write to you now and then?”, only while nobody is in',
    ],
  ] as const)('are one sentence: %s, %s', (when, name, sentence) => {
    const questions = withReady([], set(name), 'en')
    expect(textOf(asksSentence({ ...NOTHING_ASKED, when, questions }, 'en'))).toBe(sentence)
  })
  it('mark what has no words yet', () => {
    const pieces = asksSentence(
      { ...NOTHING_ASKED, when: 'always', questions: [newQuestion('', 'en', [])] },
      'en',
    )
    expect(pieces[0]).toMatchObject({ text: askWords.blank, blank: true })
  })
})

describe('whom a page is asked about as', () => {
  it.each([
    [{}, 'a first-time visitor, on a computer, now'],
    [
      { visitor: 'returning', device: 'phone', country: 'ES', language: 'pt' },
      'in Spain, reading Portuguese',
    ],
    [{ at: Date.parse('2026-12-05T09:00:00') / 1000 }, 'Saturday'],
  ] as const)('is told in a line: %o', (more, words) => {
    const as = { visitor: 'first', device: 'computer', country: '', language: '', at: null, ...more } as const
    expect(standingAs(as)).toContain(words)
  })
})
