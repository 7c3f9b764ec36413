/** The team of this business: who is in, who was asked, and what is done about them. */
import { onMounted, ref, type Ref } from 'vue'
import { api, want, type Schemas } from '../api/client'
import { teamWords as say } from '../words/team'
import { useForm, type FormState } from './useForm'
import { useLoad } from './useLoad'
import { useToast } from './useToast'

type Team = Schemas['TeamOut']
export type Member = Schemas['MemberOut']
export type Invited = Schemas['InvitedOut']

export interface TeamState {
  team: Readonly<Ref<Team | null>>
  form: FormState
  /** Of handing the business over, which asks for an email beside that of an invitation. */
  handing: FormState
  failed: Readonly<Ref<string>>
  load: () => Promise<void>
  invite: (email: string, role: string) => Promise<boolean>
  again: (invited: Invited) => Promise<void>
  back: (invited: Invited) => Promise<void>
  put: (member: Member, role: 'owner' | 'maker' | 'answers') => Promise<boolean>
  takeOut: (member: Member) => Promise<boolean>
  handOver: (email: string, stays: boolean) => Promise<boolean>
  seeAll: (on: boolean) => Promise<void>
  demand: (on: boolean) => Promise<void>
  leave: () => Promise<boolean>
}

export function useTeam(): TeamState {
  const team = ref<Team | null>(null)
  const form = useForm()
  const handing = useForm()
  const toast = useToast()
  const { failed, load } = useLoad(team, () => want(api.GET('/api/team')))
  onMounted(load)

  /** What was done and is said; where it can't be, how things stand now is shown beside the sentence. */
  async function act(ask: () => Promise<Team>, done: string, by = form): Promise<boolean> {
    const next = await by.send(ask)
    if (next) {
      team.value = next
      toast.say(done)
    } else if (['gone', 'last_owner', 'not_owner'].includes(by.code.value)) await load()
    return !!next
  }
  const at = (number: number) => ({ params: { path: { number } } })
  const called = (member: Member): string => member.name || member.email
  return {
    team,
    form,
    handing,
    failed,
    load,
    invite: (email, role) =>
      act(() => want(api.POST('/api/team/invitations', { body: { email, role } })), say.sent(email.trim())),
    async again(invited) {
      await act(
        () => want(api.POST('/api/team/invitations/{number}/again', at(invited.id))),
        say.sentAgain(invited.email),
      )
    },
    async back(invited) {
      await act(
        () => want(api.DELETE('/api/team/invitations/{number}', at(invited.id))),
        say.tookBack(invited.email),
      )
    },
    put: (member, role) =>
      act(
        () => want(api.PATCH('/api/team/members/{number}', { ...at(member.id), body: { role } })),
        say.changed(called(member), say.role[role]),
      ),
    takeOut: (member) =>
      act(() => want(api.DELETE('/api/team/members/{number}', at(member.id))), say.tookOut(called(member))),
    handOver: (email, stays) =>
      act(
        () => want(api.POST('/api/team/hand-over', { body: { email, stays } })),
        say.handOverSent(email.trim()),
        handing,
      ),
    async seeAll(on) {
      const next = await form.send(() => want(api.PUT('/api/team/see-all', { body: { on } })))
      if (next) team.value = next
      else if (form.wrong.value) toast.say(form.wrong.value.says)
    },
    async demand(on) {
      await form.send(() => want(api.PUT('/api/team/demand', { body: { on } })))
      const why = form.wrong.value?.says
      if (why) toast.say(why)
      await load()
    },
    leave: async () => !!(await form.send(() => want(api.POST('/api/team/leave')))),
  }
}
