/**
 * Whether the focus is within a part of the screen. While a press is under way it stays as it was, so that
 * nothing moves away between pressing and letting go.
 */
import { useEventListener } from '@vueuse/core'
import { ref, type Ref } from 'vue'

export function useFocusInside(root: Ref<HTMLElement | undefined>): Readonly<Ref<boolean>> {
  const inside = ref(false)
  let isPressed = false
  const look = (): void => {
    inside.value = !!root.value?.contains(document.activeElement)
  }
  useEventListener(document, 'pointerdown', () => (isPressed = true), { capture: true })
  useEventListener(document, ['pointerup', 'pointercancel'], () => {
    isPressed = false
    setTimeout(look)
  })
  useEventListener(document, 'focusin', () => {
    if (!isPressed || root.value?.contains(document.activeElement)) look()
  })
  useEventListener(document, 'focusout', () => {
    if (!isPressed) setTimeout(look)
  })
  return inside
}
