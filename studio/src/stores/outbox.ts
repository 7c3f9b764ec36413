/**
 * The one way of saving what is typed outside a door's own parts: at its channels, and of people. Every
 * field's last value is sent, in order, one request at a time; it is kept in this browser until it was taken,
 * over leaving the screen, a lost line and a sleeping tab.
 */
import { cloneFnJSON as copy } from '@vueuse/core'
import { computed, reactive, type ComputedRef } from 'vue'
import { api, Refusal, want } from '../api/client'

/** Whose fields: what they are saved by and what the answer is. */
export type Target = { of: 'channel' | 'person'; key: string }
type Body = Record<string, unknown>
interface Entry {
  target: Target
  /** What waits, later values over earlier ones. */
  body: Body
  /** Why it was refused, until something else is typed. */
  wrong: string
}
type Listener = (target: Target, answer: unknown) => void

const WAIT = 400
const AGAIN = 3000
const STORE = 'kk.outbox'
const entries = reactive(new Map<string, Entry>())
const listeners = new Set<Listener>()
const status = reactive({ sending: false, offline: false })
let soon: ReturnType<typeof setTimeout> | undefined

const idOf = ({ of, key }: Target): string => `${of}:${key}`
const isBag = (value: unknown): value is Body =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** Later fields over earlier ones; a channel's `more` field by field, texts by language whole. */
export function merged(body: Body, change: Body): Body {
  const out = { ...body, ...change }
  if (isBag(body.more) && isBag(change.more)) out.more = { ...body.more, ...change.more }
  return out
}

/** Fields of what waits that were not typed anew while it was on its way. */
export function left(waiting: Body, sent: Body): Body {
  const out: Body = {}
  for (const [field, value] of Object.entries(waiting)) {
    if (field === 'more' && isBag(value) && isBag(sent.more)) {
      const rest = left(value, sent.more)
      if (Object.keys(rest).length) out.more = rest
    } else if (JSON.stringify(value) !== JSON.stringify(sent[field])) out[field] = value
  }
  return out
}

function remember(): void {
  const kept = [...entries.values()].map(({ target, body }) => ({ target, body }))
  if (kept.length) localStorage.setItem(STORE, JSON.stringify(kept))
  else localStorage.removeItem(STORE)
}

const request = ({ of, key }: Target, body: Body) =>
  of === 'channel'
    ? want(
        api.PATCH('/api/channels/{key}', {
          params: { path: { key } },
          body: body,
        }),
      )
    : want(api.PATCH('/api/people/{key}', { params: { path: { key } }, body: body }))

async function send(): Promise<void> {
  if (status.sending) return
  status.sending = true
  clearTimeout(soon)
  try {
    for (let next = waiting(); next; next = waiting()) if (!(await sendOne(next))) return
  } finally {
    status.sending = false
  }
}
const waiting = (): [string, Entry] | undefined => [...entries].find(([, entry]) => !entry.wrong)

/** Whether to go on with the next. */
async function sendOne([id, entry]: [string, Entry]): Promise<boolean> {
  const sent = copy(entry.body)
  try {
    const answer: unknown = await request(entry.target, sent)
    status.offline = false
    const rest = left(entry.body, sent)
    if (Object.keys(rest).length) entry.body = rest
    else entries.delete(id)
    remember()
    for (const listener of listeners) listener(entry.target, answer)
    return true
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    // A line that is lost, a server that is away, a sign-in that ended: it waits.
    if (error.status === 0 || error.status >= 500 || error.status === 401) {
      status.offline = true
      soon = setTimeout(() => void send(), AGAIN)
      return false
    }
    // What is gone can't be saved any more; all else stands in its box with the sentence.
    if (error.status === 404) entries.delete(id)
    else entry.wrong = error.message
    remember()
    return true
  }
}

export interface Outbox {
  /** Keep fields of somebody or something; `now` without waiting for the next key. */
  keep: (target: Target, change: Body, now?: boolean) => void
  /** What is typed and not yet saved. */
  typed: (target: Target) => Body
  wrong: (target: Target) => string
  /** Wait until nothing is left that can be sent. */
  settle: () => Promise<void>
  state: ComputedRef<'saved' | 'saving' | 'offline' | 'wrong'>
  /** Hear each answer; gives back how to stop. */
  hear: (listener: Listener) => () => void
}

function keep(target: Target, change: Body, now = false): void {
  const id = idOf(target)
  const entry = entries.get(id)
  const body = merged(entry?.body ?? {}, copy(change))
  if (entry) Object.assign(entry, { body, wrong: '' })
  else entries.set(id, { target, body, wrong: '' })
  remember()
  clearTimeout(soon)
  soon = setTimeout(() => void send(), now ? 0 : WAIT)
}
async function settle(): Promise<void> {
  for (let i = 0; i < 100 && waiting() && !status.offline; i++) {
    await send()
    await new Promise((go) => setTimeout(go, 50))
  }
}
const state = computed(() => {
  if ([...entries.values()].some((entry) => entry.wrong)) return 'wrong'
  if (!entries.size) return 'saved'
  return status.offline ? 'offline' : 'saving'
})

export const useOutbox = (): Outbox => ({
  keep,
  typed: (target) => entries.get(idOf(target))?.body ?? {},
  wrong: (target) => entries.get(idOf(target))?.wrong ?? '',
  settle,
  state,
  hear: (listener) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
})

/** What an earlier page could not send is taken up again; a tab that goes to sleep sends at once. */
export function takeUpOutbox(): void {
  try {
    const kept = JSON.parse(localStorage.getItem(STORE) ?? '[]') as { target: Target; body: Body }[]
    for (const { target, body } of kept) entries.set(idOf(target), { target, body, wrong: '' })
  } catch {
    localStorage.removeItem(STORE)
  }
  if (entries.size) void send()
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden' && entries.size) void send()
  })
  addEventListener('online', () => void send())
}
