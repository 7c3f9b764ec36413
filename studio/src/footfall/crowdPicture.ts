/** Street, path and door as a drawing of its own, for a picture to take away. */
import type { Schemas } from '../api/client'
import { crowdShape, placed, type MarkKind } from '../logic/footfall'
import { footfallWords as say } from '../words/footfall'
import { drawing, INK, put, WORDS } from './drawing'

const WIDTH = 960
const LINE = 20
const TITLE = { 'font-size': 18, 'font-weight': 700, fill: INK.dark }
const NUMBER = { 'font-size': 15, 'font-weight': 700, fill: INK.dark }
const SPANS = [
  { kind: 'walker', left: 24, wide: 470, step: 15.6 },
  { kind: 'visitor', left: 530, wide: 230, step: 18 },
  { kind: 'ring', left: 800, wide: 136, step: 21 },
] as const

export function crowdPicture(found: Schemas['FootfallOut']): SVGSVGElement {
  const shape = crowdShape(found.marks)
  const number = (count: number): string => count.toLocaleString('en')
  const { crowd, marks, period } = found
  const heads = [
    say.saw(number(crowd.seen)),
    say.opened(number(crowd.opened)),
    say.knocked(number(crowd.knocked)),
  ]
  const unders = [found.walked_on, found.opened, found.knocked]
  const counts = [marks.walked_on, marks.left, marks.knocked]
  const rows = [shape.streetRows, shape.pathRows, shape.doorRows]
  const drawn = SPANS.map((span, i) => {
    const places = placed(counts[i] ?? 0, rows[i] ?? 1, span.step)
    const scale = Math.min(1, span.wide / (Math.max(0, ...places.map(({ x }) => x)) + span.step / 2))
    return {
      ...span,
      places,
      scale,
      tall: (Math.max(0, ...places.map(({ y }) => y)) + span.step / 2) * scale,
    }
  })
  const tall = Math.max(...drawn.map((span) => span.tall))
  const top = 110
  const svg = drawing(WIDTH, top + tall + 50)
  put(svg, 'text', { x: 24, y: 34, ...TITLE }, found.heading)
  put(svg, 'text', { x: 24, y: 34 + LINE, ...WORDS }, `${period.says}. ${found.under}`)
  drawn.forEach((span, i) => {
    put(svg, 'text', { x: span.left, y: top - 16, ...NUMBER }, heads[i])
    const group = put(svg, 'g', { transform: `translate(${span.left} ${top}) scale(${span.scale})` })
    if (span.kind === 'ring') {
      const box = { x: -8, y: -8, width: span.wide / span.scale, height: span.tall / span.scale + 16 }
      put(group, 'rect', { ...box, rx: 18, fill: INK.mulberry })
    }
    for (const { x, y } of span.places) put(group, 'circle', { cx: x, cy: y, ...mark(span.kind) })
    put(svg, 'text', { x: span.left, y: top + tall + 30, ...WORDS }, unders[i])
  })
  return svg
}

function mark(kind: MarkKind): Record<string, string | number> {
  if (kind === 'walker') return { r: 4.2, fill: '#a98a79' }
  if (kind === 'visitor') return { r: 4.6, fill: INK.mulberry }
  return { r: 6, fill: 'none', stroke: '#e0a030', 'stroke-width': 2.2 }
}
