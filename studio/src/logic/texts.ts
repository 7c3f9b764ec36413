/** Texts by language, as the setup holds them. */

/**
 * A text with this language's words changed; emptied words are taken out, so that what comes next stands
 * in.
 */
export function worded(
  texts: Record<string, string> | undefined,
  language: string,
  value: string,
): Record<string, string> {
  const rest = Object.fromEntries(Object.entries(texts ?? {}).filter(([tag]) => tag !== language))
  return value ? { ...rest, [language]: value } : rest
}

/** A number with its last four digits hidden, for screens that others see; anything else as it is. */
export const masked = (shown: string): string =>
  /^\+?[\d\s()-]{6,}$/.test(shown) ? shown.replace(/\d(?=(?:\D*\d){0,3}\D*$)/g, '•') : shown

/** Every number within a text, hidden so. */
export const maskedWithin = (text: string): string =>
  text.replace(/\+?\d[\d\s().-]{4,}\d/g, (number) => masked(number.trim()))

/** A size as a person says it: `840 bytes`, `12 kB`, `1.4 MB`. */
export const bytes = (count: number): string =>
  count < 1000
    ? `${count} bytes`
    : count < 1e6
      ? `${Math.round(count / 1000)} kB`
      : `${(count / 1e6).toFixed(1)} MB`

/** A text with one fill-in's name changed, its *instead* kept. */
export const withName = (text: string, name: string, to: string): string =>
  text.replace(/\{([^{}|]*)/g, (whole, found: string) => (found.trim() === name ? `{${to}` : whole))

/** A name as people say it among themselves: a person's first name, a desk's whole. */
export function shortName(name: string): string {
  const [first = '', ...rest] = name.trim().split(/\s+/)
  const isPerson =
    rest.every((word) => /^\p{Lu}/u.test(word)) && !/\b(desk|team|shop|office|counter|line)\b/i.test(name)
  return isPerson ? first : name.trim()
}
