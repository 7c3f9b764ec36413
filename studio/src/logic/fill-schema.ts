/** The small document a text with fill-ins is while it is edited: lines of text and chips. */
import { Fragment, Schema, type Node } from 'prosemirror-model'
import { piecesOf, textOf, type FillIn, type Piece } from './fillins'

export const fillSchema = new Schema({
  nodes: {
    doc: { content: 'line+' },
    line: { content: '(text | fill)*', parseDOM: [{ tag: 'p' }, { tag: 'div' }], toDOM: () => ['p', 0] },
    fill: {
      inline: true,
      group: 'inline',
      atom: true,
      draggable: true,
      attrs: { name: {}, instead: { default: null } },
      toDOM: (node) => ['span', { 'data-fill': String(node.attrs.name) }, String(node.attrs.name)],
    },
    text: { inline: true, group: 'inline' },
  },
})

const fillNode = (fill: FillIn): Node => fillSchema.nodes.fill.create({ ...fill })

function inline(text: string): Node[] {
  return piecesOf(text).map((piece) => (typeof piece === 'string' ? fillSchema.text(piece) : fillNode(piece)))
}

/** A text as a document: a line each, its fill-ins as chips. */
export function documentOf(text: string, isOneLine: boolean): Node {
  const lines = isOneLine ? [text.replace(/\s*\n\s*/g, ' ')] : text.split('\n')
  return fillSchema.nodes.doc.create(
    null,
    lines.map((line) => fillSchema.nodes.line.create(null, Fragment.from(inline(line)))),
  )
}

function piecesIn(line: Node): Piece[] {
  const out: Piece[] = []
  line.forEach((node) => {
    out.push(
      node.isText
        ? (node.text ?? '')
        : { name: String(node.attrs.name), instead: node.attrs.instead as string | null },
    )
  })
  return out
}

/** A document as the text that is kept. */
export function textOfDocument(doc: Node): string {
  const lines: string[] = []
  doc.forEach((line) => lines.push(textOf(piecesIn(line))))
  return lines.join('\n')
}

export interface Found {
  from: number
  to: number
  fill: FillIn
}

/** Fill-ins that stand in a document as typed or pasted braces, the last first. */
export function typedFillIns(doc: Node): Found[] {
  const out: Found[] = []
  doc.descendants((node, at) => {
    if (!node.isText) return true
    let from = at
    for (const piece of piecesOf(node.text ?? '')) {
      if (typeof piece === 'string') from += piece.length
      else {
        const length = rawLength(node.text ?? '', from - at)
        out.push({ from, to: from + length, fill: piece })
        from += length
      }
    }
    return false
  })
  return out.reverse()
}

/** How many letters the fill-in that begins here has as it was written. */
const rawLength = (text: string, from: number): number => text.indexOf('}', from) + 1 - from

/** Where in a document the letter of a text stands; at the end where the text is shorter. */
export function placeOf(doc: Node, caret: number): number {
  let left = caret
  let found = doc.content.size - 1
  let isFound = false
  doc.forEach((line, at) => {
    if (isFound) return
    const pieces = piecesIn(line)
    const length = textOf(pieces).length
    if (left <= length) {
      found = at + 1 + within(pieces, left)
      isFound = true
    }
    left -= length + 1
  })
  return found
}

function within(pieces: readonly Piece[], letters: number): number {
  let place = 0
  let seen = 0
  for (const piece of pieces) {
    if (letters <= seen) return place
    const length = typeof piece === 'string' ? piece.length : textOf([piece]).length
    if (typeof piece === 'string' && letters <= seen + length) return place + letters - seen
    seen += length
    place += typeof piece === 'string' ? length : 1
  }
  return place
}

export const newFill = fillNode
