/** Who hears of what, and one's own quiet hours. */
import { onMounted, ref, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useToast } from './useToast'

export type Hears = Schemas['HearsOut']
export type Reader = Schemas['ReaderOut']
export type Own = Schemas['OwnLettersIn']

export interface HearsState {
  all: Readonly<Ref<Hears | null>>
  put: (reader: Reader, kind: string, rate: string) => Promise<void>
  putOwn: (own: Own) => Promise<void>
}

export function useHears(): HearsState {
  const all = ref<Hears | null>(null)
  const toast = useToast()
  async function take(asked: Promise<Hears>): Promise<void> {
    try {
      all.value = await asked
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      toast.say(error.message)
      all.value = await want(api.GET('/api/hears'))
    }
  }
  onMounted(() => take(want(api.GET('/api/hears'))))
  return {
    all,
    put: (reader, kind, rate) =>
      take(
        want(
          api.PUT('/api/hears/{number}/{kind}', {
            params: { path: { number: reader.id, kind } },
            body: { rate },
          }),
        ),
      ),
    putOwn: (own) => take(want(api.PATCH('/api/hears/own', { body: own }))),
  }
}
