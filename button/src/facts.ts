/** What the button tells about a visit: the page and the window, nothing that says who somebody is. */

import type { Memory } from './memory'

export type Facts = Record<string, unknown>

const MOST_RAW = 6000

/** What the page's maker handed over by `setFacts`. */
export const handed: Record<string, string> = {}

/** The page's address, without a fragment that is only a place on it. */
export const pageAddress = (): string => location.href.replace(/#(?![!/]).*$/, '')

/**
 * The raw strings that say what the page is about; the server reads them. Cheap: nothing is parsed here.
 * `items` are gathered later.
 */
function page(items: string): Facts {
  let most = MOST_RAW
  const ld: string[] = []
  const meta: Facts = {}
  document
    .querySelectorAll<HTMLMetaElement>(
      'script[type="application/ld+json"],meta[property^="og:"],meta[property^="product:"]',
    )
    .forEach((item) => {
      const name = item.getAttribute('property')
      const text = item.textContent || ''
      if (name) meta[name] = item.content.slice(0, 300)
      else if (text.length < most) {
        ld.push(text)
        most -= text.length
      }
    })
  return { ld, meta, items }
}

export const facts = (memory: Memory, items = ''): Facts => ({
  address: pageAddress(),
  title: document.title,
  lang: document.documentElement.lang,
  languages: navigator.languages,
  ...size(),
  offset: new Date().getTimezoneOffset(),
  referrer: document.referrer,
  returning: memory.visit.returning,
  dice: memory.visit.dice,
  facts: handed,
  page: page(items),
})

export const size = (): Facts => ({
  pointer: matchMedia('(pointer: coarse)').matches ? 'coarse' : 'fine',
  width: innerWidth,
  height: innerHeight,
})

/**
 * Whether this visitor asks not to be counted (Do Not Track, Global Privacy Control), or is one of the
 * team.
 */
export const asksNotToBeCounted = (memory: Memory): boolean => {
  const browser = navigator as Navigator & { globalPrivacyControl?: boolean }
  return browser.doNotTrack === '1' || browser.globalPrivacyControl === true || memory.isOurs
}
