/** Signposts as they are edited: steps and arms added, moved, put one deeper or higher, and taken out. */
import type { Schemas } from '../api/client'

export type Step = Schemas['Step']
export type Arm = Schemas['Arm']
export type Leads = NonNullable<Arm['leads']>
export interface Place {
  step: string
  arm: string
}
export const MOST_ARMS = 5

const letters = 'abcdefghjkmnpqrstuvwxyz23456789'
export const newKey = (): string =>
  [...crypto.getRandomValues(new Uint8Array(8))].map((byte) => letters[byte % letters.length]).join('')

export const newArm = (): Arm => ({
  key: newKey(),
  label: {},
  leads: '',
  to: '',
  says: {},
  note: {},
  code: '',
  asks_name: false,
})
export const newStep = (): Step => ({ key: newKey(), heading: {}, says: {}, arms: [] })

export const stepOf = (steps: readonly Step[], key: string): Step | undefined =>
  steps.find((step) => step.key === key)
export const armOf = (steps: readonly Step[], { step, arm }: Place): Arm | undefined =>
  stepOf(steps, step)?.arms?.find((each) => each.key === arm)

const withStep = (steps: readonly Step[], key: string, change: (step: Step) => Step): Step[] =>
  steps.map((step) => (step.key === key ? change(step) : step))

export const changeStep = (steps: readonly Step[], key: string, more: Partial<Step>): Step[] =>
  withStep(steps, key, (step) => ({ ...step, ...more }))

export const changeArm = (steps: readonly Step[], { step, arm }: Place, more: Partial<Arm>): Step[] =>
  withStep(steps, step, (each) => ({
    ...each,
    arms: (each.arms ?? []).map((other) => (other.key === arm ? { ...other, ...more } : other)),
  }))

/** One more arm on a step, behind `after` or last. */
export function addArm(steps: readonly Step[], step: string, arm: Arm, after = ''): Step[] {
  return withStep(steps, step, (each) => {
    const arms = [...(each.arms ?? [])]
    const at = arms.findIndex((other) => other.key === after)
    arms.splice(at < 0 ? arms.length : at + 1, 0, arm)
    return { ...each, arms }
  })
}

/** Steps that nothing leads to any more, but for the first, go with what led to them. */
export function pruned(steps: readonly Step[]): Step[] {
  const seen = new Set<string>()
  const waiting = steps[0] ? [steps[0].key] : []
  for (let key = waiting.pop(); key !== undefined; key = waiting.pop()) {
    if (seen.has(key)) continue
    seen.add(key)
    for (const arm of stepOf(steps, key)?.arms ?? []) if (arm.leads === 'step' && arm.to) waiting.push(arm.to)
  }
  return steps.filter((step) => seen.has(step.key))
}

export const removeArm = (steps: readonly Step[], { step, arm }: Place): Step[] =>
  pruned(
    withStep(steps, step, (each) => ({
      ...each,
      arms: (each.arms ?? []).filter((other) => other.key !== arm),
    })),
  )

/** What an arm leads to. One that comes to lead to more choices gets a step with one of them to write. */
export function leadTo(steps: readonly Step[], place: Place, leads: Leads): Step[] {
  const now = armOf(steps, place)
  if (!now || now.leads === leads) return [...steps]
  if (leads !== 'step') return pruned(changeArm(steps, place, { leads, to: '' }))
  const step = { ...newStep(), arms: [newArm()] }
  return [...changeArm(steps, place, { leads, to: step.key }), step]
}

/** Among its own, up or down; null where it stands at the end. */
export function moveArm(steps: readonly Step[], { step, arm }: Place, by: number): Step[] | null {
  const arms = [...(stepOf(steps, step)?.arms ?? [])]
  const at = arms.findIndex((each) => each.key === arm)
  const [moved] = arms.slice(at, at + 1)
  if (at < 0 || !moved || at + by < 0 || at + by >= arms.length) return null
  arms.splice(at, 1)
  arms.splice(at + by, 0, moved)
  return changeStep(steps, step, { arms })
}

