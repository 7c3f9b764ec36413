/**
 * The one way of saving what is typed outside a door's own parts: at its channels, of people, and of what
 * visitors read. Every field's last value is sent, in order, one request at a time; it is kept in this
 * browser until it was taken, over leaving the screen, a lost line and a sleeping tab.
 */
import { cloneFnJSON as copy } from '@vueuse/core'
import { computed, reactive, type ComputedRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { businessKey } from '../api/here'

/** Whose fields: what they are saved by and what the answer is. */
export type Target =
  { of: 'channel' | 'person'; key: string } | { of: 'answer' | 'signposts'; site: string; key: string }
type Versioned = Extract<Target, { site: string }>
type Body = Record<string, unknown>
interface Entry {
  target: Target
  /** What waits, later values over earlier ones. */
  body: Body
  /** Why it was refused, until something else is typed. */
  wrong: string
  /** Of what has versions: what each field was when its typing began. */
  was?: Body
  /** Somebody else saved the same field meanwhile: nothing is sent until one is chosen. */
  clashes?: boolean
  /** What it is called, where somebody took it off meanwhile. */
  gone?: string
}
type Listener = (target: Target, answer: unknown) => void

const WAIT = 400
const AGAIN = 3000
/** What waits of one business is sent by its own windows alone. */
const STORE = `kk.outbox${businessKey && '.'}${businessKey}`
const entries = reactive(new Map<string, Entry>())
const listeners = new Set<Listener>()
const status = reactive({ sending: false, offline: false })
let soon: ReturnType<typeof setTimeout> | undefined

/** Versions as last heard, by id. */
const versions = new Map<string, number>()
const isVersioned = (target: Target): target is Versioned => 'site' in target
/** What stands on the server, as last heard. */
let heard: Schemas['AnswersOut'] | null = null
const pieceOf = (target: Versioned): Body | undefined =>
  (target.of === 'answer' ? heard?.answers : heard?.signposts)?.find((each) => each.key === target.key)

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

type Kept = Omit<Entry, 'wrong'> & { tab?: string }
/** Several windows of a business keep in one place; each clears away only what is its own. */
const TAB = Math.random().toString(36).slice(2)
function onShelf(): Kept[] {
  try {
    return JSON.parse(localStorage.getItem(STORE) ?? '[]') as Kept[]
  } catch {
    return []
  }
}
function remember(others = onShelf().filter((each) => each.tab !== TAB)): void {
  const mine = [...entries.values()].map(({ target, body, was, gone }) => ({
    target,
    body,
    was,
    gone,
    tab: TAB,
  }))
  const kept = [...others, ...mine]
  if (kept.length) localStorage.setItem(STORE, JSON.stringify(kept))
  else localStorage.removeItem(STORE)
}

function requestPiece(target: Versioned, body: Body) {
  const version = versions.get(idOf(target)) ?? 1
  const whole = { version, typing: true, ...body }
  return target.of === 'answer'
    ? want(
        api.PATCH('/api/sites/{key}/answers/{answer}', {
          params: { path: { key: target.site, answer: target.key } },
          body: whole,
        }),
      )
    : want(
        api.PATCH('/api/sites/{key}/signposts/{signposts}', {
          params: { path: { key: target.site, signposts: target.key } },
          body: whole,
        }),
      )
}
/** What was heard of all that visitors read: its versions hold from now on. */
function hearAnswers(answers: Schemas['AnswersOut']): void {
  heard = answers
  for (const each of answers.answers) versions.set(`answer:${each.key}`, each.version)
  for (const each of answers.signposts) versions.set(`signposts:${each.key}`, each.version)
}
/**
 * Somebody saved in between. Another field is no matter and goes again; the same one holds both until one is
 * chosen.
 */
async function meet(target: Versioned, entry: Entry, says: string): Promise<void> {
  const answers = await want(api.GET('/api/sites/{key}/answers', { params: { path: { key: target.site } } }))
  hearAnswers(answers)
  for (const listener of listeners) listener(target, answers)
  const now = pieceOf(target)
  const differs = (a: unknown, b: unknown): boolean => JSON.stringify(a) !== JSON.stringify(b)
  entry.clashes = Object.entries(entry.body).some(
    ([field, mine]) => differs(now?.[field], entry.was?.[field]) && differs(now?.[field], mine),
  )
  entry.wrong = entry.clashes ? says : ''
}

/** Somebody took it off: what was typed waits until it is brought back or let go. */
async function miss(target: Versioned, entry: Entry, says: string): Promise<void> {
  const piece = { ...pieceOf(target), ...entry.body }
  const names = isBag(piece.title) ? Object.values(piece.title) : [piece.title]
  entry.wrong = says
  entry.gone = entry.gone || (names.find((name): name is string => typeof name === 'string' && !!name) ?? '')
  try {
    const answers = await want(
      api.GET('/api/sites/{key}/answers', { params: { path: { key: target.site } } }),
    )
    hearAnswers(answers)
    for (const listener of listeners) listener(target, answers)
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
  }
}

const request = (target: Target, body: Body) => {
  if (isVersioned(target)) return requestPiece(target, body)
  const { of, key } = target
  return of === 'channel'
    ? want(
        api.PATCH('/api/channels/{key}', {
          params: { path: { key } },
          body: body,
        }),
      )
    : want(api.PATCH('/api/people/{key}', { params: { path: { key } }, body: body }))
}

const isGone = (entry: Entry): boolean => entry.gone !== undefined

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
    if (isVersioned(entry.target)) hearAnswers(answer as Schemas['AnswersOut'])
    const rest = left(entry.body, sent)
    if (Object.keys(rest).length) {
      Object.assign(entry, { body: rest, gone: undefined })
      if (isVersioned(entry.target)) entry.was = { ...entry.was, ...pieceOf(entry.target) }
    } else entries.delete(id)
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
    if (error.status === 409 && isVersioned(entry.target)) {
      await meet(entry.target, entry, error.message)
      remember()
      return true
    }
    // What is gone can't be saved any more; all else stands in its box with the sentence.
    if (error.status === 404 && isVersioned(entry.target)) await miss(entry.target, entry, error.message)
    else if (error.status === 404) entries.delete(id)
    else entry.wrong = error.message
    remember()
    return true
  }
}

