/** Who hears of what, and one's own quiet hours. */
import { onMounted, ref, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { clock } from '../logic/time'
import { hearsWords as say } from '../words/hears'
import { useToast } from './useToast'

export type Hears = Schemas['HearsOut']
export type Reader = Schemas['ReaderOut']
export type Own = Schemas['OwnLettersIn']

export interface HearsState {
  all: Readonly<Ref<Hears | null>>
  /** What became of the last change, in a few words. */
  saved: Readonly<Ref<string>>
  put: (reader: Reader, kind: string, rate: string) => Promise<void>
  putOwn: (own: Own) => Promise<void>
}

export function useHears(): HearsState {
  const all = ref<Hears | null>(null)
  const saved = ref('')
  const toast = useToast()
  let before: Promise<void> = Promise.resolve()
  const look = (): Promise<Hears> => want(api.GET('/api/hears'))
  /** What stands is shown again, also where it can't be asked for. */
  async function standing(): Promise<void> {
    try {
      all.value = await look()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      if (all.value) all.value = { ...all.value, readers: [...all.value.readers] }
    }
  }
  async function change(ask: () => Promise<Hears>): Promise<void> {
    saved.value = say.saving
    try {
      all.value = await ask()
      saved.value = say.savedAt(clock(new Date()))
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      saved.value = say.notSaved
      toast.say(error.message)
      await standing()
    }
  }
  /** One after the other, so that the last one stands. */
  function inTurn(ask: () => Promise<Hears>): Promise<void> {
    const mine = before.then(() => change(ask))
    before = mine.catch(() => undefined)
    return mine
  }
  onMounted(async () => {
    try {
      all.value = await look()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      toast.say(error.message)
    }
  })
  return {
    all,
    saved,
    put: (reader, kind, rate) =>
      inTurn(() =>
        want(
          api.PUT('/api/hears/{number}/{kind}', {
            params: { path: { number: reader.id, kind } },
            body: { rate },
          }),
        ),
      ),
    putOwn: (own) => inTurn(() => want(api.PATCH('/api/hears/own', { body: own }))),
  }
}
