/**
 * The acts on a site's web addresses, wherever they are shown: added, allowed, set aside, removed, each told.
 */
import { ref, type Ref } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { words } from '../words/app'
import { useToast } from './useToast'

/** What an act needs to know of an address. */
export type HostLike = Pick<Schemas['HostOut'], 'id' | 'name' | 'shown'>
export type Asked = Promise<{ data?: Schemas['DeskOut']; error?: unknown; response: Response }>
export interface HostsInput {
  site: () => string
  /** Whether this is the last one allowed. */
  isLast: () => boolean
  /** Have an act done and its answer taken up. */
  run: (asked: Asked) => Promise<void>
  load: () => Promise<void>
}
export interface HostActs {
  typed: Ref<string>
  wrong: Ref<string>
  add: (host?: string) => Promise<boolean>
  allow: (host: HostLike) => Promise<void>
  aside: (host: HostLike) => Promise<void>
  remove: (host: HostLike) => Promise<void>
}

export function useHosts({ site, isLast, run, load }: HostsInput): HostActs {
  const toast = useToast()
  const typed = ref('')
  const wrong = ref('')
  const say = words.hosts
  const path = () => ({ params: { path: { key: site() } } })
  const at = (host: HostLike) => ({ params: { path: { key: site(), host_id: host.id } } })

  /** What is in the box, or a given address. False where it was refused, which is said at the box. */
  async function add(host = typed.value): Promise<boolean> {
    try {
      toast.say((await want(api.POST('/api/sites/{key}/hosts', { ...path(), body: { typed: host } }))).says)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      wrong.value = error.message
      return false
    }
    typed.value = wrong.value = ''
    await load()
    return true
  }
  async function allow(host: HostLike): Promise<void> {
    await run(api.POST('/api/sites/{key}/hosts/{host_id}/allow', at(host)))
    toast.say(say.allowed(host.shown), () => aside(host))
  }
  async function aside(host: HostLike): Promise<void> {
    await run(api.POST('/api/sites/{key}/hosts/{host_id}/not-ours', at(host)))
    toast.say(say.aside(host.shown), () => allow(host))
  }
  async function remove(host: HostLike): Promise<void> {
    const wasLast = isLast()
    await run(api.DELETE('/api/sites/{key}/hosts/{host_id}', at(host)))
    toast.say(wasLast ? say.lastGone : say.removed(host.shown), async () => void (await add(host.name)))
  }
  return { typed, wrong, add, allow, aside, remove }
}
