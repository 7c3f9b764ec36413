/** A shade set by hand, or let follow the brand colour again where nothing is written. */
import type { Schemas } from '../api/client'

export function shadePut(looks: Schemas['Looks'], name: string, css: string): Partial<Schemas['Looks']> {
  if (name === 'on_brand') return { label_colour: css }
  if (name === 'brand') return { colour: css }
  const palette = { ...looks.palette } as Record<string, string>
  if (css) palette[name] = css
  else delete palette[name]
  return { palette }
}