/** One step deeper: among the choices of the arm above it, which comes to lead to them. */
export function indent(steps: readonly Step[], place: Place): { steps: Step[]; place: Place } | null {
  const arms = stepOf(steps, place.step)?.arms ?? []
  const at = arms.findIndex((each) => each.key === place.arm)
  const above = arms[at - 1]
  const arm = arms[at]
  if (!above || !arm) return null
  if (above.leads && above.leads !== 'step') return null
  const without = changeStep(steps, place.step, { arms: arms.filter((each) => each !== arm) })
  const there = above.leads === 'step' ? stepOf(steps, above.to ?? '') : undefined
  if (there) {
    if ((there.arms ?? []).length >= MOST_ARMS) return null
    return { steps: addArm(without, there.key, arm), place: { step: there.key, arm: arm.key } }
  }
  const step = { ...newStep(), arms: [arm] }
  const opened = changeArm(without, { step: place.step, arm: above.key }, { leads: 'step', to: step.key })
  return { steps: [...opened, step], place: { step: step.key, arm: arm.key } }
}

/** One step higher: behind the arm that led to it. */
export function outdent(steps: readonly Step[], place: Place): { steps: Step[]; place: Place } | null {
  const parent = steps
    .flatMap((step) => (step.arms ?? []).map((arm) => ({ step: step.key, arm })))
    .find(({ arm }) => arm.leads === 'step' && arm.to === place.step)
  const arm = armOf(steps, place)
  if (!parent || !arm || (stepOf(steps, parent.step)?.arms ?? []).length >= MOST_ARMS) return null
  const without = withStep(steps, place.step, (step) => ({
    ...step,
    arms: (step.arms ?? []).filter((each) => each.key !== arm.key),
  }))
  return {
    steps: addArm(without, parent.step, arm, parent.arm.key),
    place: { step: parent.step, arm: arm.key },
  }
}

/** Every step below an arm, and below those. */
function below(steps: readonly Step[], arm: Arm): Set<string> {
  const seen = new Set<string>()
  const waiting = arm.leads === 'step' && arm.to ? [arm.to] : []
  for (let key = waiting.pop(); key !== undefined; key = waiting.pop()) {
    if (seen.has(key)) continue
    seen.add(key)
    for (const each of stepOf(steps, key)?.arms ?? [])
      if (each.leads === 'step' && each.to) waiting.push(each.to)
  }
  return seen
}

/**
 * Let down behind another choice: among its own, or first of those it opens; with none, first of all. Null
 * where it would stand below itself, or there are five already.
 */
export function dropBehind(
  steps: readonly Step[],
  from: Place,
  behind: { place: Place; opens: boolean } | null,
): { steps: Step[]; place: Place } | null {
  const arm = armOf(steps, from)
  const [first] = steps
  if (!arm || !first || behind?.place.arm === arm.key) return null
  const over = behind && armOf(steps, behind.place)
  const into = !behind ? first.key : behind.opens && over ? (over.to ?? '') : behind.place.step
  if (below(steps, arm).has(into)) return null
  const room = (stepOf(steps, into)?.arms ?? []).filter((each) => each.key !== arm.key)
  if (room.length >= MOST_ARMS) return null
  const without = withStep(steps, from.step, (step) => ({
    ...step,
    arms: (step.arms ?? []).filter((each) => each.key !== arm.key),
  }))
  const at = behind && !behind.opens ? room.findIndex((each) => each.key === behind.place.arm) + 1 : 0
  const arms = [...(stepOf(without, into)?.arms ?? [])]
  arms.splice(at, 0, arm)
  return { steps: changeStep(without, into, { arms }), place: { step: into, arm: arm.key } }
}

/** What a card asked to be read: an answer by its key, or words typed; else the list. */
export function readWish(wanted: object): { key?: string; typed?: string } {
  const { key, typed } = wanted as { key?: unknown; typed?: unknown }
  return {
    ...(typeof key === 'string' ? { key } : {}),
    ...(typeof typed === 'string' ? { typed } : {}),
  }
}
