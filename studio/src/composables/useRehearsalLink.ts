/**
 * A rehearsal as a link: who, where and when, so that somebody of the same business opens the very same
 * stage.
 */
import { watch, type Ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { deskWords } from '../words/desk'
import { useCopy } from './useCopy'
import { useQuery } from './useQuery'
import type { Device, Pretence, Rehearsal, RehearsalState } from './useRehearsal'
import { useToast } from './useToast'

const NAMES = 'device visitor at country language campaign from zone nth pretend'.split(' ')

export function useRehearsalLink(
  { rehearsal }: RehearsalState,
  address: Ref<string>,
  why: Ref<boolean>,
  of: Ref<string>,
) {
  const route = useRoute()
  const router = useRouter()
  const toast = useToast()
  const { copy } = useCopy()
  const change = useQuery()
  /** Take up what the link says; answers with its page, if it names one. */
  function takeUp(): string {
    const query = (name: string): string => (typeof route.query[name] === 'string' ? route.query[name] : '')
    const item = <T extends string>(name: string, of: readonly T[], or: T): T =>
      of.includes(query(name) as T) ? (query(name) as T) : or
    why.value = query('why') === '1'
    // A link says all of it; an address without any of it leaves who one was.
    if (!NAMES.some((name) => name in route.query)) return query('page')
    Object.assign(rehearsal, {
      device: item<Device>('device', ['phone', 'tablet', 'computer'], rehearsal.device),
      visitor: item<Rehearsal['visitor']>('visitor', ['first', 'returning', 'no_storage'], 'first'),
      at: query('at') ? Number(query('at')) || null : null,
      country: query('country'),
      language: query('language'),
      campaign: query('campaign'),
      referrer: query('from'),
      zone: query('zone'),
      page: Number(query('nth')) || 1,
      pretend: item<Pretence>('pretend', ['', 'on_sale', 'sold_out', 'no_price', 'basket'], ''),
    })
    return query('page')
  }
  /** The page and the ledger stand in the address as one goes; the rest only in a link one asks for. */
  watch([address, why], () => change({ page: address.value || undefined, why: why.value ? '1' : undefined }))
  async function share(): Promise<void> {
    const { device, visitor, at, country, language, campaign, referrer, zone, page, pretend } = rehearsal
    const query = Object.fromEntries(
      Object.entries({
        page: address.value,
        why: '1',
        device,
        visitor,
        at: at ? String(at) : String(Math.floor(Date.now() / 1000)),
        country,
        language,
        campaign,
        from: referrer,
        zone,
        of: of.value === 'draft' ? '' : of.value,
        nth: page > 1 ? String(page) : '',
        pretend,
      }).filter(([, value]) => value),
    )
    if (await copy(location.origin + router.resolve({ query }).href)) toast.say(deskWords.stage.shared)
    else change(query)
  }
  return { takeUp, share }
}
