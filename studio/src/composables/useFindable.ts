/** Everything on the desk that can be found, as items with what a press on them does. */
import { computed, type ComputedRef, type Ref } from 'vue'
import findWords from '../../../kindknock/core/words/find_words.en.json'
import type { Schemas } from '../api/client'
import { fileAt } from '../api/here'
import type { Item } from '../logic/find'
import { ruleWords, sentenceOf, textOf } from '../logic/sentences'
import { useSession, type Power } from '../stores/session'
import { deskWords, type Matter } from '../words/desk'
import { words } from '../words/app'
import { reviewWords } from '../words/review'
import type { DeskState } from './useDesk'
import { useMasking } from './useMasking'

export type Act =
  | { to: 'door'; door: string; open?: Matter }
  | { to: 'page'; address: string }
  | { to: 'site'; site: string }
  | {
      to: 'screen'
      name:
        | 'doors'
        | 'releases'
        | 'answers'
        | 'guestbook'
        | 'business'
        | 'languages'
        | 'team'
        | 'data'
        | 'history'
        | 'you'
        | 'rota'
        | 'people'
        | 'fitting'
        | 'footfall'
      who?: string
      page?: string
    }
  | { to: 'piece'; key: string }
  | { to: 'address'; href: string }
  | { to: 'elsewhere'; href: string }
  | {
      to: 'do'
      what:
        | 'closeToday'
        | 'publish'
        | 'review'
        | 'undo'
        | 'redo'
        | 'startOver'
        | 'show'
        | 'help'
        | 'signOut'
        | 'mask'
    }
  | { to: 'release'; number: number }
  | { to: 'pause'; door: string; on: boolean }
/** What a press needs, where not everybody may. */
const NEEDS: Partial<Record<string, Power>> = {
  fitting: 'doors',
  footfall: 'counts',
  guestbook: 'guests',
  team: 'team',
  data: 'business',
  history: 'team',
  closeToday: 'time',
  publish: 'doors',
  review: 'doors',
  undo: 'doors',
  redo: 'doors',
  show: 'doors',
}
export function mayGo(act: Act, may: (power: Power) => boolean): boolean {
  if (act.to === 'pause') return may('doors')
  if (act.to === 'address' && act.href.includes('/setup.json')) return may('doors')
  const needs = act.to === 'screen' ? NEEDS[act.name] : act.to === 'do' ? NEEDS[act.what] : undefined
  return !needs || may(needs)
}
export type Findable = Item & { act: Act }

