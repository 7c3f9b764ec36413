/** The owner's word on which pages are of which kind, as rows of path and below, and back as patterns. */
import type { Schemas } from '../api/client'

export type KindPattern = Schemas['KindPattern']
export type PageKind = KindPattern['kind']

export interface KindRow {
  kind: PageKind
  /** The path as an owner writes it, or the pattern where it is more than a path. */
  path: string
  isBelow: boolean
  /** Where its patterns stand in the list. */
  at: number[]
}

/** A page and all below it is kept as two patterns, `/cart$` and `/cart/`: together they are one row. */
export function kindRows(kinds: readonly KindPattern[]): KindRow[] {
  const rows: KindRow[] = []
  kinds.forEach(({ kind, pattern }, at) => {
    const last = rows.at(-1)
    if (last?.kind === kind && !last.isBelow && pattern === `${last.path}/` && last.at.length === 1) {
      last.isBelow = true
      last.at.push(at)
    } else
      rows.push({
        kind,
        path: pattern.endsWith('$') && !pattern.includes('*') ? pattern.slice(0, -1) : pattern,
        isBelow: false,
        at: [at],
      })
  })
  return rows
}

/** The patterns of what was typed: a path takes all below it, a pattern is taken as it stands. */
export function patternsOf(kind: PageKind, typed: string): KindPattern[] {
  const path = typed.trim().replace(/^(?:https?:\/\/)?[^/*?]+\.[^/*?]+(?=\/)/i, '')
  if (!path) return []
  const from = path.startsWith('/') || path.startsWith('*') ? path : `/${path}`
  if (/[*?$]/.test(from)) return [{ kind, pattern: from }]
  const bare = from.replace(/\/+$/, '')
  return bare
    ? [
        { kind, pattern: `${bare}$` },
        { kind, pattern: `${bare}/` },
      ]
    : [{ kind, pattern: '/$' }]
}
