/** Signposts: a visitor walks from step to step; a person is one press away on each. */
import { copy, make, press } from './elements'
import { bag, list, text, type Bag } from './plan'
import { placeOf } from './reads-article'
import type { Reading, Sent, Walk } from './reads-shape'
import { facts } from './facts'
import { newId } from './source'

/** A walk as it is kept for the visit: the steps gone to, and by which arm each. */
interface Kept {
  visit: number | undefined
  tree: string
  way: [step: string, arm: string][]
  name: string
}
const NAME = '\ue0ff'
/** The server takes what comes sooner after the card opened for a robot's. */
const NO_SOONER = 2200

export function walking(reading: Reading): Walk {
  const { words, show, write, tell, answer, around } = reading
  const { memory, source, plan } = around
  let tree = ''
  let first = ''
  let steps: Record<string, Bag> = {}
  let way: Kept['way'] = []
  let name = ''
  let openedAt = 0

  const keep = (): void => memory.set('walk', { visit: memory.visit.dice, tree, way, name } satisfies Kept)
  /** A text, with the visitor's name where it has a place and one was given. */
  const worded = (of: Bag, part: string): string => {
    const named = name && text(of[part + '_named'])
    return named ? named.replaceAll(NAME, name) : text(of[part])
  }
  const armOf = ([step, arm]: [string, string]): Bag =>
    list(steps[step]?.arms)
      .map(bag)
      .find((each) => each.key === arm) ?? {}
  const end = (how: string): void => tell('ended', tree, { end: how })
  const person = (note = '', who = '', by = ''): void => {
    end('person')
    write(note, who, by)
  }
  const orWrite = (): HTMLElement => press('hide', words('write'), () => person())

  const stepBack = (): void => {
    way.pop()
    showHere()
  }
  const again = (): void => {
    way = []
    showHere()
  }
  const backTo = (): [string, () => void] | undefined =>
    way.length > 1 ? [words('back'), stepBack] : way.length ? [words('again'), again] : undefined
  const showStep = (key: string): void => {
    const step = steps[key] ?? {}
    const lead = way[way.length - 1]
    const arms = list(step.arms).map(bag)
    const choices = make('div', 'arms')
    choices.append(
      ...arms.map((arm) =>
        press(arm.leads ? 'arm' : 'arm dead', worded(arm, 'label'), () => arm.leads && go(key, arm)),
      ),
    )
    const also = way.length > 1 ? [press('hide', words('again'), again)] : []
    show({
      back: backTo(),
      above: lead && worded(armOf(lead), 'label'),
      heading: worded(step, 'heading') || worded(step, 'says'),
      parts: [
        ...(worded(step, 'heading') && worded(step, 'says') ? [make('p', 'help', worded(step, 'says'))] : []),
        choices,
        ...(arms.length ? [orWrite()] : [press('go', words('write'), () => person())]),
        ...also,
        ...(way.length || !answers ? [] : [press('hide', answers[0], answers[1])]),
      ],
    })
  }
  let answers: [string, () => void] | undefined
  /** Where the way leads by now: a step, or an end that was being read. */
  const showHere = (): void => {
    keep()
    const lead = way[way.length - 1]
    const arm = lead ? armOf(lead) : null
    if (!arm) showStep(first)
    else if (arm.leads === 'step') showStep(text(arm.to))
    else arrive(arm)
  }
  const go = (step: string, arm: Bag): void => {
    tell('went', tree, { step, arm: text(arm.key) })
    const on = (): void => {
      way.push([step, text(arm.key)])
      showHere()
    }
    if (arm.asks_name === true && !name) askName(arm, on)
    else on()
  }
  const askName = (arm: Bag, on: () => void): void => {
    const input = make('input')
    input.type = 'text'
    input.autocomplete = 'name'
    input.maxLength = 80
    input.setAttribute('aria-label', words('name'))
    const then = (): void => {
      // Letters, and what stands between them: nothing else is repeated.
      name = input.value
        .replace(/[^\p{L}\p{M}' .-]/gu, '')
        .trim()
        .slice(0, 40)
      on()
    }
    input.addEventListener('keydown', (event) => {
      if (event.key === 'Enter') then()
    })
    show({
      back: [words('back'), showHere],
      above: worded(arm, 'label'),
      heading: words('name'),
      parts: [input, press('go', words('on'), then), orWrite()],
    })
    input.focus({ preventScroll: true })
  }
  /** The end of a way. What is pressed there leads on; going back is always there. */
  const arrive = (arm: Bag): void => {
    const leads = text(arm.leads)
    const to = text(arm.to)
    const says = worded(arm, 'says')
    const page = (heading: string, ...parts: (HTMLElement | string)[]): unknown =>
      show({
        back: backTo(),
        above: heading === says ? worded(arm, 'label') : '',
        heading,
        parts: [...parts],
      })
    const text_ = says ? [make('p', 'help', says)] : []
    if (leads === 'answer') {
      end('words')
      answer(to, [words('back'), stepBack])
    } else if (leads === 'person' || leads === 'way') {
      const note = worded(arm, 'note')
      const on = (): void => person(note, leads === 'person' ? to : '', leads === 'way' ? to : '')
      if (!says) {
        // The note itself is the end; coming back to the card begins where one chose.
        way.pop()
        keep()
        on()
      } else page(worded(arm, 'label'), ...text_, press('go', words('write'), on))
    } else if (leads === 'page' || leads === 'link' || leads === 'call') {
      const href = leads === 'call' ? to : placeOf(to)
      const link = make(
        'a',
        'go',
        leads === 'call' ? words('call').replace('{number}', to.slice(4)) : worded(arm, 'label'),
      )
      link.href = href
      if (leads === 'link') {
        link.target = '_blank'
        link.rel = 'noopener'
      }
      link.addEventListener('click', () => end(leads === 'call' ? 'person' : 'page'))
      page(worded(arm, 'label'), ...text_, link, orWrite())
      // Nothing to be read before it: one press is enough.
      if (!says && leads !== 'call') link.click()
    } else if (leads === 'code') {
      end('words')
      const code = make('p', 'code', text(arm.code))
      const state = make('p', 'small')
      state.setAttribute('role', 'status')
      const take = press('way', words('copy'), () => void copied())
      const copied = async (): Promise<void> => {
        if (await copy(text(arm.code))) state.textContent = words('copied')
        else getSelection()?.selectAllChildren(code)
      }
      page(worded(arm, 'label'), ...text_, code, take, state, orWrite())
    } else if (leads === 'tell') void tellUs(arm)
    else {
      end('words')
      page(says, orWrite())
    }
  }
  /** Once a visit and way: however often it is pressed or sent, it is kept once. */
  const tellUs = async (arm: Bag): Promise<void> => {
    if (!around.allowed()) return person()
    const mine = JSON.stringify([memory.visit.dice, tree, way])
    const before = memory.get<Sent>('told')
    const sent: Sent = before?.of === mine ? before : { of: mine, id: newId() }
    memory.set('told', sent)
    const here = show({ back: backTo(), heading: worded(arm, 'label'), parts: [make('p', 'wait')] })
    try {
      if (!sent.kept) {
        await new Promise((go) => setTimeout(go, NO_SOONER - (performance.now() - openedAt)))
        const { address, title } = facts(memory)
        const answer = await source.post('note', {
          id: sent.id,
          door: plan().key,
          lang: plan().lang,
          address,
          title,
          name,
          signposts: tree,
          way,
          seconds: Math.round((performance.now() - openedAt) / 100) / 10,
        })
        if (((await answer.json()) as { kept?: boolean }).kept !== true) throw Error()
        memory.set('told', { ...sent, kept: true })
      }
      end('words')
      if (here()) show({ back: backTo(), heading: worded(arm, 'says') || words('told'), parts: [] })
    } catch {
      if (!here()) return
      show({
        back: backTo(),
        heading: words('not_told'),
        parts: [press('go', words('write'), () => person(worded(arm, 'note')))],
      })
    }
  }
  return {
    begin(given, toAnswers) {
      const found = bag(given.signposts)
      steps = Object.fromEntries(
        list(found.steps)
          .map(bag)
          .map((step) => [text(step.key), step]),
      )
      first = text(found.first)
      tree = text(found.key)
      answers = toAnswers
      openedAt ||= performance.now()
      if (!steps[first]) return false
      const kept = memory.get<Kept>('walk')
      const goesOn = kept?.visit === memory.visit.dice && kept?.tree === tree
      way = goesOn && Array.isArray(kept.way) ? kept.way : []
      name = goesOn ? text(kept.name) : ''
      // A way of which a step is gone meanwhile ends where it can still be gone; an end is come to by
      // pressing.
      const gone = way.findIndex((each) => armOf(each).leads !== 'step')
      if (gone >= 0) way = way.slice(0, gone)
      tell('begun', tree)
      showHere()
      return true
    },
  }
}
