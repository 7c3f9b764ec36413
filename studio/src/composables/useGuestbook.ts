/** The guestbook on the screen: the list as it is looked at, one entry open, and what is done with it. */
import { computed, onScopeDispose, ref, shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { joined, placed, type View } from '../logic/guestbook'
import { useSession } from '../stores/session'
import { useLatest } from './useLatest'

export type { View }
type Entry = Schemas['EntryOut']
export interface GuestbookState {
  view: Ref<View>
  search: Ref<string>
  list: Readonly<Ref<Schemas['EntriesOut'] | null>>
  /** What the list is of: it follows what is typed after a breath. */
  of: ComputedRef<{ view: View; search: string }>
  entry: Readonly<Ref<Entry | null>>
  lost: Readonly<Ref<string>>
  /** Why the entry that was asked for can't be shown. */
  missing: Readonly<Ref<string>>
  wrong: Ref<{ field: string; says: string; code: string } | null>
  busy: Readonly<Ref<boolean>>
  load: () => Promise<void>
  more: () => Promise<void>
  open: (id: number) => Promise<void>
  shut: () => void
  /** Do something with the open entry; whether it was done. */
  act: (ask: (at: { params: { path: { pk: number } } }) => Promise<Entry>) => Promise<boolean>
  remove: () => Promise<boolean>
  answer: (text: string, files: File[], seen: number) => Promise<boolean>
}
const LOOK_EVERY = 20_000
const LIST_EVERY = 30_000
const A_PAGE = 60
const BREATH = 120

export function useGuestbook(): GuestbookState {
  const view = ref<View>('everyone')
  const search = ref('')
  const asked = ref('')
  const list = shallowRef<Schemas['EntriesOut'] | null>(null)
  const entry = shallowRef<Entry | null>(null)
  const lost = ref('')
  const missing = ref('')
  const wrong = ref<{ field: string; says: string; code: string } | null>(null)
  const busy = ref(false)
  const latest = useLatest()
  const latestEntry = useLatest()
  const latestSums = useLatest()
  let breath = 0
  watch(search, (typed) => {
    clearTimeout(breath)
    breath = window.setTimeout(() => (asked.value = typed.trim()), BREATH)
  })
  const ask = (signal: AbortSignal, brief: boolean, after = ''): Promise<Schemas['EntriesOut']> =>
    want(
      api.GET('/api/guestbook', {
        // Sums go through all there is, and what is typed doesn't change them.
        params: {
          query: { view: view.value, search: asked.value, after, brief },
        },
        signal,
      }),
    )
  const session = useSession()
  /** The sums as last heard; the bar above goes by them too. */
  const withSums = (found: Schemas['EntriesOut']): Schemas['EntriesOut'] => {
    if (found.sums && session.hello) session.hello.unread = found.sums.unread
    return { ...found, sums: found.sums ?? list.value?.sums ?? null }
  }
  async function load(brief = false): Promise<void> {
    try {
      const found = await latest((signal) => ask(signal, brief && !!list.value?.sums))
      if (found) list.value = withSums(found)
      lost.value = ''
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      lost.value = error.message
    }
  }
  async function more(): Promise<void> {
    const now = list.value
    if (!now?.next) return
    const found = await latest((signal) => ask(signal, true, now.next))
    if (found) list.value = withSums({ ...found, entries: joined(now.entries, found.entries) })
  }
  watch(view, () => void load())
  watch(asked, () => void load(true))

  /** What became of an entry stands in the list at once; where it moved to is asked. */
  function took(next: Entry): void {
    entry.value = next
    const now = list.value
    if (!now) return
    const before = now.entries.find((row) => row.id === next.id)
    list.value = { ...now, entries: placed(now.entries, next, view.value) }
    if (before?.state !== next.state || before.holder !== next.holder || before.unread !== next.unread)
      void count()
  }
  /** The sums anew, without moving what is looked at. */
  async function count(): Promise<void> {
    try {
      const found = await latestSums((signal) => ask(signal, false))
      if (found && list.value) list.value = withSums({ ...list.value, sums: found.sums })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  }
  /** What came meanwhile stands in the list, as long as nobody has gone further down in it. */
  const polling = window.setInterval(() => {
    if (!document.hidden && (list.value?.entries.length ?? 0) <= A_PAGE) void load()
  }, LIST_EVERY)
  async function act(ask: (at: { params: { path: { pk: number } } }) => Promise<Entry>): Promise<boolean> {
    const id = entry.value?.id
    if (id === undefined) return false
    busy.value = true
    wrong.value = null
    try {
      const next = await ask({ params: { path: { pk: id } } })
      if (entry.value?.id === id) took(next)
      return true
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      wrong.value = { field: error.field, says: error.message, code: error.code }
      // Somebody was quicker: what they did is shown, and what was typed stays.
      if (error.status === 409 && entry.value?.id === id) void refresh()
      return false
    } finally {
      busy.value = false
    }
  }
  const read = (id: number, signal?: AbortSignal): Promise<Entry> =>
    want(api.GET('/api/guestbook/{pk}', { params: { path: { pk: id } }, signal }))
  async function refresh(): Promise<void> {
    const id = entry.value?.id
    if (id === undefined) return
    try {
      const next = await read(id)
      if (entry.value?.id === id) took(next)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  }
  let looking = 0
  async function look(): Promise<void> {
    const now = entry.value
    if (!now || document.hidden) return
    try {
      const found = await want(api.POST('/api/guestbook/{pk}/look', { params: { path: { pk: now.id } } }))
      const still = entry.value
      if (still?.id !== now.id) return
      if (still.unread) took({ ...still, unread: false, open_by: found.open_by })
      else if (still.open_by !== found.open_by) entry.value = { ...still, open_by: found.open_by }
      // An answer on its way, or somebody else at it: what changes is seen here too.
      if (found.open_by || still.replies.some((reply) => reply.state === 'sending')) await refresh()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
    }
  }
  let sending = 0
  watch(entry, (next) => {
    clearTimeout(sending)
    if (next?.replies.some((reply) => reply.state === 'sending'))
      sending = window.setTimeout(() => void refresh(), 1500)
  })
  async function open(id: number): Promise<void> {
    wrong.value = null
    missing.value = ''
    if (entry.value?.id !== id) entry.value = null
    try {
      const next = await latestEntry((signal) => read(id, signal))
      if (!next) return
      entry.value = next
      await look()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      missing.value = error.message
    }
    clearInterval(looking)
    looking = window.setInterval(() => void look(), LOOK_EVERY)
  }
  onScopeDispose(() => {
    clearInterval(looking)
    clearInterval(polling)
    clearTimeout(sending)
    clearTimeout(breath)
  })
  return {
    view,
    search,
    list,
    of: computed(() => ({ view: view.value, search: asked.value })),
    entry,
    lost,
    missing,
    wrong,
    busy,
    load,
    more,
    open,
    shut: () => {
      missing.value = ''
      entry.value = null
      clearInterval(looking)
    },
    act,
    async remove() {
      const id = entry.value?.id
      if (id === undefined) return false
      try {
        await want(api.DELETE('/api/guestbook/{pk}', { params: { path: { pk: id } } }))
      } catch (error) {
        if (!(error instanceof Refusal)) throw error
        wrong.value = { field: '', says: error.message, code: error.code }
        return false
      }
      entry.value = null
      await load()
      return true
    },
    answer(text, files, seen) {
      const form = new FormData()
      form.append('text', text)
      form.append('seen', String(seen))
      for (const file of files) form.append('files', file)
      return act((at) =>
        want(
          api.POST('/api/guestbook/{pk}/answer', {
            ...at,
            body: { text, seen, files: [] },
            bodySerializer: () => form,
          }),
        ),
      )
    },
  }
}
