/** Text in a box that is added by a press: closed before that, it is there again when the box comes back. */
import { onScopeDispose, ref, type Ref } from 'vue'

const left = new Map<string, string>()

export function useLeftTyped(where: () => string): Ref<string> {
  const typed = ref(left.get(where()) ?? '')
  left.delete(where())
  onScopeDispose(() => {
    if (typed.value.trim()) left.set(where(), typed.value)
  })
  return typed
}
