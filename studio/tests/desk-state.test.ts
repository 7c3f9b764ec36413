import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import type { Schemas } from '../src/api/client'
import { useDesk, type DeskState } from '../src/composables/useDesk'

/** The client takes fetch and Request as it is made, so both are in place before it is. */
const wire = vi.hoisted(() => {
  const held = {
    answer: (request: Request): Promise<Response> =>
      Promise.reject(new TypeError('no server for ' + request.url)),
  }
  const Real = globalThis.Request
  globalThis.fetch = ((request: Request) => held.answer(request)) as typeof fetch
  globalThis.Request = class extends Real {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' && input.startsWith('/') ? 'http://localhost' + input : input, init)
    }
  }
  return held
})

type Body = Record<string, unknown>
interface Sent {
  method: string
  path: string
  body: Body
}

/** A server with one door, which can be away, or changed by somebody else in between. */
class Server {
  version = 1
  parts: Body = { arrives: { seconds: 0 }, says: { label: {} }, reply_minutes: null }
  sent: Sent[] = []
  isAway = false
  /** It stores more than it was sent, as defaults. */
  adds = false
  slow: Promise<void> | null = null

  desk(): Body {
    return {
      site: 's',
      doors: [{ key: 'd', name: 'Front door', version: this.version, ...this.parts, channels: [] }],
      changes: [],
      sentences: { arrives: 'arrives', says: 'says', reply_minutes: 'when' },
      hosts: [],
      undo: '',
      redo: '',
    }
  }
  fetch = async (request: Request): Promise<Response> => {
    const body = request.method === 'GET' ? {} : ((await request.json().catch(() => ({}))) as Body)
    this.sent.push({ method: request.method, path: new URL(request.url).pathname, body })
    if (this.slow) await this.slow
    if (this.isAway) throw new TypeError('failed to fetch')
    const answer = (status: number, body: unknown): Response =>
      new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } })
    if (request.method === 'PATCH') {
      const { version, ...parts } = body
      if (version !== this.version)
        return answer(409, { title: 'Somebody else changed this.', code: 'moved' })
      if (parts.reply_minutes === -1)
        return answer(422, { title: 'That can’t be kept.', code: 'value_refused' })
      Object.assign(this.parts, parts)
      if (this.adds) this.parts.says = { ...(this.parts.says as Body), help: {} }
      this.version += 1
    }
    return answer(200, this.desk())
  }
  elsewhere(parts: Body): void {
    Object.assign(this.parts, parts)
    this.version += 1
  }
  saves(): Body[] {
    return this.sent.filter((item) => item.method === 'PATCH').map((item) => item.body)
  }
}

let server: Server
let state: DeskState
const rest = async (ms = 1200): Promise<void> => {
  for (let i = 0; i < 12; i++) {
    await vi.advanceTimersByTimeAsync(ms / 12)
    await nextTick()
  }
}
const held = new Map<string, string>()

