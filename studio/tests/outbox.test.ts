/** Saving what is typed: every field's last value arrives, whatever comes in between. */
import { beforeEach, describe, expect, it, vi } from 'vitest'

type Body = Record<string, unknown>
const wire = vi.hoisted(() => {
  const held = { answer: (request: Request): Promise<Response> => Promise.reject(new Error(request.url)) }
  const Real = globalThis.Request
  globalThis.fetch = ((request: Request) => held.answer(request)) as typeof fetch
  globalThis.Request = class extends Real {
    constructor(input: RequestInfo | URL, init?: RequestInit) {
      super(typeof input === 'string' && input.startsWith('/') ? 'http://localhost' + input : input, init)
    }
  }
  return held
})

/** A server that keeps what it is sent, is slow, away now and then, and refuses a name of one letter. */
class Server {
  kept = new Map<string, Body>()
  order: string[] = []
  atOnce = 0
  most = 0
  away = 0
  fetch = async (request: Request): Promise<Response> => {
    this.atOnce++
    this.most = Math.max(this.most, this.atOnce)
    const body = (await request.json()) as Body
    await new Promise((go) => setTimeout(go, 120))
    this.atOnce--
    if (this.away > 0) {
      this.away--
      throw new TypeError('no line')
    }
    const path = new URL(request.url).pathname
    this.order.push(path)
    const say = (status: number, value: Body): Response =>
      new Response(JSON.stringify(value), { status, headers: { 'Content-Type': 'application/json' } })
    if (body.name === 'x') return say(422, { title: 'A name has more letters.', code: 'short' })
    const now = this.kept.get(path) ?? {}
    const more = { ...(now.more as Body), ...(body.more as Body) }
    this.kept.set(path, { ...now, ...body, ...(body.more ? { more } : {}) })
    return say(200, { site: 's' })
  }
}

const heard = { addEventListener: () => undefined, visibilityState: 'visible', cookie: '' }
let server: Server
async function fresh() {
  vi.resetModules()
  // Vue looks for a document as it is loaded; the outbox asks for one later.
  vi.stubGlobal('document', undefined)
  const made = await import('../src/stores/outbox')
  vi.stubGlobal('document', heard)
  return made
}
const rest = async (ms: number): Promise<void> => {
  for (let i = 0; i < ms / 50; i++) await vi.advanceTimersByTimeAsync(50)
}

const shelf = new Map<string, string>()

beforeEach(() => {
  vi.useFakeTimers()
  shelf.clear()
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => shelf.get(key) ?? null,
    setItem: (key: string, text: string) => shelf.set(key, text),
    removeItem: (key: string) => shelf.delete(key),
  })
  vi.stubGlobal('addEventListener', heard.addEventListener)
  server = new Server()
  wire.answer = server.fetch
})

describe('what is typed outside a door', () => {
  it('arrives, the last value of every field, with a line that comes and goes', async () => {
    const outbox = (await fresh()).useOutbox()
    let seed = 5
    const next = (most: number): number => (seed = (seed * 16807) % 2147483647) % most
    const typed = new Map<string, Body>()
    for (let key = 0; key < 300; key++) {
      const target = next(2)
        ? { of: 'channel' as const, key: `c${next(3)}` }
        : { of: 'person' as const, key: `p${next(3)}` }
      const field = ['name', 'caption', 'note', 'role'][next(4)] ?? 'name'
      const value = { en: `${field} ${key}` }
      const change =
        target.of === 'channel' && field !== 'name' ? { more: { [field]: value } } : { [field]: value }
      outbox.keep(target, change)
      const path = `/api/${target.of === 'channel' ? 'channels' : 'people'}/${target.key}`
      const was = typed.get(path) ?? {}
      typed.set(path, {
        ...was,
        ...change,
        ...('more' in change ? { more: { ...(was.more as Body), ...change.more } } : {}),
      })
      if (next(9) === 0) server.away = next(2)
      await rest(next(5) * 100)
    }
    server.away = 0
    outbox.keep({ of: 'person', key: 'p0' }, { role: { en: 'last' } })
    typed.set('/api/people/p0', { ...typed.get('/api/people/p0'), role: { en: 'last' } })
    expect(outbox.state.value).not.toBe('saved')
    await rest(12_000)
    expect(outbox.state.value).toBe('saved')
    expect(Object.fromEntries(server.kept)).toEqual(Object.fromEntries(typed))
    expect(server.most).toBe(1)
    expect(localStorage.getItem('kk.outbox')).toBeNull()
  })

  it('of one window is not cleared away by another that is done', async () => {
    const killed = (await fresh()).useOutbox()
    const other = (await fresh()).useOutbox()
    server.away = 1
    killed.keep({ of: 'person', key: 'rhys' }, { name: 'Rhys Pell' })
    await rest(1000)
    expect([killed.stateOf({ of: 'person', key: 'rhys' }), other.state.value]).toEqual(['offline', 'saved'])
    other.keep({ of: 'person', key: 'amara' }, { name: 'Amara Oduya' })
    // The first window is killed; the line comes back to the second, which saves what is its own.
    const kept = localStorage.getItem('kk.outbox') ?? ''
    expect(kept).toContain('Rhys Pell')
    expect(kept).toContain('Amara Oduya')
    vi.clearAllTimers()
    server.away = 0
    other.keep({ of: 'person', key: 'amara' }, { name: 'Amara' }, true)
    await rest(5000)
    expect(other.state.value).toBe('saved')
    expect(localStorage.getItem('kk.outbox')).toContain('Rhys Pell')
    const next = await fresh()
    next.takeUpOutbox()
    await rest(5000)
    expect(server.kept.get('/api/people/rhys')).toEqual({ name: 'Rhys Pell' })
    expect(localStorage.getItem('kk.outbox')).toBeNull()
  })

  it('is taken up by the next page where this killed was left', async () => {
    const { useOutbox } = await fresh()
    useOutbox().keep({ of: 'person', key: 'ines' }, { name: 'Ines Calder' })
    // The page goes before anything was sent.
    vi.clearAllTimers()
    const later = await fresh()
    later.takeUpOutbox()
    await rest(1000)
    expect(server.kept.get('/api/people/ines')).toEqual({ name: 'Ines Calder' })
  })

  it('says saved only when it was, and keeps what was refused', async () => {
    const outbox = (await fresh()).useOutbox()
    const ines = { of: 'person' as const, key: 'ines' }
    outbox.keep(ines, { name: 'x' })
    expect(outbox.state.value).toBe('saving')
    await rest(1500)
    expect([outbox.state.value, outbox.wrong(ines), outbox.typed(ines)]).toEqual([
      'wrong',
      'A name has more letters.',
      { name: 'x' },
    ])
    outbox.keep(ines, { name: 'Ines' })
    await rest(1500)
    expect([outbox.state.value, server.kept.get('/api/people/ines')]).toEqual(['saved', { name: 'Ines' }])
  })
})

