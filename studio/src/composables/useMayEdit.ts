/** Whether what stands within a part of a screen may be changed by who looks at it. */
import { computed, inject, provide, type ComputedRef, type InjectionKey } from 'vue'

const KEY: InjectionKey<ComputedRef<boolean>> = Symbol('may edit')

export const letEdit = (may: ComputedRef<boolean>): void => provide(KEY, may)
/** Yes, unless something around it says no. */
export const useMayEdit = (): ComputedRef<boolean> =>
  inject(
    KEY,
    computed(() => true),
  )