beforeEach(async () => {
  vi.useFakeTimers()
  held.clear()
  server = new Server()
  wire.answer = server.fetch
  vi.stubGlobal('document', { cookie: 'kk_csrf=x' })
  vi.stubGlobal('location', { href: 'http://localhost/', origin: 'http://localhost' })
  vi.stubGlobal('localStorage', {
    getItem: (name: string) => held.get(name) ?? null,
    setItem: (name: string, value: string) => held.set(name, value),
    removeItem: (name: string) => held.delete(name),
  })
  state = useDesk(ref('s'), ref(undefined))
  const loading = state.load()
  await rest(120)
  await loading
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const heldHere = (): unknown =>
  (JSON.parse(held.get('kk.desk.d') ?? '') as { says: { mine: { label: unknown } } }).says.mine.label
const label = (): unknown => state.draft.value?.says?.label

describe('what is typed on the desk', () => {
  it('is saved once it rests, the parts that were typed and no other', async () => {
    state.write('says', { label: { en: 'A' } })
    state.write('says', { label: { en: 'Ask' } })
    expect(state.save.value.kind).toBe('saving')
    expect(state.typed()).toEqual({ says: { label: { en: 'Ask' } } })
    await rest()
    expect(server.saves()).toEqual([{ version: 1, says: { label: { en: 'Ask' } } }])
    expect([state.save.value.kind, state.typed(), held.size]).toEqual(['saved', {}, 0])
  })
  it.each([false, true])(
    'goes on being typed while it is being saved, stored with more: %s',
    async (adds) => {
      server.adds = adds
      let go = (): void => undefined
      server.slow = new Promise((then) => {
        go = then
      })
      state.write('says', { label: { en: 'A' } })
      await rest(600)
      state.write('says', { label: { en: 'Ask' } })
      server.slow = null
      go()
      await rest()
      expect(label()).toEqual({ en: 'Ask' })
      expect(server.saves().map((save) => (save.says as Body).label)).toEqual([{ en: 'A' }, { en: 'Ask' }])
      expect(server.parts.says).toMatchObject({ label: { en: 'Ask' } })
      expect(state.conflict.value).toBeNull()
    },
  )
  it('is kept here while the server is away, and sent when it is back', async () => {
    server.isAway = true
    state.write('says', { label: { en: 'Ask' } })
    await rest()
    expect([state.save.value.kind, label()]).toEqual(['offline', { en: 'Ask' }])
    expect(heldHere()).toEqual({ en: 'Ask' })
    server.isAway = false
    await rest(4000)
    expect([state.save.value.kind, server.parts.says, held.size]).toEqual([
      'saved',
      { label: { en: 'Ask' } },
      0,
    ])
  })
  it('clears away nothing that another window holds of the same door', async () => {
    const looks = { mine: { colour: '#2e5a3a' }, was: {} }
    held.set('kk.desk.d', JSON.stringify({ looks }))
    state.write('says', { label: { en: 'Ask' } })
    await rest()
    expect([state.save.value.kind, server.parts.says]).toEqual(['saved', { label: { en: 'Ask' } }])
    expect(JSON.parse(held.get('kk.desk.d') ?? '')).toEqual({ looks })
  })
  it('is taken up again by the next page where it could not be sent', async () => {
    const says = { mine: { label: { en: 'Left behind' } }, was: { label: {} } }
    held.set('kk.desk.d', JSON.stringify({ says, nonsense: { mine: 1, was: 1 } }))
    const loading = state.load()
    await rest()
    await loading
    expect([label(), server.parts.says]).toEqual([{ en: 'Left behind' }, { label: { en: 'Left behind' } }])
    expect('nonsense' in server.parts).toBe(false)
  })
  it('stays while the site is loaded anew, and is saved after it', async () => {
    state.write('says', { label: { en: 'Ask' } })
    expect(heldHere()).toEqual({ en: 'Ask' })
    const loading = state.load()
    await rest()
    await loading
    expect(label()).toEqual({ en: 'Ask' })
    expect([server.parts.says, held.size]).toEqual([{ label: { en: 'Ask' } }, 0])
  })
  it.each([
    [0, true],
    [-1, false],
  ])('lets nothing be done over what is not saved', async (minutes, isAway) => {
    server.isAway = isAway
    state.put('reply_minutes', minutes)
    const settling = expect(state.settle()).rejects.toThrow('isn’t saved')
    await rest(6000)
    await settling
  })
  it('says what is wrong and keeps it', async () => {
    state.put('reply_minutes', -1)
    await rest()
    expect([state.save.value, state.draft.value?.reply_minutes]).toEqual([
      { kind: 'wrong', says: 'That can’t be kept.' },
      -1,
    ])
  })
})

describe('two people at one door', () => {
  it('another sentence is no matter: mine is sent again over theirs', async () => {
    server.elsewhere({ arrives: { seconds: 9 } })
    state.write('says', { label: { en: 'Mine' } })
    await rest()
    expect(state.conflict.value).toBeNull()
    expect([server.parts.says, server.parts.arrives]).toEqual([{ label: { en: 'Mine' } }, { seconds: 9 }])
  })
  it('the same sentence is held too where theirs came with another answer', async () => {
    state.write('says', { label: { en: 'Mine' } })
    server.elsewhere({ says: { label: { en: 'Theirs' } } })
    const loading = state.load()
    await rest()
    await loading
    expect([state.conflict.value?.part, server.parts.says]).toEqual(['says', { label: { en: 'Theirs' } }])
  })
  it.each([
    [true, 'Mine'],
    [false, 'Theirs'],
  ])('the same sentence holds both until one is chosen: mine %s', async (mine, wanted) => {
    server.elsewhere({ says: { label: { en: 'Theirs' } } })
    state.write('says', { label: { en: 'Mine' } })
    await rest()
    expect(state.conflict.value?.part).toBe('says')
    expect([label(), (state.conflict.value?.theirs.says as Schemas['Says']).label]).toEqual([
      { en: 'Mine' },
      { en: 'Theirs' },
    ])
    const before = server.saves().length
    await rest()
    expect(server.saves().length).toBe(before)
    state.choose(mine)
    await rest()
    expect([state.conflict.value, label(), server.parts.says]).toEqual([
      null,
      { en: wanted },
      { label: { en: wanted } },
    ])
  })
  it('the same sentence is held too over a reload', async () => {
    const says = { mine: { label: { en: 'Mine' } }, was: { label: {} } }
    held.set('kk.desk.d', JSON.stringify({ says }))
    server.elsewhere({ says: { label: { en: 'Theirs' } } })
    const loading = state.load()
    await rest()
    await loading
    expect([state.conflict.value?.part, label()]).toEqual(['says', { en: 'Mine' }])
  })
  it('who wrote the same is of one mind', async () => {
    server.elsewhere({ says: { label: { en: 'Same' } } })
    state.write('says', { label: { en: 'Same' } })
    await rest()
    expect([state.conflict.value, state.save.value.kind]).toEqual([null, 'saved'])
  })
})
