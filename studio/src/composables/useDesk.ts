/** The desk's state: the server's truth, what is being typed over it, and saving by itself. */
import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'

export type Door = Schemas['DoorOut']
export type Part = 'says' | 'also' | 'looks'
export type SaveState = { kind: 'saved'; at: Date | null } | { kind: 'saving' } | { kind: 'offline' } | { kind: 'wrong'; says: string }
type Parts = Pick<Door, Part>

export function useDesk(siteKey: Ref<string>, doorKey: Ref<string | undefined>) {
  const desk = shallowRef<Schemas['DeskOut'] | null>(null)
  const failed = ref('')
  const save = ref<SaveState>({ kind: 'saved', at: null })
  const conflict = shallowRef<Parts | null>(null)
  const draft = ref<Parts | null>(null)
  const dirty = new Set<Part>()
  let sending = false

  const door = computed(() => desk.value?.doors.find((one) => one.key === doorKey.value) ?? desk.value?.doors[0] ?? null)

  function take(next: Schemas['DeskOut']): void {
    desk.value = next
    const now = door.value
    if (!now) return
    // What is being typed stays as typed; the rest follows the server.
    draft.value = {
      says: dirty.has('says') && draft.value ? draft.value.says : structuredClone(now.says),
      also: dirty.has('also') && draft.value ? draft.value.also : structuredClone(now.also),
      looks: dirty.has('looks') && draft.value ? draft.value.looks : structuredClone(now.looks),
    }
  }
  async function load(): Promise<void> {
    failed.value = ''
    dirty.clear()
    try {
      take(await want(api.GET('/api/sites/{key}', { params: { path: { key: siteKey.value } } })))
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      failed.value = error.message
    }
  }
  /** Do something that answers with the whole desk. Throws the Refusal on. */
  async function act(asked: Promise<{ data?: Schemas['DeskOut']; error?: unknown; response: Response }>): Promise<void> {
    take(await want(asked))
    save.value = { kind: 'saved', at: new Date() }
  }
  async function send(): Promise<void> {
    if (sending || !door.value || !draft.value || !dirty.size || conflict.value) return
    sending = true
    const parts = [...dirty]
    const body = { version: door.value.version, ...Object.fromEntries(parts.map((part) => [part, draft.value?.[part]])) }
    const before = JSON.stringify(body)
    save.value = { kind: 'saving' }
    try {
      const next = await want(api.PATCH('/api/doors/{key}', { params: { path: { key: door.value.key } }, body }))
      const still = JSON.stringify({ version: body.version, ...Object.fromEntries(parts.map((part) => [part, draft.value?.[part]])) }) === before
      if (still) parts.forEach((part) => dirty.delete(part))
      take(next)
      save.value = { kind: 'saved', at: new Date() }
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      if (error.status === 409) await meet()
      else if (error.status === 0) { save.value = { kind: 'offline' }; setTimeout(() => void send(), 3000) }
      else save.value = { kind: 'wrong', says: error.message }
    } finally {
      sending = false
      if (dirty.size && save.value.kind === 'saved') void send()
    }
  }
  /** Somebody saved in between: hold both until one is chosen. */
  async function meet(): Promise<void> {
    const next = await want(api.GET('/api/sites/{key}', { params: { path: { key: siteKey.value } } }))
    desk.value = next
    if (door.value) conflict.value = { says: door.value.says, also: door.value.also, looks: door.value.looks }
    save.value = { kind: 'wrong', says: '' }
  }
  function choose(mine: boolean): void {
    conflict.value = null
    if (!mine) dirty.clear()
    if (desk.value) take(desk.value)
    save.value = { kind: 'saved', at: new Date() }
    void send()
  }
  const sendSoon = useDebounceFn(() => void send(), 400)
  function edit(part: Part): void {
    dirty.add(part)
    if (save.value.kind !== 'offline') save.value = { kind: 'saving' }
    void sendSoon()
  }
  /** Put a value into the draft as it is typed. */
  function write<P extends Part>(part: P, change: Partial<Parts[P]>): void {
    if (!draft.value) return
    draft.value[part] = { ...draft.value[part], ...change }
    edit(part)
  }
  /** Wait until nothing is left to save. */
  async function settle(): Promise<void> {
    for (let i = 0; i < 100 && (dirty.size || sending); i++) {
      await send()
      await new Promise((go) => setTimeout(go, 50))
    }
  }
  return { desk, door, draft, save, conflict, failed, load, act, write, choose, settle }
}
export type DeskState = ReturnType<typeof useDesk>
