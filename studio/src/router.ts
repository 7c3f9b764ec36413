/** Where each address leads, and who may go there. */
import { createRouter, createWebHistory } from 'vue-router'
import { addressAt, base, businessKey, moveTo } from './api/here'
import { watchArriving } from './composables/arriving'
import { watchLeaving } from './composables/useQuery'
import { useSession, type Power } from './stores/session'

export const router = createRouter({
  history: createWebHistory(base),
  routes: [
    { path: '/', name: 'home', component: () => import('./screens/DeskScreen.vue') },
    {
      path: '/sign-in',
      name: 'sign-in',
      component: () => import('./screens/SignInScreen.vue'),
      meta: { open: true },
    },
    {
      path: '/sign-up',
      name: 'sign-up',
      component: () => import('./screens/SignUpScreen.vue'),
      meta: { open: true },
    },
    {
      path: '/forgot',
      name: 'forgot',
      component: () => import('./screens/ForgotScreen.vue'),
      meta: { open: true },
    },
    {
      path: '/new-password/:uid/:token',
      name: 'new-password',
      component: () => import('./screens/NewPasswordScreen.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/come-in/:uid/:token',
      name: 'come-in',
      component: () => import('./screens/ComeInScreen.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/confirm/:token',
      name: 'confirm',
      component: () => import('./screens/ConfirmScreen.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/address-back/:token',
      name: 'address-back',
      component: () => import('./screens/AddressBackScreen.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/sign-in/code',
      name: 'code',
      component: () => import('./screens/CodeScreen.vue'),
      meta: { open: true },
    },
    {
      path: '/invited/:token',
      name: 'invited',
      component: () => import('./screens/InvitedScreen.vue'),
      props: true,
      meta: { open: true },
    },
    {
      path: '/businesses',
      name: 'businesses',
      component: () => import('./screens/BusinessesScreen.vue'),
      meta: { ofNone: true },
    },
    {
      path: '/try',
      name: 'try',
      component: () => import('./screens/TryScreen.vue'),
      meta: { open: true },
    },
    { path: '/start', name: 'start', component: () => import('./screens/FirstRunScreen.vue') },
    {
      path: '/doors/:site/:doorKey?',
      name: 'desk',
      component: () => import('./screens/DeskScreen.vue'),
      props: true,
    },
    {
      path: '/sites/:site',
      name: 'doors',
      component: () => import('./screens/DoorsScreen.vue'),
      props: true,
    },
    {
      path: '/sites/:site/releases',
      name: 'releases',
      component: () => import('./screens/ReleasesScreen.vue'),
      props: true,
    },
    { path: '/people', name: 'people', component: () => import('./screens/PeopleScreen.vue') },
    { path: '/rota', name: 'rota', component: () => import('./screens/RotaScreen.vue') },
    {
      path: '/guestbook/:entry(\\d+)?',
      name: 'guestbook',
      component: () => import('./screens/GuestbookScreen.vue'),
      props: true,
      meta: { whole: true },
    },
    {
      path: '/answers/:site/:piece?',
      name: 'answers',
      component: () => import('./screens/AnswersScreen.vue'),
      props: true,
      meta: { whole: true },
    },
    {
      path: '/signposts/:site/:piece',
      name: 'signposts',
      component: () => import('./screens/SignpostsScreen.vue'),
      props: true,
    },
    // Letters of before lead here.
    { path: '/notes/:site', redirect: { name: 'guestbook' } },
    {
      path: '/fitting/:site',
      name: 'fitting',
      component: () => import('./screens/FittingScreen.vue'),
      props: true,
    },
    {
      path: '/footfall',
      name: 'footfall',
      component: () => import('./screens/FootfallScreen.vue'),
    },
    { path: '/business', name: 'business', component: () => import('./screens/BusinessScreen.vue') },
    {
      path: '/business/languages',
      name: 'languages',
      component: () => import('./screens/LanguagesScreen.vue'),
    },
    { path: '/business/team', name: 'team', component: () => import('./screens/TeamScreen.vue') },
    { path: '/business/data', name: 'data', component: () => import('./screens/DataScreen.vue') },
    { path: '/business/history', name: 'history', component: () => import('./screens/HistoryScreen.vue') },
    { path: '/you', name: 'you', component: () => import('./screens/YouScreen.vue') },
    {
      path: '/:lost(.*)*',
      name: 'lost',
      component: () => import('./screens/LostScreen.vue'),
      meta: { open: true },
    },
  ],
})

watchLeaving(router)
watchArriving(router)
/** What nobody but some may see, by what it needs. */
const NEEDS: Record<string, Power> = {
  guestbook: 'guests',
  footfall: 'counts',
  fitting: 'doors',
  team: 'team',
  data: 'business',
  history: 'team',
}

router.beforeEach(async (to) => {
  const session = useSession()
  const hello = session.hello ?? (await session.load())
  if (!hello.signed_in)
    return to.meta.open
      ? true
      : {
          name: hello.waits_for_code ? 'code' : 'sign-in',
          query: to.path === '/' ? {} : { next: to.fullPath },
        }
  const isWayIn = to.name === 'sign-in' || to.name === 'sign-up' || to.name === 'code'
  if (to.meta.open && !isWayIn) return true
  const held = hello.businesses ?? []
  if (!held.length) return to.name === 'start' || to.name === 'you' ? true : { name: 'start' }
  // A business that isn't theirs, or not any more: those that are.
  if (businessKey && !hello.business) {
    moveTo('/businesses', 'replace')
    return false
  }
  if (to.meta.ofNone || to.name === 'start') return true
  if (!businessKey) {
    const isHome = to.name === 'home' || isWayIn
    if (isHome && held.length > 1) return { name: 'businesses' }
    moveTo(addressAt(hello.business_key, isHome ? '/' : to.fullPath), 'replace')
    return false
  }
  // A business may demand a second step of its owners: there is nothing else to do before.
  if (hello.needs_step && to.name !== 'you') return { name: 'you' }
  if (to.name === 'home' || isWayIn) return { name: 'desk', params: { site: hello.site } }
  const needs = NEEDS[String(to.name)]
  return !needs || session.may(needs) ? true : { name: 'desk', params: { site: hello.site } }
})
