/** Who one rehearses as, where and when: the visit that the stage asks about. */
import { useSessionStorage } from '@vueuse/core'
import { computed, reactive, watch, type ComputedRef, type Reactive } from 'vue'
import type { Schemas } from '../api/client'

export type Device = 'phone' | 'tablet' | 'computer'
export type Pretence = '' | 'on_sale' | 'sold_out' | 'no_price' | 'basket'
export interface Rehearsal {
  /** Seconds since 1970; null is now. */
  at: number | null
  device: Device
  visitor: 'first' | 'returning' | 'no_storage'
  country: string
  zone: string
  language: string
  page: number
  campaign: string
  referrer: string
  pretend: Pretence
  /** The language being written: the page counts as being in it, so that its words are seen. */
  writing: string
}

const AS_NEW: Rehearsal = {
  at: null,
  device: 'computer',
  visitor: 'first',
  country: '',
  zone: '',
  language: '',
  page: 1,
  campaign: '',
  referrer: '',
  pretend: '',
  writing: '',
}

export interface RehearsalState {
  rehearsal: Reactive<Rehearsal>
  isAsNew: ComputedRef<boolean>
  startOver: () => void
  visitOn: (address: string) => Schemas['StageVisit']
}

export function useRehearsal(): RehearsalState {
  /** Kept while this window is open: an editor, another screen or a reload don't change who one is. */
  const kept = useSessionStorage<Partial<Rehearsal>>('kk.rehearsal', {})
  const rehearsal = reactive<Rehearsal>({ ...AS_NEW, ...kept.value, writing: '' })
  watch(rehearsal, (now) => {
    kept.value = { ...now }
  })
  const isAsNew = computed(() =>
    Object.entries(AS_NEW).every(
      ([name, value]) =>
        name === 'device' || name === 'writing' || rehearsal[name as keyof Rehearsal] === value,
    ),
  )
  /** Forget everything, but keep the device. */
  function startOver(): void {
    Object.assign(rehearsal, { ...AS_NEW, device: rehearsal.device })
  }
  /** An address as this visitor comes to it. */
  const addressOf = (address: string): string =>
    address && rehearsal.campaign
      ? address +
        (address.includes('?') ? '&' : '?') +
        'utm_campaign=' +
        encodeURIComponent(rehearsal.campaign)
      : address
  const visitOn = (address: string): Schemas['StageVisit'] => ({
    address: addressOf(address),
    device: rehearsal.device,
    title: '',
    lang: rehearsal.writing,
    languages: rehearsal.language ? [rehearsal.language] : [],
    at: rehearsal.at === null ? null : new Date(rehearsal.at * 1000).toISOString(),
    country: rehearsal.country,
    zone: rehearsal.zone,
    returning: rehearsal.visitor === 'returning',
    referrer: rehearsal.referrer
      ? /^https?:/.test(rehearsal.referrer)
        ? rehearsal.referrer
        : `https://${rehearsal.referrer}/`
      : '',
    page: rehearsal.page,
    pretend: rehearsal.pretend,
  })
  return { rehearsal, isAsNew, startOver, visitOn }
}
