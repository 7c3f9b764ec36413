/**
 * What visitors can read, on the screen: the server's truth with what is being typed over it, saved by
 * itself.
 */
import { tryOnScopeDispose } from '@vueuse/core'
import { computed, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useLoad } from './useLoad'
import { useOutbox, type Target } from '../stores/outbox'

export type Answers = Schemas['AnswersOut']
export type Answer = Schemas['AnswerOut']
export type Tree = Schemas['SignpostsOut']
type Sent = Promise<{ data?: Answers; error?: unknown; response: Response }>

export interface AnswersState {
  all: Readonly<Ref<Answers | null>>
  /** With what is typed over them. */
  answers: ComputedRef<Answer[]>
  trees: ComputedRef<Tree[]>
  lost: Readonly<Ref<string>>
  savedAt: Readonly<Ref<Date | null>>
  saving: ComputedRef<'saved' | 'saving' | 'offline' | 'wrong'>
  load: () => Promise<void>
  /** Ask for something that answers with all of it; once what is typed is saved. Throws the Refusal on. */
  act: (ask: () => Sent) => Promise<Answers>
  write: (key: string, change: Partial<Answer>, now?: boolean) => void
  draw: (key: string, change: Partial<Tree>, now?: boolean) => void
  wrong: (of: 'answer' | 'signposts', key: string) => string
  clashes: (of: 'answer' | 'signposts', key: string) => boolean
  choose: (of: 'answer' | 'signposts', key: string, mine: boolean) => void
  /** What somebody took off while it was written in here: brought back with what was typed, or let go. */
  gone: ComputedRef<{ key: string; name: string; back: () => Promise<void>; letGo: () => void }[]>
  undo: (redo?: boolean) => Promise<void>
  settle: () => Promise<void>
}

export function useAnswers(site: Ref<string>): AnswersState {
  const all = shallowRef<Answers | null>(null)
  const savedAt = ref<Date | null>(null)
  const outbox = useOutbox()
  const target = (of: 'answer' | 'signposts', key: string): Target => ({ of, key, site: site.value })
  function take(next: Answers): void {
    outbox.hearAnswers(next)
    if (next.site === site.value) all.value = next
  }
  tryOnScopeDispose(
    outbox.hear((of, answer) => {
      if (!('site' in of) || of.site !== site.value) return
      take(answer as Answers)
      savedAt.value = new Date()
    }),
  )
  const { failed: lost, load } = useLoad(
    all,
    () => want(api.GET('/api/sites/{key}/answers', { params: { path: { key: site.value } } })),
    () => site.value,
    take,
  )
  watch(
    site,
    () => {
      all.value = null
      void load()
    },
    { immediate: true },
  )
  async function act(ask: () => Sent): Promise<Answers> {
    await outbox.settle()
    const next = await want(ask())
    take(next)
    savedAt.value = new Date()
    return next
  }
  return {
    all,
    answers: computed(
      () =>
        all.value?.answers.map((each) => ({ ...each, ...outbox.typed(target('answer', each.key)) })) ?? [],
    ),
    trees: computed(
      () =>
        all.value?.signposts.map((each) => ({ ...each, ...outbox.typed(target('signposts', each.key)) })) ??
        [],
    ),
    lost,
    savedAt,
    saving: outbox.state,
    load,
    act,
    write: (key, change, now) => outbox.keep(target('answer', key), change, now),
    draw: (key, change, now) => outbox.keep(target('signposts', key), change, now),
    wrong: (of, key) => outbox.wrong(target(of, key)),
    clashes: (of, key) => outbox.clashes(target(of, key)),
    choose(of, key, mine) {
      outbox.choose(target(of, key), mine)
      if (!mine) void load()
    },
    gone: computed(() =>
      outbox.gone.value
        .filter((each) => each.target.site === site.value)
        .map(({ target: of, name }) => ({
          key: of.key,
          name,
          async back() {
            await act(() =>
              api.POST('/api/sites/{key}/answers-back/{piece}', {
                params: { path: { key: of.site, piece: of.key } },
              }),
            )
            outbox.choose(of, true)
          },
          letGo: () => outbox.choose(of, false),
        })),
    ),
    settle: outbox.settle,
    undo: async (redo = false) => {
      await act(() =>
        api.POST('/api/sites/{key}/answers-undo', {
          params: { path: { key: site.value }, query: { redo } },
        }),
      )
    },
  }
}
