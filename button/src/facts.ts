/** What the button tells about a visit: the page and the window, nothing that says who somebody is. */

export interface Facts {
  address: string; title: string; lang: string; languages: string[]
  pointer: string; width: number; height: number; offset: number
}

export const facts = (): Facts => ({
  address: location.href.slice(0, 2000),
  title: document.title.slice(0, 300),
  lang: document.documentElement.lang,
  languages: (navigator.languages || []).slice(0, 8),
  pointer: matchMedia('(pointer: coarse)').matches ? 'coarse' : 'fine',
  width: innerWidth,
  height: innerHeight,
  offset: new Date().getTimezoneOffset(),
})

/** Whether this visitor asks not to be counted (Do Not Track, Global Privacy Control). */
export const asksNotToBeCounted = (): boolean => {
  const said = navigator as Navigator & { globalPrivacyControl?: boolean }
  return said.doNotTrack === '1' || said.globalPrivacyControl === true
}