export function useFindable(
  { desk }: Pick<DeskState, 'desk'> | { desk: Ref<Schemas['DeskOut'] | null> },
  releases: Ref<Schemas['ReleaseLineOut'][]>,
): ComputedRef<Findable[]> {
  const session = useSession()
  const masking = useMasking()
  const say = reviewWords.find.actions
  return computed(() => {
    const now = desk.value
    if (!now) return []
    const out: Findable[] = []
    const put = (kind: string, id: string, title: string, more: string, act: Act, extra = ''): void => {
      const known = findWords[`${kind}:${id.split('-').at(-1) ?? id}` as keyof typeof findWords]
      out.push({ id: `${kind}:${id}`, kind, title, more, words: `${extra} ${known ?? ''}`, act })
    }
    for (const door of now.doors) {
      put('door', door.key, door.name, now.name, { to: 'door', door: door.key })
      put(
        'action',
        `pause-${door.key}`,
        door.paused_at ? say.resume(door.name) : say.pause(door.name),
        now.name,
        { to: 'pause', door: door.key, on: !door.paused_at },
        'stop hide off close shut resume start',
      )
      for (const channel of door.channels)
        put(
          'channel',
          channel.key,
          channel.name[now.language] || channel.app_name,
          `${masking.shown(channel.shown, channel.key)}, ${door.name}`,
          { to: 'door', door: door.key, open: 'reach' },
          channel.app_name + ' ' + channel.address,
        )
      door.pages.forEach((rule, i) =>
        put(
          'rule',
          `${door.key}-${i}`,
          [deskWords.where[rule.effect], deskWords.where.on, ruleWords(rule)].join(' '),
          door.name,
          { to: 'door', door: door.key, open: 'where' },
        ),
      )
      for (const [field, texts] of Object.entries(door.says))
        for (const [tag, text] of Object.entries(texts ?? {}))
          if (text)
            put('text', `${door.key}-${field}-${tag}`, `“${text}”`, `${door.name}, ${tag}`, {
              to: 'door',
              door: door.key,
              open: 'says',
            })
      for (const [tag, text] of Object.entries(door.nudge.words ?? {}))
        if (text)
          put('text', `${door.key}-nudge-${tag}`, `“${text}”`, `${door.name}, ${tag}`, {
            to: 'door',
            door: door.key,
            open: 'nudges',
          })
      for (const question of door.asks.questions ?? [])
        for (const [tag, label] of Object.entries(question.label ?? {}))
          if (label)
            put('text', `${door.key}-${question.key}-${tag}`, `“${label}”`, `${door.name}, ${tag}`, {
              to: 'door',
              door: door.key,
              open: 'asks',
            })
      for (const matter of Object.keys(deskWords.matter) as Matter[])
        put(
          'matter',
          `${door.key}-${matter}`,
          deskWords.matter[matter],
          `${textOf(sentenceOf(matter, { desk: now, door, draft: door, words }))} (${door.name})`,
          { to: 'door', door: door.key, open: matter },
          deskWords.about[matter],
        )
    }
    for (const person of now.people)
      put(
        'person',
        person.key,
        person.name,
        [person.role, person.now, person.hours].filter(Boolean).join(', '),
        { to: 'screen', name: 'people', who: person.key },
      )
    for (const page of now.pages)
      put(
        'page',
        page.address,
        page.title || page.address.replace(/^https?:\/\//, ''),
        page.address.replace(/^https?:\/\//, ''),
        { to: 'page', address: page.address },
      )
    for (const site of session.hello?.sites ?? [])
      if (site.value !== now.site) put('site', site.value, site.label, '', { to: 'site', site: site.value })
    for (const item of releases.value)
      put(
        'release',
        String(item.number),
        item.name || reviewWords.release(item.number),
        `${item.by} ${new Date(item.at).toLocaleDateString('en-GB')}, ${item.says.join(' ')}`,
        { to: 'release', number: item.number },
        reviewWords.release(item.number),
      )
    put('action', 'publish', say.publish, '', { to: 'do', what: 'publish' }, 'live release go')
    put('action', 'review', say.review, '', { to: 'do', what: 'review' }, 'changes check draft')
    put('action', 'undo', say.undo, now.undo, { to: 'do', what: 'undo' }, 'take back')
    put('action', 'redo', say.redo, now.redo, { to: 'do', what: 'redo' })
    put(
      'action',
      'startOver',
      say.startOver,
      '',
      { to: 'do', what: 'startOver' },
      'visitor clear memory private window',
    )
    put(
      'action',
      'show',
      say.show,
      '',
      { to: 'do', what: 'show' },
      'private page client phone qr code link preview',
    )
    put('action', 'mask', say.mask, '', { to: 'do', what: 'mask' }, 'phone hide digits')
    put('action', 'help', say.help, '', { to: 'do', what: 'help' }, 'keys shortcuts keyboard')
    put('action', 'doors', say.doors, '', { to: 'screen', name: 'doors' }, 'new add copy')
    put(
      'action',
      'rota',
      say.rota,
      now.hours.shop,
      { to: 'screen', name: 'rota' },
      'hours closed holiday away leave when',
    )
    put(
      'action',
      'people',
      say.people,
      '',
      { to: 'screen', name: 'people' },
      'assistant staff team add picture',
    )
    put(
      'action',
      'fitting',
      say.fitting,
      '',
      { to: 'screen', name: 'fitting' },
      'line embed code install show missing why not heard hand over sheet',
    )
    put(
      'action',
      'footfall',
      say.footfall,
      '',
      { to: 'screen', name: 'footfall' },
      'counts numbers statistics visits knocks worth analytics campaign',
    )
    put('action', 'closeToday', say.closeToday, '', { to: 'do', what: 'closeToday' }, 'shut away rest of day')
    put(
      'action',
      'releases',
      say.releases,
      '',
      { to: 'screen', name: 'releases' },
      'old history version back',
    )
    put(
      'action',
      'download',
      say.download,
      '',
      { to: 'address', href: fileAt(`/api/sites/${now.site}/setup.json`) },
      'export json file backup',
    )
    put(
      'action',
      'answers',
      say.answers,
      '',
      { to: 'screen', name: 'answers' },
      'questions faq help articles knowledge reply read search',
    )
    for (const tree of now.signposts)
      put(
        'action',
        `signposts ${tree.key}`,
        tree.name,
        say.signposts,
        { to: 'piece', key: tree.key },
        'tree choices menu steps',
      )
    put(
      'action',
      'guestbook',
      say.guestbook,
      '',
      { to: 'screen', name: 'guestbook' },
      'left notes messages who wrote answers',
    )
    put(
      'action',
      'business',
      say.business,
      '',
      { to: 'screen', name: 'business' },
      'currency password email country privacy',
    )
    put('action', 'team', say.team, '', { to: 'screen', name: 'team' }, 'invite colleague role user member')
    put('action', 'languages', say.languages, '', { to: 'screen', name: 'languages' }, 'translate add')
    put('action', 'data', say.data, '', { to: 'screen', name: 'data' }, 'privacy policy export close delete')
    put('action', 'history', say.history, '', { to: 'screen', name: 'history' }, 'who did what audit log')
    put('action', 'you', say.you, '', { to: 'screen', name: 'you' }, 'password email sessions sign in')
    put(
      'action',
      'businesses',
      say.businesses,
      '',
      { to: 'elsewhere', href: '/businesses' },
      'switch another',
    )
    if (session.hello?.pretend) {
      put('action', 'phone', say.phone, '', { to: 'address', href: '/pretend/phone/' })
      put('action', 'mail', say.mail, '', { to: 'address', href: '/pretend/mail/' })
    }
    put('action', 'signOut', say.signOut, '', { to: 'do', what: 'signOut' }, 'log out leave')
    return out.filter(({ act }) => mayGo(act, session.may))
  })
}
