/** The outline of signposts in hand: which choice is chosen, and what is done to it by press, key or drag. */
import { computed, nextTick, ref, watch, type ComputedRef, type Ref } from 'vue'
import { lines, type Line } from '../logic/outline'
import {
  addArm,
  armOf,
  dropBehind,
  indent,
  leadTo,
  MOST_ARMS,
  moveArm,
  newArm,
  outdent,
  removeArm,
  stepOf,
  type Arm,
  type Leads,
  type Place,
  type Step,
} from '../logic/signposts'
import { treeWords as say } from '../words/answers'
import { useToast } from './useToast'

export interface OutlineInput {
  steps: Ref<Step[]>
  language: Ref<string>
  /** Where the outline is drawn: the focus goes to what was moved. */
  root: Ref<HTMLElement | undefined>
  put: (steps: Step[], now: boolean) => void
}
export interface OutlineState {
  chosen: Ref<Place | null>
  first: ComputedRef<Step | undefined>
  shown: Ref<Line[]>
  arm: ComputedRef<Arm | undefined>
  full: (step: string) => boolean
  isOn: (at: Place) => boolean
  choose: (at: Place) => void
  add: (step: string, after?: string) => void
  remove: () => void
  shift: (by: number) => void
  moveBy: (at: Place, by: number) => void
  level: (by: 1 | -1) => boolean
  lead: (at: Place, leads: Leads) => void
  key: (event: KeyboardEvent, at: Place) => void
  drop: (moved: { oldIndex?: number; newIndex?: number }) => void
}

export function useOutline({ steps, language, root, put }: OutlineInput): OutlineState {
  const toast = useToast()
  const chosen = ref<Place | null>(null)
  const first = computed(() => steps.value[0])
  /** Drawn from what is typed, so that a line is there at once; what is amiss comes with the answer. */
  const outline = computed(() => lines(steps.value))
  /** As the list has them while one is held; let down, it stands where the outline draws it. */
  const shown = ref<Line[]>([])
  watch(outline, (now) => (shown.value = [...now]), { immediate: true })
  function drop({ oldIndex = 0, newIndex = 0 }: { oldIndex?: number; newIndex?: number }): void {
    const moved = outline.value[oldIndex]
    const before = outline.value.filter((each) => each !== moved)[newIndex - 1]
    const behind = before && { place: { step: before.step, arm: before.arm.key }, opens: !!before.opens }
    const next = moved && dropBehind(steps.value, { step: moved.step, arm: moved.arm.key }, behind ?? null)
    shown.value = [...outline.value]
    if (!next) return
    put(next.steps, true)
    chosen.value = next.place
  }
  const arm = computed(() => (chosen.value ? armOf(steps.value, chosen.value) : undefined))
  const full = (key: string): boolean => (stepOf(steps.value, key)?.arms ?? []).length >= MOST_ARMS
  const isOn = (at: Place): boolean => chosen.value?.step === at.step && chosen.value.arm === at.arm
  const focus = (key: string): void =>
    void nextTick(() => root.value?.querySelector<HTMLElement>(`[data-arm="${key}"]`)?.focus())
  function choose(at: Place): void {
    chosen.value = at
  }
  function add(step: string, after = ''): void {
    if (full(step)) {
      toast.say(say.fullHere)
      return
    }
    const fresh = newArm()
    put(addArm(steps.value, step, fresh, after), true)
    chosen.value = { step, arm: fresh.key }
    void nextTick(() => root.value?.querySelector<HTMLInputElement>('.edit input')?.focus())
  }
  function remove(): void {
    const at = chosen.value
    if (!at) return
    const before = steps.value
    const label = armOf(before, at)?.label?.[language.value] || say.blank
    const row = outline.value.findIndex((each) => isOn({ step: each.step, arm: each.arm.key }))
    put(removeArm(before, at), true)
    toast.say(say.takenOut(label), () => put(before, true))
    const next = outline.value[row - 1] ?? outline.value[0]
    chosen.value = next ? { step: next.step, arm: next.arm.key } : null
    if (next) focus(next.arm.key)
  }
  function shift(by: number): void {
    const next = chosen.value && moveArm(steps.value, chosen.value, by)
    if (!next || !chosen.value) return
    put(next, true)
    focus(chosen.value.arm)
  }
  const moveBy = (at: Place, by: number): void => {
    chosen.value = at
    shift(by)
  }
  /** One deeper or one higher; where it can't, it stays. */
  function level(by: 1 | -1): boolean {
    const next = chosen.value && (by > 0 ? indent : outdent)(steps.value, chosen.value)
    if (!next) return false
    put(next.steps, true)
    chosen.value = next.place
    focus(next.place.arm)
    return true
  }
  const lead = (at: Place, leads: Leads): void => {
    const before = steps.value
    const next = leadTo(before, at, leads)
    const label = armOf(before, at)?.label?.[language.value] || say.blank
    put(next, true)
    if (next.length < before.length) toast.say(say.cutOff(label), () => put(before, true))
    chosen.value = at
  }
  function walk(by: number): void {
    const at = outline.value.findIndex((each) => isOn({ step: each.step, arm: each.arm.key }))
    const next = outline.value[at + by]
    if (!next) return
    chosen.value = { step: next.step, arm: next.arm.key }
    focus(next.arm.key)
  }
  function key(event: KeyboardEvent, at: Place): void {
    chosen.value = at
    const { key: pressed, altKey } = event
    const by = pressed === 'ArrowDown' || pressed === 'ArrowRight' ? 1 : -1
    const isUpright = pressed === 'ArrowDown' || pressed === 'ArrowUp'
    if (altKey && (pressed === 'ArrowLeft' || pressed === 'ArrowRight')) level(by)
    else if (isUpright) (altKey ? shift : walk)(by)
    else if (pressed.toLowerCase() === 'n' && !event.ctrlKey && !event.metaKey) add(at.step, at.arm)
    else if (pressed === 'Delete') remove()
    else return
    event.preventDefault()
  }
  return {
    chosen,
    first,
    shown,
    arm,
    full,
    isOn,
    choose,
    add,
    remove,
    shift,
    moveBy,
    level,
    lead,
    key,
    drop,
  }
}
