/**
 * The small document of an answer, there and back: as it is stored, and as the writer on the screen holds
 * it.
 */
import type { Schemas } from '../api/client'

export type Block = Schemas['Block']
export type Run = Schemas['Run']
export interface Mark {
  type: string
  attrs?: Record<string, unknown>
}
export interface Node {
  type: string
  attrs?: Record<string, unknown>
  content?: Node[]
  marks?: Mark[]
  text?: string
}

const marksOf = (run: Run): Mark[] => [
  ...(run.link ? [{ type: 'link', attrs: { href: run.link } }] : []),
  ...(run.bold ? [{ type: 'bold' }] : []),
  ...(run.italic ? [{ type: 'italic' }] : []),
]

/** A line break within a paragraph is a node of its own there. */
function textNodes(runs: readonly Run[] = []): Node[] {
  return runs.flatMap((run) =>
    (run.text ?? '').split('\n').flatMap((text, i): Node[] => {
      const marks = marksOf(run)
      const words = text ? [{ type: 'text', text, ...(marks.length ? { marks } : {}) }] : []
      return i ? [{ type: 'hardBreak' }, ...words] : words
    }),
  )
}

const paragraph = (runs: readonly Run[] = []): Node => {
  const content = textNodes(runs)
  return content.length ? { type: 'paragraph', content } : { type: 'paragraph' }
}

export function nodeOf(block: Block): Node {
  switch (block.kind) {
    case 'head':
      return { type: 'heading', attrs: { level: 3 }, content: textNodes(block.runs) }
    case 'bullets':
    case 'numbers':
      return {
        type: block.kind === 'bullets' ? 'bulletList' : 'orderedList',
        content: (block.items ?? []).map((item) => ({ type: 'listItem', content: [paragraph(item)] })),
      }
    case 'picture':
      return {
        type: 'image',
        attrs: {
          src: block.picture,
          alt: block.says ?? '',
          width: block.width || null,
          height: block.height || null,
        },
      }
    default:
      return paragraph(block.runs)
  }
}

/** A document for the writer; an empty one is one empty paragraph. */
export const documentOf = (blocks: readonly Block[] = []): Node => ({
  type: 'doc',
  content: blocks.length ? blocks.map(nodeOf) : [{ type: 'paragraph' }],
})

function runsOf(nodes: readonly Node[] = []): Run[] {
  const out: Run[] = []
  for (const node of nodes) {
    const has = (type: string): boolean => !!node.marks?.some((mark) => mark.type === type)
    const href = node.marks?.find((mark) => mark.type === 'link')?.attrs?.href
    const text = node.type === 'hardBreak' ? '\n' : (node.text ?? '')
    const like = { bold: has('bold'), italic: has('italic'), link: typeof href === 'string' ? href : '' }
    const last = out[out.length - 1]
    // A break looks like what stands before it, so that it parts no words that look alike.
    if (last && (node.type === 'hardBreak' || same(last, like))) last.text = (last.text ?? '') + text
    else out.push({ text, ...like })
  }
  return out
}
const same = (run: Run, like: Omit<Run, 'text'>): boolean =>
  run.bold === like.bold && run.italic === like.italic && run.link === like.link

/** Every paragraph below a node, those of lists within lists too. */
const paragraphs = (node: Node): Node[] =>
  node.type === 'paragraph' || node.type === 'heading' ? [node] : (node.content ?? []).flatMap(paragraphs)

const EMPTY: Block = { kind: 'text', runs: [], items: [], picture: '', says: '', width: 0, height: 0 }
const px = (value: unknown): number => (typeof value === 'number' && value > 0 ? Math.round(value) : 0)
const words = (value: unknown): string => (typeof value === 'string' ? value : '')

/** What the writer holds, as it is stored; what is empty is left out. */
export function blocksOf(doc: Node): Block[] {
  return (doc.content ?? []).flatMap((node): Block[] => {
    if (node.type === 'bulletList' || node.type === 'orderedList') {
      const items = paragraphs(node)
        .map((each) => runsOf(each.content))
        .filter((runs) => runs.some((run) => run.text?.trim()))
      return items.length
        ? [{ ...EMPTY, kind: node.type === 'bulletList' ? 'bullets' : 'numbers', items }]
        : []
    }
    if (node.type === 'image')
      return [
        {
          ...EMPTY,
          kind: 'picture',
          // Copied within the writer it comes with the size it was shown in.
          picture: words(node.attrs?.src).replace(/^(\/k\/p\/\w+)\/\d+$/, '$1'),
          says: words(node.attrs?.alt),
          width: px(node.attrs?.width),
          height: px(node.attrs?.height),
        },
      ]
    const runs = runsOf(node.content)
    return runs.some((run) => run.text?.trim())
      ? [{ ...EMPTY, kind: node.type === 'heading' ? 'head' : 'text', runs }]
      : []
  })
}

/** Without blanks at both ends, as it is stored. */
function ended(runs: readonly Run[] = []): Run[] {
  const out = runs.map((run) => ({ ...run, text: run.text ?? '' }))
  while (out[0] && !(out[0].text = out[0].text.trimStart())) out.shift()
  for (let last = out.at(-1); last && !(last.text = last.text.trimEnd()); last = out.at(-1)) out.pop()
  return out
}
const asStored = (blocks: readonly Block[]): Block[] =>
  blocksOf(documentOf(blocks)).map((block) => ({
    ...block,
    runs: ended(block.runs),
    items: (block.items ?? []).map(ended),
    says: (block.says ?? '').split(/\s+/).filter(Boolean).join(' '),
  }))

/**
 * Whether two documents read the same, whatever is written out as usual and what isn't. A blank at the end
 * is no difference: it isn't stored, and stays under the hand of who goes on typing.
 */
export const isSame = (some: readonly Block[] = [], others: readonly Block[] = []): boolean =>
  JSON.stringify(asStored(some)) === JSON.stringify(asStored(others))

/** How many words, as one counts them. */
export const wordsIn = (blocks: readonly Block[] = []): number =>
  blocks
    .flatMap((block) => [block.runs ?? [], ...(block.items ?? [])])
    .map((runs) => runs.map((run) => run.text ?? '').join(''))
    .concat(blocks.map((block) => block.says ?? ''))
    .join(' ')
    .match(/[\p{L}\p{N}][\p{L}\p{N}\p{M}'’-]*/gu)?.length ?? 0

/** A link as it may be kept; empty where it may not. `www.place.example` is one too. */
export function linkFrom(typed: string): string {
  const text = typed.trim()
  if (/^\/(?![/\\])\S*$/.test(text) || /^(https:\/\/|mailto:|tel:)\S+$/i.test(text)) return text
  if (/^[^\s@/:]+@[^\s@/]+\.[^\s@/]+$/.test(text)) return 'mailto:' + text
  return /^[\p{L}\p{N}-]+(\.[\p{L}\p{N}-]+)+([/?#]\S*)?$/u.test(text) ? 'https://' + text : ''
}
