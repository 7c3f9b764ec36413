import { readdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'
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
  ['doors', 'people', 'rota', 'notes'],
  ['screens'],
]
const SOURCE = join(dirname(new URL(import.meta.url).pathname), '../src')
const files = (folder: string): string[] =>
  readdirSync(join(SOURCE, folder)).flatMap((name) => {
    const path = join(folder, name)
    return statSync(join(SOURCE, path)).isDirectory() ? files(path) : /\.(ts|vue)$/.test(name) ? [path] : []
  })
const rank = (room: string): number => ROOMS.findIndex((line) => line.includes(room))
const roomOf = (path: string): string => path.split('/')[0] ?? ''
const imports = (path: string): string[] =>
  [...readFileSync(join(SOURCE, path), 'utf8').matchAll(/(?:from|import\() ?'(\.[^']+)'/g)].map((found) =>
    normalize(join(dirname(path), found[1] ?? '')),
  )

describe('the studio’s rooms', () => {
  it('import only what stands before them', () => {
    const wrong = ROOMS.flat()
      .flatMap(files)
      .flatMap((path) => imports(path).map((to) => [path, to] as const))
      .filter(([from, to]) => rank(roomOf(to)) >= 0 && roomOf(from) !== roomOf(to))
      .filter(([from, to]) => rank(roomOf(to)) >= rank(roomOf(from)))
    expect(wrong).toEqual([])
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
