/** The note card: the visitor writes, sees what is also sent, and picks the app last. */

import { alsoLine, linkTo, topIn } from './card-pieces'
import { read } from './card-straight'
import { CARD_CSS } from './card-style'
import { facts } from './facts'
import type { Leave } from './leave'
import { copy, fill, make, press } from './elements'
import { closeMark } from './close-mark'
import { people } from './people'
import type { ByPhone } from './phone'
import { under } from './style'
import { ways } from './ways'
import { nameOf, type Memory } from './memory'
import { opensIn, type Offer, type Reach, type Way } from './offer'
import type { Plan } from './plan'
import type { Source } from './source'

export interface Card {
  open: (plan: Plan, byItself: boolean) => Promise<void>
  update: (plan: Plan) => void
  close: (byVisitor?: boolean) => void
  isOpen: () => boolean
}
export interface CardEvents {
  memory: Memory
  source: Source
  opener: () => HTMLElement | null
  knocked: (channel: string, person?: string) => void
  hide: () => void
  closed: (byVisitor: boolean) => void
}

declare const __PHONE__: string
declare const __LEAVE__: string

const NEAR = 240
const growsByItself = CSS.supports('field-sizing', 'content')

export { goStraight } from './card-straight'
const files = import.meta.url.replace(/[^/]*$/, '')

