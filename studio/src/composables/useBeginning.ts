/** The first run: a website looked at or two things typed by hand, tried, and hung. */
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { computed, reactive, ref, shallowRef, toRefs, watch } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { placeFrom } from '../logic/place'
import { takenOf, withRow, type Row, type Taken } from '../logic/website'
import { useSession } from '../stores/session'
import { useForm } from './useForm'
import { useWebsite } from './useWebsite'

/** What was typed is in this browser alone until it hangs. */
const KEPT = 'kk-begin'
const HOURS = 3_600_000
/** The page in the frame is signed for twelve hours. */
const PAGE_HOLDS = 11 * HOURS

interface Kept {
  typed: string
  isByHand: boolean
  hand: { name: string; reach: string; apps: string[]; country: string }
  found: Schemas['FoundOut'] | null
  rows: Row[]
  at: number
}

function keptBefore(): Partial<Kept> {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? '{}') as Partial<Kept>
    const isOld = Date.now() - (kept.at ?? 0) > PAGE_HOLDS
    return isOld ? { ...kept, found: null, rows: [] } : kept
  } catch {
    return {}
  }
}

export function useBeginning() {
  const session = useSession()
  const form = useForm()
  const place = placeFrom(navigator.languages, Intl.DateTimeFormat().resolvedOptions().timeZone)
  const website = useWebsite(place)
  const before = keptBefore()
  const state = reactive({
    typed: before.typed ?? '',
    isByHand: before.isByHand ?? false,
    hand: before.hand ?? { name: '', reach: '', apps: [] as string[], country: place.country },
  })
  const found = shallowRef<Schemas['FoundOut'] | null>(before.found ?? null)
  const rows = shallowRef<Row[]>(before.rows ?? [])
  const opened = shallowRef<Schemas['OpenedOut'] | null>(null)
  /** Whoever has no account yet makes one to keep it. */
  const asksAccount = ref(false)

  const byHand = computed<Taken>(() => ({
    name: state.hand.name,
    country: state.hand.country,
    zone: place.zone,
    languages: [place.language],
    ways: state.hand.reach.trim() ? state.hand.apps.map((app) => ({ app, address: state.hand.reach })) : [],
    week: null,
    closures: [],
    colour: '',
    hidden: [],
    people: [],
    start: '',
    label: '',
    heading: '',
    corner: '',
    host: '',
  }))
  const taken = computed<Taken>(() =>
    state.isByHand || !found.value ? byHand.value : takenOf(rows.value, found.value.host),
  )
  const save = (): void => {
    const kept: Kept = { ...state, found: found.value, rows: rows.value, at: Date.now() }
    // A browser that keeps nothing loses nothing but this.
    try {
      if (!opened.value) localStorage.setItem(KEPT, JSON.stringify(kept))
    } catch {
      return
    }
  }
  const keep = useDebounceFn(save, 200)
  watch([state, found, rows], () => void keep(), { deep: true })
  // Whoever leaves right after a keystroke finds that too.
  useEventListener(window, 'pagehide', save)

  async function look(): Promise<void> {
    form.wrong.value = null
    const result = await website.look(state.typed)
    if (result) {
      found.value = result
      rows.value = result.rows
      state.isByHand = false
    } else if (website.refused.value?.code === 'a_way') {
      website.refused.value = null
      goByHand(state.typed)
    }
  }
  function goByHand(reach = ''): void {
    website.stop()
    state.isByHand = true
    if (reach) state.hand.reach = reach
  }
  function goToWebsite(): void {
    state.isByHand = false
  }
  function change(row: Row): void {
    form.wrong.value = null
    rows.value = withRow(rows.value, row)
  }
  /** Words of a start in the place of ours; what was typed stays. */
  async function begin(start: string): Promise<void> {
    const row = rows.value.find((each) => each.kind === 'words')
    if (!row) return
    const changed = await want(
      api.POST('/api/website/row', {
        body: {
          kind: 'words',
          key: row.key,
          value: row.value,
          field: 'start',
          typed: start,
          place: placeNow(),
        },
      }),
    )
    change(changed)
  }
  const placeNow = (): Schemas['PlaceIn'] => ({
    ...place,
    language: taken.value.languages?.[0] ?? place.language,
  })

  const hangFound = (): Promise<Schemas['OpenedOut']> =>
    want(
      api.POST('/api/website/hang', {
        body: { taken: taken.value, device: 'computer', address: '', when: 'now' },
      }),
    )
  const openByHand = (): Promise<Schemas['OpenedOut']> =>
    want(
      api.POST('/api/businesses', {
        body: {
          name: state.hand.name,
          typed: state.hand.reach,
          apps: state.hand.apps,
          country: state.hand.country,
          zone: place.zone,
          language: place.language,
          website: '',
        },
      }),
    )
  async function hang(): Promise<void> {
    if (!session.hello?.signed_in) {
      asksAccount.value = true
      return
    }
    const made = await form.send(() => (state.isByHand ? openByHand() : hangFound()))
    if (!made) return
    opened.value = made
    localStorage.removeItem(KEPT)
    await session.load()
  }
  async function makeAccount(email: string, password: string): Promise<void> {
    if (await form.send(() => session.signUp(email, password))) {
      asksAccount.value = false
      await hang()
    }
  }
  return {
    ...toRefs(state),
    place,
    form,
    website,
    found,
    rows,
    taken,
    opened,
    asksAccount,
    look,
    goByHand,
    goToWebsite,
    change,
    begin,
    hang,
    makeAccount,
    placeOfRows: computed(placeNow),
  }
}
