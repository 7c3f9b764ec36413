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
  /** Why it can’t be shown; empty where it can. */
  failed: Readonly<Ref<string>>
  load: () => Promise<void>
  /** What became of the last change, in a few words. */
  saved: Readonly<Ref<string>>
  put: (reader: Reader, kind: string, rate: string) => Promise<void>
  putOwn: (own: Own) => Promise<void>
}

export function useHears(): HearsState {
  const all = ref<Hears | null>(null)
  const failed = ref('')
  const saved = ref('')
  const toast = useToast()
  let before: Promise<void> = Promise.resolve()
  /** What stands; where it can't be asked for, what was shown stays, and why. */
  async function load(): Promise<void> {
    try {
      all.value = await want(api.GET('/api/hears'))
      failed.value = ''
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      failed.value = error.message
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
      await load()
    }
  }
  /** One after the other, so that the last one stands. */
  function inTurn(ask: () => Promise<Hears>): Promise<void> {
    const mine = before.then(() => change(ask))
    before = mine.catch(() => undefined)
    return mine
  }
  onMounted(load)
  return {
    all,
    failed,
    load,
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
