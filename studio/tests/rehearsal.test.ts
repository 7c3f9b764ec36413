import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import { useRehearsal, type Rehearsal } from '../src/composables/useRehearsal'
import { useRehearsalLink } from '../src/composables/useRehearsalLink'

const here = { query: {} as Record<string, string>, replaced: [] as object[] }
const copied: string[] = []
let mayCopy = true
vi.mock('vue-router', () => ({
  useRoute: () => here,
  useRouter: () => ({
    resolve: ({ query }: { query: Record<string, string> }) => ({
      href: '/doors/averil7q?' + new URLSearchParams(query).toString(),
    }),
    replace: ({ query }: { query: object }) => {
      here.replaced.push(query)
    },
    push: () => undefined,
  }),
}))
vi.mock('../src/composables/useCopy', () => ({
  useCopy: () => ({
    copy: (text: string) => {
      if (mayCopy) copied.push(text)
      return Promise.resolve(mayCopy)
    },
  }),
}))
vi.mock('../src/composables/useToast', () => ({ useToast: () => ({ say: () => undefined }) }))

const CASES: [string, Partial<Rehearsal>, string][] = [
  ['as new, now', {}, 'draft'],
  [
    'somebody returning from Cape Verde on a phone',
    {
      device: 'phone',
      visitor: 'returning',
      country: 'CV',
      zone: 'Atlantic/Cape_Verde',
      language: 'pt',
      at: 1_798_099_200,
    },
    'live',
  ],
  [
    'a campaign, a sale, the third page, a release',
    {
      campaign: 'winter letter & co',
      referrer: 'news.example',
      page: 3,
      pretend: 'on_sale',
      at: 1_767_225_600,
    },
    '4',
  ],
  [
    'without storage, both beside each other',
    { visitor: 'no_storage', device: 'tablet', pretend: 'sold_out' },
    'both',
  ],
]

describe('a rehearsal', () => {
  beforeEach(() => {
    copied.length = 0
    mayCopy = true
    here.query = {}
    here.replaced = []
    vi.stubGlobal('location', { origin: 'https://knock.example' })
    vi.useFakeTimers()
    vi.setSystemTime(1_800_000_000_000)
  })
  it.each(CASES)('as a link opens the very same: %s', async (_, more, of) => {
    const first = useRehearsal()
    Object.assign(first.rehearsal, more)
    const address = ref('https://averilcycles.example/shop/harbour-lamp?colour=red')
    await useRehearsalLink(first, address, ref(false), ref(of)).share()
    const query = Object.fromEntries(new URL(copied[0]!).searchParams)
    here.query = query
    const second = useRehearsal()
    const why = ref(false)
    expect(useRehearsalLink(second, ref(''), why, ref('draft')).takeUp()).toBe(address.value)
    expect({ ...second.rehearsal }).toEqual({ ...first.rehearsal, at: first.rehearsal.at ?? 1_800_000_000 })
    expect([why.value, query.of ?? 'draft']).toEqual([true, of])
  })
  it('keeps what was asked for in the address where it may not copy', async () => {
    mayCopy = false
    const item = useRehearsal()
    item.rehearsal.country = 'PT'
    await useRehearsalLink(item, ref(''), ref(true), ref('draft')).share()
    expect(here.replaced).toEqual([expect.objectContaining({ country: 'PT', why: '1' })])
  })
  it.each([
    ['device', 'toaster', 'computer'],
    ['visitor', 'robot', 'first'],
    ['at', 'soon', null],
    ['nth', '-', 1],
    ['pretend', 'free', ''],
  ])('a hostile link says %s=%s, and is taken as %s', (name, value, wanted) => {
    here.query = { [name]: value }
    const item = useRehearsal()
    useRehearsalLink(item, ref(''), ref(false), ref('draft')).takeUp()
    expect(item.rehearsal[(name === 'nth' ? 'page' : name) as keyof Rehearsal]).toBe(wanted)
  })
  it('becomes the visit that the stage asks about, and starts over keeping the device', async () => {
    const { rehearsal, isAsNew, startOver, visitOn } = useRehearsal()
    expect([isAsNew.value, visitOn('').address, visitOn('').at]).toEqual([true, '', null])
    Object.assign(rehearsal, {
      campaign: 'été & co',
      at: 60,
      referrer: 'news.example',
      language: 'pt',
      visitor: 'returning',
      device: 'phone',
    })
    await nextTick()
    expect(visitOn('https://a.example/x?y=1')).toMatchObject({
      address: 'https://a.example/x?y=1&utm_campaign=%C3%A9t%C3%A9%20%26%20co',
      at: '1970-01-01T00:01:00.000Z',
      referrer: 'https://news.example/',
      languages: ['pt'],
      returning: true,
      device: 'phone',
    })
    rehearsal.referrer = 'http://news.example/today'
    expect([
      visitOn('https://a.example/').referrer,
      visitOn('https://a.example/').address,
      isAsNew.value,
    ]).toEqual([
      'http://news.example/today',
      'https://a.example/?utm_campaign=%C3%A9t%C3%A9%20%26%20co',
      false,
    ])
    startOver()
    expect([isAsNew.value, rehearsal.device]).toEqual([true, 'phone'])
  })
})
