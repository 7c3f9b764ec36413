import { describe, expect, it } from 'vitest'
import { chosenByKey } from '../src/composables/useRadioKeys'

/** Each room may import those before it; what stands in one line keeps apart. */
const ROOMS = [
  ['api'],
  ['words'],
  ['logic'],
  ['stores'],
  ['composables'],
  ['parts'],
  ['desk'],
  ['doors', 'people', 'rota', 'guestbook', 'fitting', 'answers', 'team', 'begin'],
  ['screens'],
]
const SOURCES = import.meta.glob<string>('../src/**/*.{ts,vue}', {
  query: '?raw',
  import: 'default',
  eager: true,
})
const rank = (path: string): number => ROOMS.findIndex((line) => line.includes(path.split('/')[0] ?? ''))
const room = (path: string): string => path.split('/')[0] ?? ''
/** A module named from within another, as a path below `src`. */
const within = (from: string, to: string): string =>
  new URL(to, `file:///${from}`).pathname.slice(1).replace(/^src\//, '')
const imports = (source: string): string[] =>
  [...source.matchAll(/(?:from|import\() ?'(\.[^']+)'/g)].map((found) => found[1] ?? '')

describe('the studio’s rooms', () => {
  it('import only what stands before them', () => {
    const arrows = Object.entries(SOURCES).flatMap(([file, source]) => {
      const from = file.replace('../src/', '')
      return imports(source).map((to) => [from, within(from, to)] as const)
    })
    expect(arrows.length).toBeGreaterThan(400)
    const wrong = arrows.filter(
      ([from, to]) => rank(from) >= 0 && rank(to) >= rank(from) && room(from) !== room(to),
    )
    expect(wrong).toEqual([])
  })
})

/** A model handed down is written a tick later: a handler beside it must take the new value as it comes. */
const readsAnOldModel = ([file, source]: [string, string]): string[] =>
  [...source.matchAll(/const (\w+) = defineModel/g)].flatMap(([, model]) =>
    [...source.matchAll(new RegExp(`<\\w+[^<]*?v-model="${model}"[^<]*?@update:model-value="([^"]+)"`, 'g'))]
      .map(([, handler]) => handler ?? '')
      .filter(
        (handler) => !handler.includes('$event') && !new RegExp(`function ${handler}\\(\\w+: `).test(source),
      )
      .map((handler) => `${file}: ${handler}`),
  )

describe('a model with a handler beside it', () => {
  it('hands over what was just typed', () => {
    expect(
      readsAnOldModel([
        'Old.vue',
        `const text = defineModel()\n<TextBox\n v-model="text" @update:model-value="look()" />`,
      ]),
    ).toHaveLength(1)
    expect(Object.entries(SOURCES).flatMap(readsAnOldModel)).toEqual([])
  })
})

describe('arrow keys in a group of choices', () => {
  it.each([
    ['ArrowRight', 0, false, 1],
    ['ArrowRight', 2, false, 0],
    ['ArrowRight', 0, true, 2],
    ['ArrowLeft', 0, false, 2],
    ['ArrowDown', 1, true, 2],
    ['ArrowUp', 0, true, 2],
    ['Home', 2, false, 0],
    ['End', 0, false, 2],
    ['Enter', 1, false, null],
  ])('%s at %i, right to left %s', (key, at, isRightToLeft, to) =>
    expect(chosenByKey(key, at, 3, isRightToLeft)).toBe(to),
  )
})
