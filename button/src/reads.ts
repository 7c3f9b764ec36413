/**
 * What can be read on the card: answers to search and open, and signposts to walk. Its file comes with a card
 * that has any; without it, or while our server is away, the note is there as ever.
 */
import { article, titleRow } from './reads-article'
import { READS_CSS } from './reads-style'
import type { Around, Reading, Reads } from './reads-shape'
import { textsOf } from './reads-texts'
import { walking } from './reads-walk'
import { make, press } from './elements'
import { facts, pageAddress, size } from './facts'
import type { Offer } from './offer'
import { bag, list, text, type Bag } from './plan'
import { newId } from './source'
import { under } from './style'
import { ofVisit } from './visit-mark'

const only = <T extends { key: string }>(some: T[], key: string): T[] => {
  const found = some.filter((each) => each.key === key)
  return found.length ? found : some
}

const PATIENCE = 2500
const TYPED = 250
/** A search that found nothing counts once it rested so long. */
const RESTED = 2000

export function reading(around: Around): Reads {
  const { root, box, body, memory, source } = around
  under(root, READS_CSS)
  const element = make('div', 'reads')
  const line = press('lead', '', () => showList())
  const counted = new Set<string>()
  const view = newId().slice(0, 16)
  let all: Bag = {}
  let titles: Bag[] = []
  let asked = ''
  let isQuiet = false
  /** The person and the way that were chosen on the way to the note. */
  let led: [string, string] = ['', '']

  const words = (name: string): string => text(bag(all.words)[name])
  /** The page as it tells of itself; where an old library keeps it from telling, by its address. */
  const page = (): object => {
    try {
      return facts(memory)
    } catch {
      return { address: pageAddress(), ...size() }
    }
  }
  const post = async (wanted: object): Promise<Bag> => {
    const answer = await source.post('read', { ...page(), ...wanted })
    return bag(await answer.json())
  }
  const tell: Reading['tell'] = (kind, about, more = {}) => {
    const { count, key } = around.plan()
    const mark = JSON.stringify([kind, about, more])
    // Each thing once a page view, however often it is gone back to.
    if (!count || counted.has(mark)) return
    counted.add(mark)
    source.tell({ kind, door: key, about, view, ...more })
  }
  // Whoever presses or types here reads on with the focus; nothing is taken from who types beside it.
  for (const sign of ['pointerdown', 'keydown']) element.addEventListener(sign, () => (isQuiet = false), true)
  /** Counts what was shown: an answer that comes when the visitor went on is shown to nobody. */
  let turn = 0
  const leave = (): void => {
    turn++
    // An old library may have a `remove` of its own.
    element.parentNode?.removeChild(element)
    box.setAttribute('aria-labelledby', 'kk-h')
  }
  const next = (): (() => boolean) => {
    const mine = ++turn
    return () => mine === turn && !box.hidden
  }
  const show: Reading['show'] = ({ back, above, heading, parts }) => {
    const head = make('h2', '', heading)
    head.id = 'kk-r'
    head.tabIndex = -1
    const lead = back && press('back', back[0], back[1])
    element.replaceChildren(lead || '', above ? make('p', 'above', above) : '', head, ...parts)
    body.hidden = true
    box.setAttribute('aria-labelledby', head.id)
    if (!element.isConnected) body.after(element)
    box.scrollTop = 0
    // Read out once, by the focus; beside a studio in which somebody types, it stays there.
    if (!isQuiet) head.focus({ preventScroll: true })
    return next()
  }
  const of = (plan: Offer): Offer => ({ ...plan, to: only(plan.to, led[0]), by: only(plan.by, led[1]) })
  const write: Reading['write'] = (begins = '', person = '', way = '') => {
    led = [person, way]
    around.put(of(around.plan()), begins)
  }
  const texts = textsOf(memory, () => around.plan().lang)
  const answerOf = async (key: string): Promise<Bag> => {
    const there = texts.of(key)
    // What isn't for this page any more isn't shown from what was kept either.
    if (there && titles.some((each) => each.key === key)) return there
    const answer = bag((await post({ key })).answer)
    if (text(answer.key)) texts.keep(key, answer)
    return answer
  }
  const person = (note = ''): HTMLElement => press('go ask', words('person'), () => write(note))
  const showAnswer = (key: string, back: [string, () => void]): void => {
    const title = text(titles.find((each) => each.key === key)?.title) || words('title')
    const here = show({ back, heading: title, parts: [make('p', 'wait')] })
    const away = (): unknown => here() && show({ back, heading: words('away'), parts: [person()] })
    answerOf(key)
      .then((answer) => {
        if (!text(answer.key)) return away()
        if (!here()) return
        tell('read', key)
        show({ back, heading: text(answer.title), parts: [article(answer), wasThatIt(answer)] })
      })
      .catch(away)
  }
  const wasThatIt = (answer: Bag): HTMLElement => {
    const key = text(answer.key)
    const row = make('div', 'was')
    const says = make('p', 'small', words('was'))
    says.setAttribute('role', 'status')
    const choices = [
      press('way', words('yes'), () => {
        tell('helped', key)
        says.textContent = words('glad')
        row.replaceChildren(says)
      }),
      press('way', words('no'), () => {
        tell('not_quite', key, ofVisit(memory))
        write(text(answer.title) + '\n', text(answer.person))
      }),
    ]
    row.append(says, ...choices)
    return row
  }
  const rows = (some: Bag[]): HTMLElement[] => {
    const out: HTMLElement[] = []
    let group = ''
    let into = make('ul', 'titles')
    for (const each of some) {
      const next = text(each.group)
      if (next !== group) {
        group = next
        out.push(into, make('h3', '', group))
        into = make('ul', 'titles')
      }
      into.append(titleRow(each, () => showAnswer(text(each.key), [words('all'), showList])))
    }
    return [...out, into].filter((part) => part.localName === 'h3' || part.firstChild)
  }
  let typed = ''
  const showList = (): void => {
    const search = make('input')
    const state = make('p', 'small')
    const found = make('div')
    let timer = 0
    let rest = 0
    search.type = 'search'
    search.placeholder = words('search')
    search.setAttribute('aria-label', words('search'))
    search.maxLength = 200
    search.value = typed
    state.setAttribute('role', 'status')
    const draw = (some: Bag[], says: string): void => {
      state.textContent = says
      found.replaceChildren(...rows(some))
    }
    const look = (): void => {
      const mine = (typed = search.value)
      clearTimeout(rest)
      if (!mine.trim()) return draw(titles, '')
      post({ typed: mine })
        .then((answer) => {
          if (mine !== search.value) return
          const some = list(answer.found).map(bag)
          draw(some, some.length ? words('found').replace('{count}', String(some.length)) : words('nothing'))
          if (!some.length) rest = window.setTimeout(tell, RESTED, 'not_found', '', ofVisit(memory, mine))
        })
        .catch(() => draw(titles, words('away')))
    }
    search.addEventListener('input', () => {
      clearTimeout(timer)
      timer = window.setTimeout(look, TYPED)
    })
    draw(titles, '')
    const ask = press('go ask', words('person'), () => write(search.value.trim()))
    show({ heading: words('title'), parts: titles.length > 3 ? [search, state, found, ask] : [found, ask] })
    if (typed && titles.length > 3) look()
  }
  const walk = walking({ words, show, write, tell, ask: post, answer: showAnswer, around })
  const take = (answer: Bag): void => {
    all = answer
    titles = list(answer.titles).map(bag)
    line.textContent = words('line')
    line.hidden = !titles.length
    line.style.visibility = ''
  }
  return {
    leave,
    of,
    open(mayBeFirst, quiet) {
      isQuiet = quiet
      led = ['', '']
      const { key, lang, ...plan } = around.plan()
      const reads = bag(plan.reads)
      line.hidden = !reads.answers
      if (!plan.reads) return
      // Its room is kept from the first, so that nothing moves once its words are there.
      if (!line.textContent) line.style.visibility = 'hidden'
      if (!line.isConnected) around.before.before(line)
      const mine = (asked = JSON.stringify([reads, key, lang, location.href]))
      const comesFirst = mayBeFirst && (!!text(reads.signposts) || reads.answers === 'first')
      let late = 0
      let here = (): boolean => false
      // The note comes instead, and takes the focus from nobody who types beside the card.
      const instead = (): void => {
        if (!here()) return
        if (!isQuiet) return write()
        leave()
        body.hidden = false
      }
      if (comesFirst) {
        // Rather a blank moment than a note that goes away under the hand; but not for long.
        body.hidden = true
        body.after(element)
        element.replaceChildren(make('p', 'wait'))
        here = next()
        late = window.setTimeout(instead, PATIENCE)
      }
      post({})
        .then((answer) => {
          if (mine !== asked) return
          take(answer)
          if (!here()) return
          if (text(answer.open)) showAnswer(text(answer.open), [words('all'), showList])
          else if (!walk.begin(answer, titles.length ? [words('all'), showList] : undefined)) {
            if (titles.length && reads.answers === 'first') showList()
            else instead()
          }
        })
        .catch(() => {
          line.hidden = !titles.length
          instead()
        })
        .finally(() => clearTimeout(late))
    },
  }
}
