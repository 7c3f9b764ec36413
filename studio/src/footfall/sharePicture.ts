/** One dimension's rows as a drawing of its own, for a picture to take away. */
import type { Schemas } from '../api/client'
import { footfallWords as say } from '../words/footfall'
import { drawing, INK, put, WORDS } from './drawing'

const WIDTH = 880
const ROW = 36
const TOP = 68
const AT = { name: 24, count: 330, bars: 450, range: 650, word: 750 }
const LONGEST = 44

/** `bars` are those of the table on the screen, drawn from 0 of their own. */
export function sharePicture(
  table: Schemas['ShareTableOut'],
  period: Schemas['PeriodOut'],
  bars: readonly (Node | null)[],
): SVGSVGElement {
  const svg = drawing(WIDTH, TOP + table.rows.length * ROW + 16)
  const title = { 'font-size': 15, 'font-weight': 700, fill: INK.dark }
  put(svg, 'text', { x: AT.name, y: 28, ...title }, `${say.by[table.dimension]}: ${period.says}`)
  const held = `${say.now}, ${say.before}: ${period.against}`
  put(svg, 'text', { x: AT.name, y: 48, ...WORDS }, period.before_first ? held : say.nowOnly)
  table.rows.forEach((row, i) => {
    const top = TOP + i * ROW
    const line = { x1: AT.name, x2: WIDTH - 24, y1: top, y2: top, stroke: INK.hairline }
    put(svg, 'line', line)
    const name = row.more ? `${row.name}, ${row.more}` : row.name
    const short = name.length > LONGEST ? `${name.slice(0, LONGEST - 1)}…` : name
    const y = top + 23
    put(svg, 'text', { x: AT.name, y, 'font-size': 13, fill: INK.dark }, short)
    const counted = say.ofVisits(
      (row.now?.hits ?? 0).toLocaleString('en'),
      (row.now?.seen ?? 0).toLocaleString('en'),
    )
    put(svg, 'text', { x: AT.count, y, ...WORDS }, counted.join(' '))
    const drawn = bars[i]
    if (drawn) {
      const group = put(svg, 'g', { transform: `translate(${AT.bars} ${top + 5})` })
      for (const child of [...drawn.childNodes]) group.append(child.cloneNode(true))
    }
    put(svg, 'text', { x: AT.range, y, ...WORDS }, row.range)
    put(svg, 'text', { x: AT.word, y, ...WORDS }, row.word)
  })
  return svg
}
