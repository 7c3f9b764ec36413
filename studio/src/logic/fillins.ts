/** Texts with fill-ins, as the core reads them: `{name}`, `{name|instead}`, and `{{` for a brace. */

export interface FillIn {
  name: string
  /** What stands where a page has none; null where nothing was written for that. */
  instead: string | null
}
export type Piece = string | FillIn

const PART = /\{\{|\}\}|\{([^{}|]*)(?:\|([^{}]*))?\}/g

/** A text as runs of plain text and fill-ins. Double braces stay in the text as they are. */
export function piecesOf(text: string): Piece[] {
  const out: Piece[] = []
  let from = 0
  for (const match of text.matchAll(PART)) {
    if (match[1] === undefined) continue
    if (match.index > from) out.push(text.slice(from, match.index))
    out.push({ name: match[1].trim(), instead: match[2] ?? null })
    from = match.index + match[0].length
  }
  if (from < text.length) out.push(text.slice(from))
  return out
}

export const fillInText = ({ name, instead }: FillIn): string =>
  instead === null ? `{${name}}` : `{${name}|${instead.replace(/[{}]/g, '')}}`

/**
 * The text of pieces. A brace that would run into the fill-in behind it is doubled, so that it stays a brace.
 */
export function textOf(pieces: readonly Piece[]): string {
  let out = ''
  for (const piece of pieces) {
    if (typeof piece === 'string') out += piece
    else {
      const open = /\{*$/.exec(out)?.[0].length ?? 0
      out += (open % 2 ? '{' : '') + fillInText(piece)
    }
  }
  return out
}

export const hasFillIn = (text: string): boolean => piecesOf(text).some((piece) => typeof piece !== 'string')

/** A fill-in with a blank before and behind where it would stick to a word. */
export const spaced = (put: string, before = '', after = ''): string =>
  (/[\p{L}\p{N}.,;:!?]/u.test(before) ? ' ' : '') + put + (/[\p{L}\p{N}]/u.test(after) ? ' ' : '')
