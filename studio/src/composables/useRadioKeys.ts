/**
 * The keys of a group of `role="radio"` buttons, and of `role="tab"` ones, which choose as they get the focus
 * (WAI-ARIA Authoring Practices, radio group and tabs): one stop for Tab, arrows choose the next or the one
 * before, Home and End the ends; in right-to-left texts left and right change places.
 */
export function chosenByKey(key: string, at: number, count: number, isRightToLeft: boolean): number | null {
  const [next, before] = isRightToLeft ? ['ArrowLeft', 'ArrowRight'] : ['ArrowRight', 'ArrowLeft']
  if (key === 'Home') return 0
  if (key === 'End') return count - 1
  if (key === 'ArrowDown' || key === next) return (at + 1) % count
  if (key === 'ArrowUp' || key === before) return (at - 1 + count) % count
  return null
}

export interface RadioKeys {
  /** 0 for the one that Tab comes to: the chosen one, else the first. */
  tabindex: (i: number) => 0 | -1
  onKeydown: (event: KeyboardEvent) => void
}

/** `chosen` is the place of the chosen one, -1 for none; `choose` takes a place. */
export function useRadioKeys(
  count: () => number,
  chosen: () => number,
  choose: (i: number) => void,
): RadioKeys {
  return {
    tabindex: (i) => (i === Math.max(chosen(), 0) ? 0 : -1),
    onKeydown(event) {
      const group = event.currentTarget as HTMLElement
      const radios = [...group.querySelectorAll<HTMLElement>('[role="radio"], [role="tab"]')]
      const at = radios.indexOf(event.target as HTMLElement)
      const to =
        at < 0 ? null : chosenByKey(event.key, at, count(), getComputedStyle(group).direction === 'rtl')
      if (to === null) return
      event.preventDefault()
      choose(to)
      radios[to]?.focus()
    },
  }
}
