/** What a business says of itself, saved as it is typed. */
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref, type Ref, type WritableComputedRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { clock } from '../logic/time'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import { useForm, type FormState } from './useForm'

type Field = 'name' | 'country' | 'zone' | 'currency' | 'privacy_link'

export interface BusinessRow {
  row: Readonly<Ref<Schemas['BusinessOut'] | null>>
  choices: Readonly<Ref<Schemas['ChoicesOut'] | null>>
  form: FormState
  failed: Readonly<Ref<string>>
  load: () => Promise<void>
  /** `Saved at 14:19`, or that it is being saved. */
  saved: Readonly<Ref<string>>
  set: (field: Field) => WritableComputedRef<string>
  putLanguages: (next: string[]) => void
}

export function useBusinessRow(): BusinessRow {
  const session = useSession()
  const form = useForm()
  const row = ref<Schemas['BusinessOut'] | null>(null)
  const choices = ref<Schemas['ChoicesOut'] | null>(null)
  const saved = ref('')
  const failed = ref('')
  async function load(): Promise<void> {
    failed.value = ''
    try {
      const [stands, all] = await Promise.all([want(api.GET('/api/business')), want(api.GET('/api/choices'))])
      row.value = stands
      choices.value = all
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      failed.value = error.message
    }
  }
  onMounted(load)
  let waiting: Partial<Schemas['BusinessIn']> = {}
  async function send(): Promise<void> {
    if (!row.value || !Object.keys(waiting).length) return
    const changes = waiting
    waiting = {}
    saved.value = words.desk.saving
    const next = await form.send(async () => {
      try {
        return await want(
          api.PATCH('/api/business', { body: { version: row.value?.version ?? 0, ...changes } }),
        )
      } catch (error) {
        if (error instanceof Refusal && error.status === 409) row.value = await want(api.GET('/api/business'))
        throw error
      }
    })
    // What could not be sent is not lost: it goes with what is typed next, or when the line is back.
    if (!next) waiting = { ...changes, ...waiting }
    if (!next && !form.wrong.value?.field) setTimeout(() => void send(), 3000)
    const isSaved = next && !Object.keys(waiting).length
    saved.value = isSaved ? words.desk.saved(clock(new Date())) : next ? words.desk.saving : ''
    if (next && row.value) row.value.version = next.version
    if (next && changes.name) void session.load()
  }
  const sendSoon = useDebounceFn(send, 500)
  const set = (field: Field): WritableComputedRef<string> =>
    computed({
      get: () => row.value?.[field] ?? '',
      set: (value: string) => {
        if (row.value) {
          row.value[field] = value ?? ''
          waiting[field] = value ?? ''
          void sendSoon()
        }
      },
    })
  function putLanguages(next: string[]): void {
    if (!row.value || !next.length) return
    row.value.languages = next
    waiting.languages = next
    void send()
  }
  return { row, choices, form, failed, load, saved, set, putLanguages }
}
