/**
 * The desk's state: the server's truth, what is being typed over it, saving by itself, and taking steps
 * back.
 */
import { cloneFnJSON as copy, tryOnScopeDispose, useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { partNames, type Desk, type Door, type Part, type Parts } from '../api/desk'
import { useOutbox } from '../stores/outbox'
import { words } from '../words/app'
import { useLoad } from './useLoad'

export type SaveState =
  | { kind: 'saved'; at: Date | null }
  | { kind: 'saving' }
  | { kind: 'offline' }
  | { kind: 'wrong'; says: string }
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)
const partsOf = (desk: Desk, door: Door): Parts =>
  copy(Object.fromEntries(partNames(desk).map((part) => [part, door[part]])) as unknown as Parts)

export interface DeskState {
  desk: Readonly<ShallowRef<Desk | null>>
  door: ComputedRef<Door | null>
  /** The door's parts with what is being typed over them; changed by `put` and `write` only. */
  draft: Readonly<Ref<Parts | null>>
  save: Readonly<Ref<SaveState>>
  conflict: Readonly<ShallowRef<Conflict | null>>
  failed: Readonly<Ref<string>>
  load: () => Promise<void>
  /** Another door of the same desk. */
  changeDoor: () => void
  act: (asked: Promise<{ data?: Desk; error?: unknown; response: Response }>) => Promise<void>
  put: <P extends Part>(part: P, value: Parts[P]) => void
  write: <P extends Part>(part: P, change: Partial<Parts[P]>) => void
  choose: (mine: boolean) => void
  settle: () => Promise<void>
  undo: (again?: boolean) => Promise<void>
  typed: () => Schemas['DoorSome']
}
/** A part that somebody else saved meanwhile, as it stands there. */
export interface Conflict {
  part: Part
  theirs: Parts
}

