/**
 * Changes what stands in the address of this screen, and never gets in the way of somebody on the way to
 * another one.
 */
import { useRoute, useRouter, type LocationQueryRaw, type Router } from 'vue-router'

let isLeaving = false

/** Told once by the router: whether a way to another screen is under way. */
export function watchLeaving(router: Router): void {
  router.beforeEach((to, from) => {
    isLeaving = to.path !== from.path
  })
  router.afterEach(() => {
    isLeaving = false
  })
  router.onError(() => {
    isLeaving = false
  })
}

export function useQuery() {
  const route = useRoute()
  const router = useRouter()
  return (change: LocationQueryRaw, how: 'push' | 'replace' = 'replace'): void => {
    if (!isLeaving) void router[how]({ query: { ...route.query, ...change } })
  }
}
