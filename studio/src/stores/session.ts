/** Who is signed in. */
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api, want, type Schemas } from '../api/client'

export type Power =
  | 'look'
  | 'doors'
  | 'guests'
  | 'every_guest'
  | 'own_time'
  | 'time'
  | 'people'
  | 'counts'
  | 'counts_by_person'
  | 'business'
  | 'team'
  | 'data'

export const useSession = defineStore('session', () => {
  const hello = ref<Schemas['HelloOut'] | null>(null)

  const keep = (next: Schemas['HelloOut']): Schemas['HelloOut'] => {
    hello.value = next
    return next
  }
  /** What may be done in this business, by the table of the server. */
  const may = computed(() => {
    const powers = new Set(hello.value?.may ?? [])
    return (power: Power): boolean => powers.has(power)
  })
  return {
    hello,
    may,
    load: async () => keep(await want(api.GET('/api/hello'))),
    signIn: async (email: string, password: string) =>
      keep(await want(api.POST('/api/sign-in', { body: { email, password } }))),
    signUp: async (email: string, password: string) =>
      keep(await want(api.POST('/api/sign-up', { body: { email, password } }))),
    lookIn: async () => keep(await want(api.POST('/api/look-in'))),
    reset: async (body: Schemas['ResetIn']) => keep(await want(api.POST('/api/reset', { body }))),
    comeIn: async (body: Schemas['TokenIn']) => keep(await want(api.POST('/api/come-in', { body }))),
    async signOut() {
      await want(api.POST('/api/sign-out'))
      keep(await want(api.GET('/api/hello')))
    },
  }
})
