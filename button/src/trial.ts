/**
 * What stands beside a trial: a strip that says what is shown, as whom and until when, folds away and ends it
 * here; and the report of what the page did to the button.
 */

import { troubleOf } from './boxes'
import { make, press } from './elements'
import { pageAddress, size } from './facts'
import type { Life } from './life'
import type { Memory } from './memory'
import { bag, text } from './plan'
import type { Source } from './source'
import { sheet } from './style'
import { TRIAL_CSS } from './trial-style'

const WORDS = {
  name: 'Trial of the button',
  fold: 'Fold away',
  unfold: 'Trial',
  leave: 'End it here',
  why: 'Why?',
  ended: 'This trial has ended. Ask for a new link, or look at the page as it is.',
  asIs: 'Page as it is',
  silent:
    'No answer comes from our server, so nothing can be shown here. Something on this page or in this ' +
    'browser stops it.',
}
const SILENT_AFTER = 8e3
const REPORT_AFTER = 3e3

export function trial(life: Life, source: Source, memory: Memory, origin: string): void {
  const host = document.createElement('kk-trial')
  const root = host.attachShadow({ mode: 'open' })
  root.adoptedStyleSheets = [sheet(TRIAL_CSS)]
  const strip = make('div', 'strip')
  strip.setAttribute('role', 'region')
  strip.setAttribute('aria-label', WORDS.name)
  const lines = make('p')
  lines.setAttribute('role', 'status')
  const why = make('a', '', WORDS.why)
  why.target = '_blank'
  why.rel = 'noopener'
  const fold = press('fold', WORDS.fold, () => folds(!strip.classList.contains('folded')))
  const folds = (folded: boolean): void => {
    strip.classList.toggle('folded', folded)
    fold.textContent = folded ? WORDS.unfold : WORDS.fold
    fold.ariaExpanded = String(!folded)
    memory.set('folded', folded)
  }
  const leave = press('', WORDS.leave, () => {
    try {
      for (const name of Object.keys(sessionStorage))
        if (name.startsWith('kk.')) sessionStorage.removeItem(name)
    } catch {
      /* nothing was kept */
    }
    location.reload()
  })
  strip.append(lines, why, fold, leave)
  root.append(strip)
  document.documentElement.append(host)
  folds(memory.get<boolean>('folded') === true)

  let drawn: unknown
  let page = ''
  let since = Date.now()
  const refused = new Set<string>()
  const note = (uri: string, what: string): void => {
    if (uri.startsWith(origin)) refused.add(`${what} ${uri}`)
  }
  addEventListener('securitypolicyviolation', (event) => note(event.blockedURI, event.effectiveDirective))
  try {
    // Those from before this file came.
    new ReportingObserver(
      (reports) => {
        for (const { body } of reports) {
          const { blockedURL, effectiveDirective } = bag(body)
          note(text(blockedURL), text(effectiveDirective))
        }
      },
      { types: ['csp-violation'], buffered: true },
    ).observe()
  } catch {
    /* this browser has no such thing */
  }
  const says = (...parts: (string | HTMLElement)[]): void => {
    lines.replaceChildren(...parts.flatMap((part) => [part, ' ']))
  }
  const draw = (): void => {
    const raw = bag(life.current()?.raw).trial
    if (raw === drawn && (raw || Date.now() - since < SILENT_AFTER)) return
    if (!raw) {
      says(WORDS.silent)
      return
    }
    drawn = raw
    const now = bag(raw)
    const hasEnded = now.ended === true
    leave.textContent = hasEnded ? WORDS.asIs : WORDS.leave
    why.hidden = hasEnded || !!life.current()?.plan
    why.href = text(now.why).startsWith('http') ? text(now.why) : ''
    if (hasEnded) {
      folds(false)
      says(WORDS.ended)
    } else says(make('b', '', text(now.says)), text(now.as), text(now.until))
  }
  /** Once a page, when the button had its time to come. */
  const report = (): void => {
    const door = life.door()
    const trouble = door ? troubleOf(door) : ''
    const met = [trouble, refused.size ? 'refused' : ''].filter(Boolean)
    void source
      .post('met', { address: pageAddress(), ...size(), stands: !!door, met, refused: [...refused] })
      .catch(() => undefined)
  }
  setInterval(() => {
    if (page !== pageAddress()) {
      page = pageAddress()
      since = Date.now()
      setTimeout(report, REPORT_AFTER)
    }
    draw()
    if (!host.isConnected) document.documentElement.append(host)
  }, 300)
}
