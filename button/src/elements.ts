/** Small helpers to build elements: text only ever by textContent. */

export const make = <K extends keyof HTMLElementTagNameMap>(
  tag: K,
  name = '',
  text = '',
): HTMLElementTagNameMap[K] => {
  const made = document.createElement(tag)
  if (name) made.className = name
  if (text) made.textContent = text
  return made
}

/** A button that does something in the card. */
export const press = (name: string, text: string, then: () => void): HTMLButtonElement => {
  const made = make('button', name, text)
  made.type = 'button'
  made.addEventListener('click', then)
  return made
}

/** Our sentences name the app and the address in braces. */
export const fill = (words: string | undefined, values: Record<string, string>): string =>
  (words || '').replace(/\{(\w+)\}/g, (whole, name: string) => values[name] ?? whole)

/** Copy, and say honestly whether the browser did. */
export async function copy(text: string): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(text)
    return true
  } catch {
    return false
  }
}

/** An arch with initials, or the picture of whoever it is. */
export function face(name: string, picture: string, mark = ''): HTMLElement {
  const arch = make(
    'span',
    'face',
    mark ||
      name
        .split(/\s+/)
        .slice(0, 2)
        .map((part) => part.charAt(0))
        .join(''),
  )
  arch.setAttribute('aria-hidden', 'true')
  if (picture) {
    const drawn = make('img')
    drawn.src = picture
    drawn.alt = ''
    drawn.width = 34
    drawn.height = 38
    arch.replaceChildren(drawn)
  }
  return arch
}
