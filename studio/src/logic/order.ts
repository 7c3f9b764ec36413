/** Moving one of a row. */

/** The row with the one at `at` moved by so many places; null where it would leave the row or stay. */
export function moved<T>(row: readonly T[], at: number, by: number): T[] | null {
  const to = at + by
  if (by === 0 || at < 0 || at >= row.length || to < 0 || to >= row.length) return null
  const next = [...row]
  const [moved] = next.splice(at, 1)
  if (moved === undefined) return null
  next.splice(to, 0, moved)
  return next
}
