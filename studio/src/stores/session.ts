/** Who is signed in. */
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { api, want, type Schemas } from '../api/client'

export const useSession = defineStore('session', () => {
  const hello = ref<Schemas['HelloOut'] | null>(null)

  const keep = (next: Schemas['HelloOut']): Schemas['HelloOut'] => {
    hello.value = next
    return next
  }
  return {
    hello,
    load: async () => keep(await want(api.GET('/api/hello'))),
    signIn: async (email: string, password: string) =>
      keep(await want(api.POST('/api/sign-in', { body: { email, password } }))),
    signUp: async (email: string, password: string) =>
      keep(await want(api.POST('/api/sign-up', { body: { email, password } }))),
    reset: async (body: Schemas['ResetIn']) => keep(await want(api.POST('/api/reset', { body }))),
    comeIn: async (body: Schemas['TokenIn']) => keep(await want(api.POST('/api/come-in', { body }))),
    async signOut() {
      await want(api.POST('/api/sign-out'))
      keep(await want(api.GET('/api/hello')))
    },
  }
})
