/**
 * Asks how the texts being written read on the stage's page for a reader of one language; a later answer
 * wins.
 */
import { onScopeDispose, shallowRef, watch, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import type { DeskState } from './useDesk'

export type Question = Schemas['StageIn']
export interface WordsInput {
  state: DeskState
  question: () => Question | null
  language: Ref<string>
  texts: () => Record<string, string>
}

export function useWords({ state, question, language, texts }: WordsInput) {
  const words = shallowRef<Schemas['WordsOut'] | null>(null)
  let turn = 0
  let soon = 0
  async function ask(): Promise<void> {
    const body = question()
    const site = state.desk.value?.site
    if (!body || !site) return
    const mine = ++turn
    try {
      const answer = await want(
        api.POST('/api/sites/{key}/words', {
          params: { path: { key: site } },
          body: { ...body, language: language.value, texts: texts() },
        }),
      )
      if (mine === turn) words.value = answer
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  }
  const later = (): void => {
    clearTimeout(soon)
    soon = window.setTimeout(() => void ask(), 120)
  }
  watch([language, state.draft, state.desk], later, { deep: true, immediate: true })
  onScopeDispose(() => {
    clearTimeout(soon)
    turn++
  })
  return { words, ask: later }
}
