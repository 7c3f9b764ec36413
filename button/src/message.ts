/** Puts the visitor's words into a link, by the rules of core's `wording` (the same vectors test both). */

import type { Added, Way } from './offer'

/** Percent-encode by RFC 3986: all but unreserved; half of a surrogate pair becomes U+FFFD. */
export const encode = (text: string): string =>
  encodeURIComponent(
    text
      .replace(/\r\n?/g, '\n')
      .replace(/[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g, '\ufffd'),
  ).replace(/[!'()*]/g, (sign) => '%' + sign.charCodeAt(0).toString(16).toUpperCase())

/** The whole message: empty parts leave no blank lines, all empty leaves the empty text. */
export function compose(note: string, added: Added[]): string {
  const below = added
    .map((item) => item.text.trim())
    .filter(Boolean)
    .join('\n')
  return [note.replace(/\r\n/g, '\n').trim(), below].filter(Boolean).join('\n\n')
}

export interface Sending {
  link: string | null
  text: string
  copied: boolean
}

/** Fit the message into the link: the page's address goes first, the visitor's words never. */
export function send(
  way: Pick<Way, 'bare' | 'text' | 'limit' | 'copies'>,
  note: string,
  added: Added[],
): Sending {
  const whole = compose(note, added)
  if (!whole) return { link: way.bare, text: '', copied: false }
  if (!way.text)
    return way.copies
      ? { link: way.bare, text: whole, copied: true }
      : { link: way.bare, text: '', copied: false }
  for (const text of [
    whole,
    compose(
      note,
      added.filter((item) => item.kind !== 'page'),
    ),
  ]) {
    const link = text ? way.text.replace('{text}', () => encode(text)) : way.bare
    if (!link || link.length <= way.limit) return { link, text, copied: false }
  }
  return { link: way.bare, text: whole, copied: true }
}
