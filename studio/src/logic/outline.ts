/**
 * Steps drawn as an outline, as the core draws them (`core/answers/signposts.py`, run by the same
 * vectors).
 */
import { stepOf, type Arm, type Step } from './signposts'

export interface Line {
  deep: number
  step: string
  arm: Arm
  /** The step whose choices stand below. */
  opens: Step | null
  /** It leads to a step that stands elsewhere already. */
  again: boolean
}
const MOST = 40

export function lines(steps: readonly Step[]): Line[] {
  const [first] = steps
  if (!first) return []
  const seen = new Set([first.key])
  const below = (step: Step, deep: number): Line[] =>
    (step.arms ?? []).flatMap((arm): Line[] => {
      const there = arm.leads === 'step' ? stepOf(steps, arm.to ?? '') : undefined
      if (!there) return [{ deep, step: step.key, arm, opens: null, again: false }]
      if (seen.has(there.key) || deep > MOST) return [{ deep, step: step.key, arm, opens: null, again: true }]
      seen.add(there.key)
      return [{ deep, step: step.key, arm, opens: there, again: false }, ...below(there, deep + 1)]
    })
  return below(first, 1)
}