/** A server with one answer, that refuses what was written over another version. */
class Versions {
  isOff = false
  answer: Body = { key: 'wheel', version: 4, title: { en: 'How long?' }, found_by: {} }
  fetch = async (request: Request): Promise<Response> => {
    const all = (): Response =>
      new Response(JSON.stringify({ site: 's', answers: this.isOff ? [] : [this.answer], signposts: [] }), {
        status: 200,
        headers: { 'Content-Type': 'application/json' },
      })
    if (request.method === 'GET') return all()
    if (this.isOff) return new Response(JSON.stringify({ title: 'Not found.' }), { status: 404 })
    const { version, typing, ...change } = (await request.json()) as Body
    if (version !== this.answer.version)
      return new Response(JSON.stringify({ title: `Changed meanwhile, ${String(typing)}.` }), { status: 409 })
    this.answer = { ...this.answer, ...change, version: Number(version) + 1 }
    return all()
  }
  /** Somebody else saves. */
  others(change: Body): void {
    this.answer = { ...this.answer, ...change, version: Number(this.answer.version) + 1 }
  }
}

describe('what visitors read, changed by two people', () => {
  const wheel = { of: 'answer' as const, site: 's', key: 'wheel' }
  const begin = async () => {
    const versions = new Versions()
    wire.answer = versions.fetch
    const outbox = (await fresh()).useOutbox()
    outbox.hearAnswers({ answers: [versions.answer], signposts: [] } as never)
    return { versions, outbox }
  }
  it('goes over another field of theirs by itself', async () => {
    const { versions, outbox } = await begin()
    versions.others({ found_by: { en: 'rim' } })
    outbox.keep(wheel, { title: { en: 'How many days?' } })
    await rest(1500)
    expect([outbox.state.value, versions.answer.title, versions.answer.found_by]).toEqual([
      'saved',
      { en: 'How many days?' },
      { en: 'rim' },
    ])
  })
  it.each([
    [true, { en: 'How many days?' }],
    [false, { en: 'When?' }],
  ])('waits for a choice where both wrote the same: mine %s', async (mine, stands) => {
    const { versions, outbox } = await begin()
    versions.others({ title: { en: 'When?' } })
    outbox.keep(wheel, { title: { en: 'How many days?' } })
    await rest(1500)
    expect([outbox.state.value, outbox.clashes(wheel), versions.answer.title]).toEqual([
      'wrong',
      true,
      { en: 'When?' },
    ])
    expect(outbox.typed(wheel)).toEqual({ title: { en: 'How many days?' } })
    outbox.choose(wheel, mine)
    await rest(1500)
    expect([outbox.state.value, versions.answer.title]).toEqual(['saved', stands])
  })
  it('waits where somebody took it off, over a reload too, and goes once it is back', async () => {
    const { versions, outbox } = await begin()
    versions.isOff = true
    outbox.keep(wheel, { title: { en: 'How many days?' } })
    await rest(1500)
    outbox.keep(wheel, { found_by: { en: 'rim' } })
    await rest(1500)
    expect([outbox.state.value, outbox.gone.value]).toEqual([
      'wrong',
      [{ target: wheel, name: 'How many days?' }],
    ])
    const later = await fresh()
    later.takeUpOutbox()
    await rest(1500)
    const again = later.useOutbox()
    expect(again.gone.value.length).toBe(1)
    versions.isOff = false
    again.hearAnswers({ answers: [versions.answer], signposts: [] } as never)
    again.choose(wheel, true)
    await rest(1500)
    expect([again.state.value, again.gone.value, versions.answer.title, versions.answer.found_by]).toEqual([
      'saved',
      [],
      { en: 'How many days?' },
      { en: 'rim' },
    ])
  })
  it('is sent by the next page, over whatever version stands there', async () => {
    const { versions, outbox } = await begin()
    outbox.keep(wheel, { title: { en: 'How many days?' } })
    vi.clearAllTimers()
    versions.others({ found_by: { en: 'rim' } })
    const later = await fresh()
    later.takeUpOutbox()
    await rest(1500)
    expect(versions.answer.title).toEqual({ en: 'How many days?' })
  })
})
