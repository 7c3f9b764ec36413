/**
 * Asks how the texts being written read on the stage's page for a reader of one language; a later answer
 * wins.
 */
import { useDebounceFn } from '@vueuse/core'
import { shallowRef, watch, type Ref, type ShallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { DeskState } from './useDesk'
import { useLatest } from './useLatest'

export type Question = Schemas['StageIn']
export interface WordsInput {
  state: DeskState
  question: () => Question | null
  language: Ref<string>
  texts: () => Record<string, string>
}

export interface WordsState {
  words: Readonly<ShallowRef<Schemas['WordsOut'] | null>>
  ask: () => void
}

export function useWords({ state, question, language, texts }: WordsInput): WordsState {
  const words = shallowRef<Schemas['WordsOut'] | null>(null)
  const latest = useLatest()
  async function ask(): Promise<void> {
    const body = question()
    const site = state.desk.value?.site
    if (!body || !site) return
    try {
      const answer = await latest((signal) =>
        want(
          api.POST('/api/sites/{key}/words', {
            params: { path: { key: site } },
            body: { ...body, language: language.value, texts: texts() },
            signal,
          }),
        ),
      )
      if (answer) words.value = answer
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  }
  const later = useDebounceFn(ask, 120)
  watch([language, state.draft, state.desk], () => void later(), { deep: true, immediate: true })
  return { words, ask: () => void later() }
}
