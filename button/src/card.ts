/** The note card: the visitor writes, sees what is also sent, and picks the app last. */
import { bring } from './bring'
import { around } from './card-around'
import { gate } from './card-asks'
import { consent } from './card-consent'
import { alsoLine, fillHeading, helpLine, linkTo, nameParts, topIn } from './card-pieces'
import { read } from './card-straight'
import { CARD_CSS } from './card-style'
import { words as wordsOf } from './card-words'
import { facts } from './facts'
import type { Leave } from './leave'
import { aid } from './card-aid'
import { fill, make, press } from './elements'
import { closeMark } from './close-mark'
import { people } from './people'
import type { ByPhone } from './phone'
import { shelf } from './card-reads'
import { quiet } from './quiet'
import { under } from './style'
import { ways } from './ways'
import type { Card, CardEvents } from './card-shape'
import { opensIn, type Offer, type Reach, type Way } from './offer'
declare const __PHONE__: string
declare const __LEAVE__: string
const NEAR = 240
/** Whoever is still here so long after a press met a link that was blocked, or an app that isn't there. */
const STILL_HERE = 1600
const growsByItself = CSS.supports('field-sizing', 'content')

export type { Card, CardEvents }
export { goStraight } from './card-straight'

export function card(root: ShadowRoot, events: CardEvents): Card {
  under(root, CARD_CSS)
  quiet(root)
  const { memory, source } = events
  const draft = wordsOf(memory)
  const box = make('div')
  const body = make('div', 'body')
  const top = make('div', 'top')
  const heading = make('h2')
  const help = make('p', 'help')
  const noteRow = make('div', 'row')
  const noteLabel = make('label')
  const note = make('textarea')
  const near = make('p', 'small near')
  const byRow = make('div', 'row by')
  const byLabel = make('span')
  const also = make('p', 'small')
  const closing = make('p', 'small')
  const status = make('p', 'small said')
  const foot = make('p', 'small foot')
  const shut = press('x', '', () => close(true))
  let plan: Offer
  let touched = false
  let openedAt = 0
  let tuck = 0
  let wentAt = 0
  let left = false

  const say = (words: string, about: HTMLElement = body): void => {
    about.after(status)
    status.textContent = words
  }
  const agrees = consent(memory, say)
  const { allowed } = agrees
  let phone: ByPhone | undefined
  const showBody = (): void => {
    body.hidden = false
    phone?.element.remove()
    asks.leave()
    reads.leave()
  }
  const back = (): void => {
    showBody()
    note.focus()
  }
  const showCode = async (way: Way, reach: Reach, link: string): Promise<void> => {
    try {
      const made = await bring<typeof import('./phone')>(__PHONE__)
      const went = (by: Way): void => events.knocked(by.key, to.chosen()?.key)
      phone ??= made.byPhone({ back, say, went })
      phone.show(plan, way, reach, link)
      asks.leave()
      body.hidden = true
      box.append(phone.element)
    } catch {
      // Without the file there is still the address to copy.
      helps.draw(plan, way, reach, null)
      helps.element.hidden = false
    }
  }
  const asks = gate(root, box, body, memory, source, back)
  const reads = shelf({
    root,
    box,
    body,
    before: noteRow,
    memory,
    source,
    plan: () => plan,
    allowed,
    put(next, begins) {
      plan = next
      showBody()
      if (begins) {
        // Words of the visitor's own stay, before what they chose.
        note.value = (touched ? note.value + '\n' : '') + begins
        touched = true
      }
      draw()
      note.focus()
    },
  })
  const helps = aid(say, (way, reach, link) => void showCode(way, reach, link))
  const by = ways({
    say,
    allowed,
    note: () => (plan.press === 'apps' && !touched ? plan.note : note.value),
    last: () => memory.get<string>('app'),
    asks: (onward) => asks.first(plan, onward),
    byPhone: (way, reach, link) => void showCode(way, reach, link),
    went(way, reach, link) {
      memory.set('app', way.app)
      agrees.keep()
      memory.note()
      events.knocked(way.key, to.chosen()?.key)
      draft.keep('')
      wentAt = Date.now()
      helps.draw(plan, way, reach, link)
      setTimeout(() => document.hasFocus() && cameBack(), STILL_HERE)
    },
  })
  const to = people(() => {
    fresh()
    greet()
    by.draw(plan, to.chosen())
    point()
  })
  let form: Leave | undefined
  const leaves = (): boolean => plan.flags.nobody && plan.flags.leave && !left
  /** The form of a left note; its file comes only where nobody is in, and without it there is none. */
  const needForm = async (): Promise<void> => {
    if (form || !leaves()) return
    try {
      const made = await bring<typeof import('./leave')>(__LEAVE__)
      form ??= made.leave(source, memory, {
        note,
        say,
        allowed,
        asks: (onward) => asks.first(plan, onward),
        back,
        openedAt: () => openedAt,
        facts: () => {
          const { address, title } = facts(memory)
          return { address, title, lang: plan.lang }
        },
        left() {
          left = true
          draft.keep('')
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

  nameParts({ box, heading, note, noteLabel, byLabel, by: by.element, also, status, near })
  box.hidden = true
  shut.append(closeMark())
  noteRow.append(noteLabel, note)
  byRow.append(byLabel, by.element)
  body.append(
    top,
    heading,
    help,
    agrees.element,
    to.element,
    noteRow,
    near,
    byRow,
    helps.element,
    also,
    closing,
    foot,
  )
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
  const cameBack = (): void => {
    if (wentAt && Date.now() - wentAt > 900 && !document.hidden && !box.hidden)
      helps.element.hidden = !helps.element.firstChild
  }
  const greet = (): void => fillHeading(heading, plan, left, to.chosen())
  const draw = (): void => {
    const { words, texts, flags } = plan
    const isAway = flags.nobody
    const takes = !!form && leaves()
    const menu = plan.press === 'apps' && !isAway && !touched
    const kinds = [menu && 'menu', flags.aside && 'aside', isAway && 'away']
    box.className = ['card', plan.looks.corner, ...kinds].filter(Boolean).join(' ')
    top.replaceChildren(...topIn(texts))
    to.draw(plan)
    to.element.hidden ||= left
    greet()
    help.textContent = helpLine(plan, left)
    agrees.draw(plan)
    noteLabel.textContent = words.note ?? ''
    note.placeholder = words.hint ?? ''
    byLabel.textContent = takes ? words.or || words.by || '' : (words.by ?? '')
    shut.setAttribute('aria-label', words.close ?? '')
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
    if (plan.privacy && agrees.element.hidden) also.append(' ', linkTo(plan.privacy, words.privacy || ''))
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
  note.addEventListener('input', () => {
    touched = true
    draft.keep(note.value)
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
  const end = around(cameBack, (px) => box.style.setProperty('--kb', px + 'px'))
  return {
    async open(next, byItself, begins) {
      plan = read(next)
      await needForm()
      await reads.need()
      // Words of the visitor's own from before come before a ready reply: they are never written over.
      begins = draft.kept() || begins
      if (begins && !touched) {
        touched = true
        note.value = begins
      }
      openedAt ||= performance.now()
      box.style.inset = box.style.maxHeight = ''
      box.hidden = false
      showBody()
      asks.need(plan)
      helps.element.hidden = true
      agrees.opened(plan)
      say('')
      draw()
      if (!box.isConnected) root.append(box)
      reads.open(!touched, byItself)
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
          if (matchMedia('(pointer: coarse)').matches || noteRow.hidden || body.hidden)
            box.focus({ preventScroll: true })
          else {
            note.focus({ preventScroll: true })
            note.setSelectionRange(note.value.length, note.value.length)
          }
        }),
      )
    },
    update(next) {
      plan = reads.of(read(next))
      asks.need(plan)
      if (!box.hidden) void needForm().then(draw)
    },
    close,
    leave() {
      close()
      end()
    },
    isOpen: () => !box.hidden,
  }
}