type Waits = 'saved' | 'saving' | 'offline' | 'wrong'
export interface Outbox {
  /** Keep fields of somebody or something; `now` without waiting for the next key. */
  keep: (target: Target, change: Body, now?: boolean) => void
  /** What is typed and not yet saved. */
  typed: (target: Target) => Body
  wrong: (target: Target) => string
  /** Whether somebody else saved the same meanwhile; `choose` says whose stands. */
  clashes: (target: Target) => boolean
  choose: (target: Target, mine: boolean) => void
  /** What somebody took off while it was written in; `choose` sends it again or lets it go. */
  gone: ComputedRef<{ target: Versioned; name: string }[]>
  /** What visitors read, as just heard: what is typed is saved over these versions. */
  hearAnswers: (answers: Schemas['AnswersOut']) => void
  /** Wait until nothing is left that can be sent. */
  settle: () => Promise<void>
  state: ComputedRef<Waits>
  /** As `state`, of one alone. */
  stateOf: (target: Target) => Waits
  /** Hear each answer; gives back how to stop. */
  hear: (listener: Listener) => () => void
}

function keep(target: Target, change: Body, now = false): void {
  const id = idOf(target)
  const entry = entries.get(id)
  const body = merged(entry?.body ?? {}, copy(change))
  const stands = isVersioned(target) ? pieceOf(target) : undefined
  const was = stands && {
    ...Object.fromEntries(Object.keys(change).map((field) => [field, copy(stands[field])])),
    ...entry?.was,
  }
  if (entry) Object.assign(entry, { body, was, wrong: entry.clashes || isGone(entry) ? entry.wrong : '' })
  else entries.set(id, { target, body, wrong: '', ...(was ? { was } : {}) })
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
  clashes: (target) => !!entries.get(idOf(target))?.clashes,
  choose(target, mine) {
    const entry = entries.get(idOf(target))
    if (!entry || !isVersioned(target)) return
    const was = copy(pieceOf(target) ?? {})
    if (mine) Object.assign(entry, { wrong: '', clashes: false, gone: undefined, was })
    else entries.delete(idOf(target))
    remember()
    void send()
  },
  gone: computed(() =>
    [...entries.values()].flatMap(({ target, gone }) =>
      isVersioned(target) && gone !== undefined ? [{ target, name: gone }] : [],
    ),
  ),
  hearAnswers,
  settle,
  state,
  stateOf(target) {
    const entry = entries.get(idOf(target))
    return !entry ? 'saved' : entry.wrong ? 'wrong' : status.offline ? 'offline' : 'saving'
  },
  hear: (listener) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  },
})

/** What an earlier page could not send is taken up again; a tab that goes to sleep sends at once. */
export function takeUpOutbox(): void {
  try {
    for (const { target, body, was, gone } of onShelf()) {
      const before = entries.get(idOf(target))
      const begun = was || before?.was ? { was: { ...was, ...before?.was } } : {}
      entries.set(idOf(target), { target, body: merged(before?.body ?? {}, body), gone, wrong: '', ...begun })
    }
  } catch {
    entries.clear()
  }
  // All of it is this window's from now on; another that still has its own keeps it again.
  remember([])
  if (entries.size) void send()
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden' && entries.size) void send()
  })
  addEventListener('online', () => void send())
}
