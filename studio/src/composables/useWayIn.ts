/** One's own second step, passkeys and sessions. */
import { onMounted, ref, type Ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { useSession } from '../stores/session'
import { wayWords as say } from '../words/way'
import { useForm, type FormState } from './useForm'
import { useLoad } from './useLoad'
import { makeKey } from './usePasskeys'
import { useToast } from './useToast'

export interface WayIn {
  way: Readonly<Ref<Schemas['WayInOut'] | null>>
  /** Why it can't be shown; empty where it can, or isn't known yet. */
  failed: Readonly<Ref<string>>
  load: () => Promise<void>
  form: FormState
  begun: Readonly<Ref<Schemas['StepBegunOut'] | null>>
  codes: Ref<string[]>
  begin: (password: string) => Promise<void>
  confirm: (code: string) => Promise<void>
  anew: (password: string) => Promise<void>
  off: (password: string) => Promise<void>
  addKey: (password: string) => Promise<void>
  dropKey: (id: number) => Promise<void>
  end: (id: number) => Promise<void>
  endOthers: () => Promise<void>
}

export function useWayIn(): WayIn {
  const way = ref<Schemas['WayInOut'] | null>(null)
  const begun = ref<Schemas['StepBegunOut'] | null>(null)
  const codes = ref<string[]>([])
  const form = useForm()
  const toast = useToast()
  const session = useSession()
  const { failed, load } = useLoad(way, () => want(api.GET('/api/way-in')))
  onMounted(load)
  async function take(asked: () => Promise<Schemas['WayInOut']>, done: string): Promise<void> {
    const next = await form.send(asked)
    if (!next) return
    way.value = next
    toast.say(done)
    // A business may have waited for it.
    await session.load()
  }
  return {
    way,
    failed,
    load,
    form,
    begun,
    codes,
    async begin(password) {
      begun.value =
        (await form.send(() => want(api.POST('/api/second-step', { body: { password } })))) ?? null
    },
    async confirm(code) {
      const made = await form.send(() => want(api.POST('/api/second-step/confirm', { body: { code } })))
      if (!made) return
      codes.value = made.codes
      begun.value = null
      toast.say(say.step.isOn)
      await Promise.all([load(), session.load()])
    },
    async anew(password) {
      const made = await form.send(() => want(api.POST('/api/second-step/codes', { body: { password } })))
      if (made) codes.value = made.codes
      await load()
    },
    off: (password) =>
      take(() => want(api.POST('/api/second-step/off', { body: { password } })), say.step.isOff),
    addKey: (password) =>
      take(async () => {
        const { options } = await want(api.POST('/api/passkeys/begin', { body: { password } }))
        return want(api.POST('/api/passkeys', { body: { answer: await makeKey(options), name: '' } }))
      }, say.keys.added),
    dropKey: (number) =>
      take(() => want(api.DELETE('/api/passkeys/{number}', { params: { path: { number } } })), say.keys.gone),
    end: (number) =>
      take(
        () => want(api.DELETE('/api/sessions/{number}', { params: { path: { number } } })),
        say.sessions.ended,
      ),
    endOthers: () => take(() => want(api.POST('/api/sessions-end-others')), say.sessions.ended),
  }
}
