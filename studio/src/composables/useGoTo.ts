/** Going to what was found: whatever is the same on every screen. The desk does the rest itself. */
import { moveTo } from '../api/here'
import { useRouter } from 'vue-router'
import { api, want } from '../api/client'
import { words } from '../words/app'
import { reviewWords } from '../words/review'
import { useSession } from '../stores/session'
import type { Act } from './useFindable'
import { useMasking } from './useMasking'
import { useToast } from './useToast'

/** Screens of one site; all others are of the business. */
const OF_A_SITE = ['doors', 'releases', 'answers', 'fitting']

export function useGoTo(site: () => string) {
  const router = useRouter()
  const session = useSession()
  const toast = useToast()
  const masking = useMasking()
  const desk = (doorKey: string | undefined, query: Record<string, string | undefined>): unknown =>
    router.push({ name: 'desk', params: { site: site(), doorKey }, query })

  /** Whether it was gone to or done; what is left belongs to the desk. */
  return async (act: Act): Promise<boolean> => {
    if (act.to === 'door') await desk(act.door, { open: act.open })
    else if (act.to === 'page') await desk(undefined, { page: act.address })
    else if (act.to === 'release') await desk(undefined, { of: String(act.number) })
    else if (act.to === 'site') await router.push({ name: 'desk', params: { site: act.site } })
    else if (act.to === 'screen')
      await router.push(
        !OF_A_SITE.includes(act.name)
          ? { name: act.name, query: act.who ? { who: act.who } : {} }
          : { name: act.name, params: { site: site() }, query: { page: act.page } },
      )
    else if (act.to === 'piece')
      await router.push({ name: 'signposts', params: { site: site(), piece: act.key } })
    else if (act.to === 'elsewhere') moveTo(act.href)
    else if (act.to === 'address') window.open(act.href, '_blank', 'noopener')
    else if (act.to === 'pause') {
      await want(
        api.POST('/api/doors/{key}/pause', { params: { path: { key: act.door } }, body: { paused: act.on } }),
      )
      toast.say(act.on ? words.desk.pausedToast : words.desk.resumedToast)
    } else if (act.what === 'closeToday') {
      await want(api.POST('/api/rota/close-today'))
      toast.say(reviewWords.closedToday)
    } else if (act.what === 'review' || act.what === 'publish') await desk(undefined, { review: '1' })
    else if (act.what === 'mask') masking.toggle()
    else if (act.what === 'signOut') {
      await session.signOut()
      await router.push({ name: 'sign-in' })
    } else return false
    return true
  }
}