export function useDesk(siteKey: Ref<string>, doorKey: Ref<string | undefined>): DeskState {
  const desk = shallowRef<Desk | null>(null)
  const save = ref<SaveState>({ kind: 'saved', at: null })
  const conflict = shallowRef<Conflict | null>(null)
  const draft = ref<Parts | null>(null)
  /** What each part was on the server when its typing began. */
  const began = new Map<Part, unknown>()
  let sending = false
  /** What is typed at a way to reach the business is saved beside the door's own parts. */
  const outbox = useOutbox()
  tryOnScopeDispose(
    outbox.hear((target, answer) => {
      if (target.of !== 'channel' || (answer as Desk).site !== desk.value?.site) return
      take(answer as Desk)
      if (save.value.kind === 'saved') save.value = { kind: 'saved', at: new Date() }
    }),
  )
  /** Saved is said only when all of it was. */
  const saving = computed<SaveState>(() =>
    save.value.kind !== 'saved' || outbox.state.value === 'saved'
      ? save.value
      : outbox.state.value === 'wrong'
        ? { kind: 'wrong', says: '' }
        : { kind: outbox.state.value },
  )

  const door = computed(
    () => desk.value?.doors.find((door) => door.key === doorKey.value) ?? desk.value?.doors[0] ?? null,
  )
  const kept = (): string => `kk.desk.${door.value?.key ?? ''}`

  function take(next: Desk): void {
    desk.value = next
    const now = door.value
    if (!now) {
      draft.value = null
      return
    }
    // What is being typed stays as typed; the rest follows the server.
    const fresh = partsOf(next, now)
    if (draft.value) for (const part of began.keys()) Object.assign(fresh, { [part]: draft.value[part] })
    draft.value = fresh
  }
  /** What this window put on the shelf of its door. Another may hold other parts there: they stay. */
  let held = new Set<string>()
  /** Another door: what is kept of this one stays where it is. */
  function forget(): void {
    began.clear()
    held = new Set()
  }
  function remember(): void {
    const others = Object.entries(left()).filter(([part]) => !held.has(part))
    const mine = [...began].map(([part, was]) => [part, { mine: draft.value?.[part], was }] as const)
    held = new Set(began.keys())
    const all = Object.fromEntries([...others, ...mine])
    if (Object.keys(all).length) localStorage.setItem(kept(), JSON.stringify(all))
    else localStorage.removeItem(kept())
  }
  /** What an earlier page could not send is taken up again. */
  function takeUp(): void {
    if (!draft.value || !door.value || !desk.value) return
    const known = partNames(desk.value)
    for (const [part, { mine, was }] of Object.entries(left())) {
      held.add(part)
      if (!known.includes(part as Part) || began.has(part as Part)) continue
      if (same(mine, door.value[part as Part])) continue
      began.set(part as Part, was)
      Object.assign(draft.value, { [part]: mine })
    }
    if (held.size) remember()
    if (began.size) void send()
  }
  /** What this browser holds for the door, unless something else wrote there. */
  function left(): Record<string, { mine: unknown; was: unknown }> {
    try {
      return JSON.parse(localStorage.getItem(kept()) ?? '{}') as ReturnType<typeof left>
    } catch {
      return {}
    }
  }
  const { failed, load: ask } = useLoad(
    desk,
    () => want(api.GET('/api/sites/{key}', { params: { path: { key: siteKey.value } } })),
    () => siteKey.value,
    (next) => {
      take(next)
      takeUp()
    },
  )
  /** Load the site; of one that stands here already, what is being typed stays as typed. */
  async function load(): Promise<void> {
    if (desk.value?.site !== siteKey.value) {
      forget()
      conflict.value = null
    }
    await ask()
  }
  /** Another door of the same desk. */
  function changeDoor(): void {
    forget()
    conflict.value = null
    if (desk.value) {
      take(desk.value)
      takeUp()
    }
  }
  /** Do something that answers with the whole desk. Throws the Refusal on. */
  async function act(asked: Promise<{ data?: Desk; error?: unknown; response: Response }>): Promise<void> {
    take(await want(asked))
    save.value = { kind: 'saved', at: new Date() }
  }
  const beingTyped = (): Schemas['DoorSome'] =>
    copy(Object.fromEntries([...began.keys()].map((part) => [part, draft.value?.[part]])))
  /** Hold it in this browser until it was saved. */
  async function send(): Promise<void> {
    if (sending || !door.value || !draft.value || !began.size || conflict.value || meets()) return
    sending = true
    const { key } = door.value
    const parts = [...began.keys()]
    const sent = beingTyped()
    save.value = { kind: 'saving' }
    try {
      const next = await want(
        api.PATCH('/api/doors/{key}', {
          params: { path: { key: door.value.key } },
          body: { version: door.value.version, ...sent },
        }),
      )
      const stored = next.doors.find((each) => each.key === key)
      for (const part of parts)
        if (same(draft.value?.[part], sent[part])) began.delete(part)
        // Typed on meanwhile: it began from what the server has made of it.
        else began.set(part, copy(stored?.[part]))
      remember()
      take(next)
      save.value = { kind: 'saved', at: new Date() }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      if (error.status === 409) await meet()
      else if (error.status === 0) {
        save.value = { kind: 'offline' }
        setTimeout(() => void send(), 3000)
      } else {
        save.value = { kind: 'wrong', says: error.message }
        // A database that is away or full comes back: then it is saved without anybody pressing anything.
        if (error.status >= 500) setTimeout(() => void send(), 5000)
      }
    } finally {
      sending = false
      if (began.size && save.value.kind === 'saved') void send()
    }
  }
  /**
   * Somebody saved in between. Another sentence is no matter; the same one holds both until one is chosen.
   */
  async function meet(): Promise<void> {
    take(await want(api.GET('/api/sites/{key}', { params: { path: { key: siteKey.value } } })))
    if (!meets()) save.value = { kind: 'saved', at: new Date() }
  }
  /** Whether something being typed was saved by somebody else meanwhile, however it was heard of. */
  function meets(): boolean {
    const now = door.value
    const met =
      now && [...began].find(([part, was]) => !same(was, now[part]) && !same(draft.value?.[part], now[part]))
    if (!met || !desk.value) return false
    conflict.value = { part: met[0], theirs: partsOf(desk.value, now) }
    save.value = { kind: 'wrong', says: '' }
    return true
  }
  function choose(mine: boolean): void {
    const part = conflict.value?.part
    if (!part) return
    conflict.value = null
    if (mine) began.set(part, copy(door.value?.[part]))
    else {
      began.delete(part)
      remember()
      if (desk.value) take(desk.value)
    }
    save.value = { kind: 'saved', at: new Date() }
    void send()
  }
  const sendSoon = useDebounceFn(() => void send(), 400)
  /** Put a part into the draft, whole. */
  function put<P extends Part>(part: P, value: Parts[P]): void {
    if (!draft.value || !door.value) return
    if (!began.has(part)) began.set(part, copy(door.value[part]))
    draft.value[part] = value
    remember()
    if (save.value.kind !== 'offline') save.value = { kind: 'saving' }
    void sendSoon()
  }
  /** Change some of a part as it is typed. */
  function write<P extends Part>(part: P, change: Partial<Parts[P]>): void {
    if (draft.value) put(part, { ...(draft.value[part] as object), ...change } as Parts[P])
  }
  const canSend = (): boolean => !conflict.value && !['offline', 'wrong'].includes(save.value.kind)
  /** Wait until all that was typed is saved; throws a Refusal where some of it can't be. */
  async function settle(): Promise<void> {
    await outbox.settle()
    for (let i = 0; i < 100 && (began.size || sending) && canSend(); i++) {
      await send()
      await new Promise((go) => setTimeout(go, 50))
    }
    if (saving.value.kind !== 'saved') throw new Refusal(0, 'unsaved', words.desk.unsaved)
  }
  /** Take back the last change of mine, or make it again. Throws the Refusal on. */
  async function undo(again = false): Promise<void> {
    await settle()
    await act(
      api.POST(again ? '/api/sites/{key}/redo' : '/api/sites/{key}/undo', {
        params: { path: { key: siteKey.value } },
      }),
    )
  }
  /** The parts that are typed and not yet saved, for the stage to lay over the draft. */
  const typed = (): Schemas['DoorSome'] => (draft.value ? beingTyped() : {})
  return {
    desk,
    door,
    draft,
    save: saving,
    conflict,
    failed,
    load,
    changeDoor,
    act,
    put,
    write,
    choose,
    settle,
    undo,
    typed,
  }
}
