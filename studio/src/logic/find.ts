/**
 * Finding by the words an owner would use: every word typed must be met, spelt nearly right; numbers by
 * their digits.
 */

export interface Item {
  id: string
  kind: string
  title: string
  more: string
  words?: string
}

const fold = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()
const BETWEEN = /[\s/“”"'.,@]+/
const sum = (all: number[]): number => all.reduce((so, item) => so + item, 0)
const digits = (text: string): string => text.replace(/\D/g, '')

/** Whether two words differ by no more than one letter changed, missing, added, or two turned round. */
export function nearly(a: string, b: string): boolean {
  if (a === b) return true
  // In short words a letter is half the word: "size" is not "site".
  if (a.length < 5 || Math.abs(a.length - b.length) > 1) return false
  let at = 0
  while (at < Math.min(a.length, b.length) && a[at] === b[at]) at++
  const [restA, restB] = [a.slice(at), b.slice(at)]
  return (
    restA.slice(1) === restB.slice(1) ||
    restA === restB.slice(1) ||
    restA.slice(1) === restB ||
    (restA[0] === restB[1] && restA[1] === restB[0] && restA.slice(2) === restB.slice(2))
  )
}

/** How well a word meets an item's words: 0 not at all, more the better. */
function meets(word: string, words: string[]): number {
  let best = 0
  for (const item of words) {
    const found =
      item === word
        ? 4
        : item.startsWith(word)
          ? 3
          : word.length > 2 && item.includes(word)
            ? 2
            : nearly(word, item) || nearly(word, item.slice(0, word.length))
              ? 1
              : 0
    best = Math.max(best, found)
  }
  return best
}

/** What fits, best first; with nothing typed, what was used lately. At most `most`. */
export function find(items: readonly Item[], typed: string, recent: readonly string[], most = 12): Item[] {
  const wanted = fold(typed)
    .split(/[\s/]+/)
    .filter(Boolean)
  if (!wanted.length) return recent.flatMap((id) => items.filter((item) => item.id === id)).slice(0, most)
  const number =
    digits(typed).length >= 4 && /^[\d\s()+.-]+$/.test(typed.trim()) ? digits(typed).replace(/^0+/, '') : ''
  const scored = items.map((item, i) => {
    const title = fold(item.title)
    const words = `${title} ${fold(item.more)} ${fold(item.words ?? '')}`.split(BETWEEN).filter(Boolean)
    if (number) return { item, i, score: digits(item.more + ' ' + item.title).includes(number) ? 10 : 0 }
    const each = wanted.map((word) => meets(word, words))
    const score = each.includes(0)
      ? 0
      : (sum(each) + sum(wanted.map((word) => meets(word, title.split(BETWEEN)))) / 4) / each.length +
        (title.startsWith(wanted.join(' ')) ? 3 : 0) +
        (recent.includes(item.id) ? 0.5 : 0)
    return { item, i, score }
  })
  return scored
    .filter((item) => item.score > 0)
    .sort((a, b) => b.score - a.score || a.i - b.i)
    .slice(0, most)
    .map((each) => each.item)
}