export function card(root: ShadowRoot, events: CardEvents): Card {
  under(root, CARD_CSS)
  const { memory, source } = events
  const box = make('div')
  const body = make('div', 'body')
  const top = make('div', 'top')
  const heading = make('h2')
  const help = make('p', 'help')
  const consent = make('label', 'agree')
  const agrees = make('input')
  const noteRow = make('div', 'row')
  const noteLabel = make('label')
  const note = make('textarea')
  const near = make('p', 'small near')
  const byRow = make('div', 'row by')
  const byLabel = make('span')
  const also = make('p', 'small')
  const closing = make('p', 'small')
  const status = make('p', 'small said')
  const aid = make('div', 'aid')
  const foot = make('p', 'small foot')
  const shut = press('x', '', () => close(true))
  let plan: Offer
  let touched = false
  let openedAt = 0
  let tuck = 0
  let wentAt = 0
  let left = false

  /** At the foot, or right below what it is about. */
  const say = (words: string, about: HTMLElement = body): void => {
    about.after(status)
    status.textContent = words
  }
  const agreement = (): number => nameOf(plan.texts.notice + plan.privacy)
  const allowed = (): boolean => {
    if (!plan.flags.agree || agrees.checked) return true
    say(plan.words.tick || '', consent)
    agrees.focus()
    return false
  }
  let phone: ByPhone | undefined
  const back = (): void => {
    body.hidden = false
    phone?.element.remove()
    note.focus()
  }
  const showCode = async (way: Way, reach: Reach, link: string): Promise<void> => {
    try {
      const made = (await import(/* @vite-ignore */ files + __PHONE__)) as typeof import('./phone')
      const went = (by: Way): void => events.knocked(by.key, to.chosen()?.key)
      phone ??= made.byPhone({ back, say, went })
      phone.show(plan, way, reach, link)
      body.hidden = true
      box.append(phone.element)
    } catch {
      // Without the file there is still the address to copy.
      drawAid(way, reach, null)
      aid.hidden = false
    }
  }
  const by = ways({
    say,
    allowed,
    note: () => (plan.press === 'apps' ? plan.note : note.value),
    last: () => memory.get<string>('app'),
    byPhone: (way, reach, link) => void showCode(way, reach, link),
    went(way, reach, link) {
      memory.set('app', way.app)
      if (plan.flags.agree) memory.set('agreed', agreement())
      memory.note()
      events.knocked(way.key, to.chosen()?.key)
      wentAt = Date.now()
      drawAid(way, reach, link)
    },
  })
  const to = people(() => {
    fresh()
    by.draw(plan, to.chosen())
    point()
  })
  let form: Leave | undefined
  const leaves = (): boolean => plan.flags.nobody && plan.flags.leave && !left
  /** The form of a left note, whose file comes only where nobody is in; without it there is nothing to fill in. */
  const needForm = async (): Promise<void> => {
    if (form || !leaves()) return
    try {
      const made = (await import(/* @vite-ignore */ files + __LEAVE__)) as typeof import('./leave')
      form ??= made.leave(source, memory, {
        note,
        say,
        allowed,
        openedAt: () => openedAt,
        facts: () => {
          const { address, title } = facts(memory)
          return { address, title, lang: plan.lang }
        },
        left() {
          left = true
          if (plan.count) events.knocked('')
          draw()
          heading.focus()
        },
      })
      near.after(form.element)
    } catch {
      /* asked for again when it is opened again */
    }
  }

  box.setAttribute('role', 'dialog')
  box.setAttribute('aria-labelledby', 'kk-h')
  box.tabIndex = -1
  box.hidden = true
  heading.id = 'kk-h'
  heading.tabIndex = -1
  note.id = 'kk-n'
  note.maxLength = 5000
  noteLabel.htmlFor = 'kk-n'
  byLabel.id = 'kk-b'
  by.element.setAttribute('role', 'group')
  by.element.setAttribute('aria-labelledby', 'kk-b')
  note.setAttribute('aria-describedby', 'kk-a')
  also.id = 'kk-a'
  agrees.type = 'checkbox'
  status.setAttribute('role', 'status')
  near.setAttribute('role', 'status')
  shut.append(closeMark())
  noteRow.append(noteLabel, note)
  byRow.append(byLabel, by.element)
  body.append(top, heading, help, consent, to.element, noteRow, near, byRow, aid, also, closing, foot)
  box.append(body, status, shut)

  const grow = (): void => {
    if (growsByItself) return
    note.style.height = 'auto'
    note.style.height = note.scrollHeight + 'px'
  }
  const point = (): void => {
    const room = by.point(note.value)
    near.textContent = room < NEAR ? fill(plan.words.near, { left: String(Math.max(room, 0)) }) : ''
  }
  /** Empty, it runs as the card does; else as its own first words do. */
  const turn = (): void => {
    note.dir = note.value && 'auto'
  }
  /** What the Note starts with, as long as the visitor hasn't written. */
  const fresh = (): void => {
    if (!touched) note.value = to.chosen()?.note ?? plan.note
  }
  const drawAid = (way: Way, reach: Reach, link: string | null): void => {
    aid.hidden = true
    aid.replaceChildren(
      make('span', '', fill(plan.words.nothing, { copy: reach.copy })),
      press(
        'way',
        fill(plan.words.copy, { copy: reach.copy }),
        () =>
          void copy(reach.copy).then((done) =>
            say(fill(done ? plan.words.copied : plan.words.not_copied, { app: way.name, copy: reach.copy })),
          ),
      ),
    )
    if (link?.startsWith('http') && !matchMedia('(pointer: coarse)').matches)
      aid.append(press('way', plan.words.by_phone || '', () => void showCode(way, reach, link)))
  }
  const cameBack = (): void => {
    if (wentAt && Date.now() - wentAt > 900 && !document.hidden && !box.hidden) aid.hidden = false
  }
  const draw = (): void => {
    const { words, texts, flags } = plan
    const isAway = flags.nobody
    const takes = !!form && leaves()
    const menu = plan.press === 'apps' && !isAway
    const kinds = [menu && 'menu', flags.aside && 'aside', isAway && 'away']
    box.className = ['card', plan.looks.corner, ...kinds].filter(Boolean).join(' ')
    top.replaceChildren(...topIn(texts))
    heading.textContent = left ? texts.thanks || words.left || '' : isAway ? words.away || '' : plan.heading
    help.textContent = isAway
      ? [
          texts.away,
          texts.back_words && texts.back_words.charAt(0).toUpperCase() + texts.back_words.slice(1) + '.',
        ]
          .filter(Boolean)
          .join(' ')
      : texts.help
    consent.hidden = !flags.agree && !texts.notice
    consent.replaceChildren(
      flags.agree ? agrees : '',
      make('span', '', texts.notice || words.agree),
      plan.privacy ? linkTo(plan.privacy, words.privacy || '') : '',
    )
    noteLabel.textContent = words.note ?? ''
    note.placeholder = words.hint ?? ''
    byLabel.textContent = takes ? words.or || words.by || '' : (words.by ?? '')
    shut.setAttribute('aria-label', words.close ?? '')
    to.draw(plan)
    fresh()
    turn()
    by.draw(plan, to.chosen())
    form?.draw(plan)
    if (form) form.element.hidden = !takes
    // Links and calls alone take no words: there is nothing to write.
    const carries = plan.by.some((way) => way.text || way.copies)
    noteRow.hidden = left || menu || !(takes || carries)
    byRow.hidden = left || !plan.by.length
    also.textContent = alsoLine(plan, carries && !left, takes)
    if (plan.privacy && consent.hidden) also.append(' ', linkTo(plan.privacy, words.privacy || ''))
    closing.textContent = texts.closing
    foot.replaceChildren(press('hide', words.hide || '', events.hide))
    point()
    grow()
  }
  const close = (byVisitor = false): void => {
    if (box.hidden) return
    const inside = box.contains(root.activeElement)
    box.hidden = true
    clearTimeout(tuck)
    document.removeEventListener('pointerdown', outside, true)
    if (inside) events.opener()?.focus()
    events.closed(byVisitor)
  }
  const outside = (event: Event): void => {
    const path = event.composedPath()
    const opener = events.opener()
    if (!path.includes(box) && !(opener && path.includes(opener)) && !plan.flags.stays) close(true)
  }
  const keyboard = (): void => {
    const seen = visualViewport
    if (seen) box.style.setProperty('--kb', Math.max(0, innerHeight - seen.height - seen.offsetTop) + 'px')
  }
  note.addEventListener('input', () => {
    touched = true
    turn()
    point()
    grow()
  })
  for (const sign of ['input', 'pointerdown', 'keydown']) box.addEventListener(sign, () => clearTimeout(tuck))
  root.addEventListener('keydown', (event) => {
    if ((event as KeyboardEvent).key === 'Escape' && !box.hidden) {
      event.stopPropagation()
      close(true)
    }
  })
  document.addEventListener('visibilitychange', cameBack)
  addEventListener('focus', cameBack)
  visualViewport?.addEventListener('resize', keyboard)
  return {
    async open(next, byItself) {
      plan = read(next)
      await needForm()
      openedAt = performance.now()
      box.style.inset = box.style.maxHeight = ''
      box.hidden = false
      body.hidden = false
      phone?.element.remove()
      aid.hidden = true
      agrees.checked = memory.get<number>('agreed') === agreement()
      say('')
      draw()
      if (!box.isConnected) root.append(box)
      document.addEventListener('pointerdown', outside, true)
      if (byItself) {
        const tucks = opensIn(next)?.tucks
        if (tucks) tuck = window.setTimeout(() => close(), tucks * 1000)
        return
      }
      // A frame later, so that no layout is forced within the press.
      requestAnimationFrame(() =>
        setTimeout(() => {
          if (box.hidden || box.contains(root.activeElement)) return
          if (matchMedia('(pointer: coarse)').matches || noteRow.hidden) box.focus({ preventScroll: true })
          else {
            note.focus({ preventScroll: true })
            note.setSelectionRange(note.value.length, note.value.length)
          }
        }),
      )
    },
    update(next) {
      plan = read(next)
      if (!box.hidden) void needForm().then(draw)
    },
    close,
    isOpen: () => !box.hidden,
  }
}
