/**
 * The small computer and phone on which the button is put: px of the real window to px of the drawing, and
 * back.
 */

export interface Where {
  corner: 'left' | 'right'
  side_px: number
  foot_px: number
  size_px: number
  shape: string
  height: string
  wide: boolean
}
/**
 * Windows as drawn: their width and height in real px, and the drawing's width. The computer's is a small
 * window, so that the button can be seen.
 */
export const PLANS = {
  computer: { width: 720, height: 360, drawn: 248 },
  phone: { width: 390, height: 740, drawn: 66 },
}
const FARTHEST = 400
/** A label's width beside its mark, and of a bar, as seen on most doors. */
const LABEL = 74
const between = (low: number, value: number, high: number): number =>
  Math.max(low, Math.min(high, Math.round(value)))

const widthOf = (device: keyof typeof PLANS, { shape, size_px, wide }: Where): number =>
  shape === 'bar'
    ? device === 'phone'
      ? PLANS.phone.width
      : 168
    : shape === 'tab' || !wide
      ? size_px
      : size_px + LABEL

/**
 * The drawn button and where its two numbers stand, as CSS. Sizes under 10 px are drawn at 10, so that they
 * can be seized.
 */
export function placed(
  device: keyof typeof PLANS,
  where: Where,
): {
  style: Record<string, string>
  sideNote: Record<string, string>
  footNote: Record<string, string>
  dragNote: Record<string, string>
} {
  const plan = PLANS[device]
  const scale = plan.drawn / plan.width
  const px = (real: number, least = 0): string => `${Math.max(real * scale, least)}px`
  const side = where.shape === 'tab' || (where.shape === 'bar' && device === 'phone') ? 0 : where.side_px
  const tall = where.shape === 'tab' ? where.size_px * 2 : where.size_px
  const up: Record<string, string> =
    where.shape === 'bar'
      ? { bottom: '0' }
      : where.height === 'middle'
        ? { top: '50%', transform: 'translateY(-50%)' }
        : { [where.height === 'top' ? 'top' : 'bottom']: px(where.foot_px) }
  const edge = where.height === 'top' && where.shape !== 'bar' ? 'top' : 'bottom'
  const width = Math.max(widthOf(device, where) * scale, 10)
  return {
    style: { [where.corner]: px(side), width: `${width}px`, height: px(tall, 10), ...up },
    sideNote: {
      [where.corner]: '3px',
      ...(where.height === 'middle' && where.shape !== 'bar'
        ? { top: 'calc(50% - 24px)' }
        : { [edge]: `${where.foot_px * scale + Math.max(tall * scale, 10) + 2}px` }),
    },
    footNote: { [where.corner]: `${side * scale + width + 4}px`, [edge]: '2px' },
    dragNote: {
      [where.corner]: `${side * scale + width + 22}px`,
      ...(where.height === 'middle' && where.shape !== 'bar'
        ? { top: 'calc(50% - 7px)' }
        : { [edge]: `${(where.shape === 'bar' ? 0 : where.foot_px * scale) + 4}px` }),
    },
  }
}

function risen(
  device: keyof typeof PLANS,
  { height, shape, foot_px, size_px }: Where,
  down: number,
): { height: string; foot_px: number } {
  if (height === 'middle' || shape === 'bar') return { height, foot_px }
  const away = foot_px + (height === 'top' ? down : -down)
  const whole = PLANS[device].height
  return away + size_px / 2 > whole / 2
    ? {
        height: height === 'top' ? 'foot' : 'top',
        foot_px: between(0, whole - away - size_px, FARTHEST),
      }
    : { height, foot_px: between(0, away, FARTHEST) }
}

/**
 * Moved by so many real px to the right and down; past the middle of the window it changes its side, and
 * between lower and upper corner.
 */
export function nudged(
  device: keyof typeof PLANS,
  where: Where,
  right: number,
  down: number,
): Pick<Where, 'corner' | 'side_px' | 'foot_px' | 'height'> {
  const plan = PLANS[device]
  const width = widthOf(device, where)
  const inward = where.corner === 'left' ? right : -right
  const side = where.side_px + inward
  const { height, foot_px } = risen(device, where, down)
  const over = side + width / 2 > plan.width / 2
  if (over && where.shape !== 'bar')
    return {
      corner: where.corner === 'left' ? 'right' : 'left',
      side_px: between(0, plan.width - side - width, FARTHEST),
      foot_px,
      height,
    }
  return { corner: where.corner, side_px: between(0, side, FARTHEST), foot_px, height }
}
