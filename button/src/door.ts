/** The button itself: stands where the plan says, opens the card, keeps up with a changed plan. */

import { takeOff } from './clean'
import { shadowHost, ring } from './shadow-host'
import type { Plan } from './plan'
import type { Memory } from './memory'
import type { Source } from './source'
import type { Card } from './card'

export interface Door {
  root: ShadowRoot
  host: HTMLElement
  button: () => HTMLElement
  plan: () => Plan
  update: (plan: Plan) => void
  open: (from?: HTMLElement | null, byItself?: boolean, begins?: string) => Promise<void>
  close: () => void
  hide: () => void
  show: () => void
  leave: () => void
  isOpen: () => boolean
  onLeave(clean: () => void): void
  onUpdate(follow: (plan: Plan) => void): void
  opening: () => void
}
export type Loaded = Pick<typeof import('./card'), 'card' | 'goStraight'>
export interface Around {
  source: Source
  memory: Memory
  loadCard: () => Promise<Loaded>
  opening: () => void
}

/** Let the browser breathe between two pieces of work, so that neither holds the page up. */
const rest = (): Promise<void> => new Promise((go) => setTimeout(go))

export const say = (what: string, detail: object): void => {
  document.dispatchEvent(new CustomEvent('kindknock:' + what, { detail }))
}

export function door(first: Plan, { source, memory, loadCard, opening }: Around): Door {
  let plan = first
  let card: Card | null = null
  let opened = false
  let button: HTMLElement | null = null
  let opener: HTMLElement | null = null
  const cleaning: (() => void)[] = []
  const following: ((plan: Plan) => void)[] = []
  const own = shadowHost(true)

  const tell = (kind: 'seen' | 'opened' | 'knocked', channel?: string, person?: string): void => {
    if (plan.count) source.tell({ kind, door: plan.key, channel, person, visit: memory.visit.mark })
    say(kind === 'seen' ? 'shown' : kind, { door: plan.key, channel, person })
  }
  const draw = (): void => {
    own.dress(plan)
    // One channel, nobody to choose, nothing to ask: the button is itself the link.
    if (!button || (button.localName === 'a') !== !!plan.straight) {
      takeOff(button)
      button = document.createElement(plan.straight ? 'a' : 'button')
      button.onclick = pressed
      const label = document.createElement('span')
      label.className = 'label'
      button.append(ring(), label)
      own.root.prepend(button)
    }
    button.className = `door ${plan.looks.corner}${plan.isAway ? ' hollow' : ''}`
    button.lastChild!.textContent = plan.label
    if (plan.straight) (button as HTMLAnchorElement).href = plan.straight
    else {
      button.ariaHasPopup = 'dialog'
      button.ariaExpanded = String(self.isOpen())
    }
  }
  const open = async (from?: HTMLElement | null, byItself = false, begins?: string): Promise<void> => {
    opener = from || button
    self.opening()
    opening()
    const { card: made } = await loadCard()
    if (!card) await rest()
    card ||= made(own.root, {
      memory,
      source,
      opener: () => opener,
      knocked: (channel, person) => tell('knocked', channel, person),
      hide: () => {
        self.hide()
        memory.note({ hidden: true })
      },
      closed: (byVisitor) => {
        if (byVisitor) memory.note({ closed: true })
        draw()
      },
    })
    await rest()
    await card.open(plan, byItself, begins)
    draw()
    if (!opened) {
      opened = true
      tell('opened')
    }
  }
  const pressed = (event: Event): void => {
    if (plan.straight) {
      event.preventDefault()
      void loadCard().then((more) => tell('knocked', more.goStraight(plan)))
    } else if (card?.isOpen()) self.close()
    else void self.open()
  }
  const show = (as: string): void => own.host.style.setProperty('display', as, 'important')
  const self: Door = {
    root: own.root,
    host: own.host,
    button: () => button as HTMLElement,
    plan: () => plan,
    opening: () => undefined,
    update(next) {
      plan = next
      draw()
      card?.update(next)
      for (const follow of following) follow(next)
    },
    // A page that calls it must not find an error of ours in its console.
    open: (...how) => open(...how).catch(() => undefined),
    close() {
      card?.close()
      draw()
    },
    hide() {
      self.close()
      self.opening()
      show('none')
    },
    show: () => show('block'),
    leave() {
      card?.leave()
      for (const clean of cleaning) clean()
      takeOff(own.host)
    },
    isOpen: () => !!card?.isOpen(),
    onLeave: (clean) => void cleaning.push(clean),
    onUpdate: (follow) => void following.push(follow),
  }
  draw()
  // On the root element, so that a transform on body can't carry a fixed button away.
  document.documentElement.append(own.host)
  // Its own task, once the page is laid out with it.
  setTimeout(tell, 0, 'seen')
  return self
}
