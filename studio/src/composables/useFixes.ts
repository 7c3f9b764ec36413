/** The fixes of the ledger as acts: each changes the draft, acts at once, or opens the right editor. */
import { ref, type Ref, type WritableComputedRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { deskWords, personName, type Matter } from '../words/desk'
import { rotaWords } from '../words/rota'
import type { DeskState } from './useDesk'
import { useToast } from './useToast'

export interface FixInput {
  state: DeskState
  address: Ref<string>
  open: WritableComputedRef<Matter | null>
  publish: () => Promise<void>
  pause: (on: boolean) => Promise<void>
  goToDoor: (key: string) => unknown
  toRota: (day: string) => unknown
  ask: () => unknown
}

export function useFixes({ state, open, publish, pause, goToDoor, toRota, ask }: FixInput) {
  const busy = ref(false)
  const toast = useToast()
  const site = () => ({ params: { path: { key: state.desk.value?.site ?? '' } } })
  type Whom = Schemas['ForWhom']
  const whom = (change: Partial<Whom>): void => state.write('for_whom', change)
  const acts: Record<string, (value: string) => unknown> = {
    allow_host: async (host) => {
      toast.say((await want(api.POST('/api/sites/{key}/hosts', { ...site(), body: { typed: host } }))).says)
      await state.load()
    },
    open_on_site: () => {
      open.value = 'on'
    },
    resume_door: () => pause(false),
    remove_rule: (at) => {
      const before = state.draft.value?.pages ?? []
      state.put(
        'pages',
        before.filter((_, i) => i !== Number(at)),
      )
      toast.say(deskWords.where.removed, () => state.put('pages', before))
    },
    add_page: (path) =>
      state.put('pages', [
        ...(state.draft.value?.pages ?? []),
        { effect: 'show', kind: 'exact', value: path, host: '' },
      ]),
    change_rule: () => {
      open.value = 'where'
    },
    allow_device: (device) =>
      whom({
        devices: [
          ...(state.draft.value?.for_whom.devices ?? []),
          device as NonNullable<Whom['devices']>[number],
        ],
      }),
    change_countries: (country) => {
      if (!country) {
        open.value = 'whom'
        return
      }
      const { countries_mode: mode, countries = [] } = state.draft.value?.for_whom ?? {}
      if (mode === 'only') whom({ countries: [...countries, country] })
      else {
        const left = countries.filter((item) => item !== country)
        whom({ countries: left, countries_mode: left.length ? 'not' : 'all' })
      }
    },
    allow_language: (tag) => whom({ languages: [...(state.draft.value?.for_whom.languages ?? []), tag] }),
    change_visitors: () => whom({ visitors: 'all' }),
    change_came_from: () => whom({ came_from: [] }),
    move_up: (key) => {
      const keys = state.desk.value?.doors.map((door) => door.key).filter((door) => door !== key) ?? []
      return state.act(
        api.POST('/api/sites/{key}/doors-order', { ...site(), body: { keys: [key, ...keys] } }),
      )
    },
    narrow_earlier: goToDoor,
    switch_on_channel: (key) =>
      key
        ? state.act(api.PATCH('/api/channels/{key}', { params: { path: { key } }, body: { on: true } }))
        : (open.value = 'reach'),
    add_channel: () => {
      open.value = 'reach'
    },
    add_channel_that_needs_nobody: () => {
      open.value = 'reach'
    },
    show_away_note: () => state.put('when_nobody', 'away'),
    longer: async (value) => {
      const [person = '', weekday, start, end] = value.split('|')
      const now = await want(
        api.POST('/api/rota/cover', {
          body: { person, weekday: Number(weekday), start_min: Number(start), end_min: Number(end) },
        }),
      )
      await state.load()
      toast.say(rotaWords.covered, async () => {
        await want(api.POST('/api/timetable/{number}/undo', { params: { path: { number: now.version } } }))
        await state.load()
        await ask()
      })
    },
    back: async (key) => {
      await want(api.POST('/api/rota/people/{key}/back', { params: { path: { key } } }))
      await state.load()
      toast.say(rotaWords.isBack(personName(state.desk.value?.people ?? [], key)))
    },
    rota: (day) => toRota(day),
    closed: (day) => toRota(day),
    let_answer_here: (key) => letAnswer(key),
    arrive_at_once: () => state.write('arrives', { page: 1 }),
    make_door: () => undefined,
    publish,
  }
  /** Take away what keeps a person from this page. */
  async function letAnswer(key: string): Promise<void> {
    if (key)
      await state.act(
        api.POST('/api/sites/{key}/people/{person}/every-page', {
          params: { path: { key: state.desk.value?.site ?? '', person: key } },
        }),
      )
    else open.value = 'who'
  }
  async function fix({ code, value }: Schemas['FixOut']): Promise<void> {
    if (busy.value) return
    busy.value = true
    try {
      await acts[code]?.(value)
      await ask()
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      toast.say(error.message)
    } finally {
      busy.value = false
    }
  }
  return { fix, busy }
}
