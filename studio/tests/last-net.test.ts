import { expect, it } from 'vitest'
import { Refusal } from '../src/api/client'
import { netted } from '../src/composables/lastNet'

it.each([
  [new Refusal(422, 'x', 'That can’t be kept.'), 'That can’t be kept.'],
  [new TypeError('Failed to fetch dynamically imported module: /x.js'), 'could not be loaded'],
  [new TypeError('x is undefined'), 'our mistake'],
  ['thrown words', 'our mistake'],
])('what nobody caught is said', (error, sentence) => {
  expect(netted(error)).toContain(sentence)
})
