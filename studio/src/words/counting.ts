/** Numbers and rows of words as a language says them, by the browser's own tables (`Intl`). */

/** What is said of a number, by its plural category; `#` stands for the number as the language writes it. */
export type Forms = Partial<Record<Intl.LDMLPluralRule, string>> & { other: string }

export interface Counting {
  /** `counted(2, { one: '# door', other: '# doors' })` is `2 doors`. */
  counted: (n: number, forms: Forms) => string
  /** `a, b and c`. */
  list: (items: readonly string[]) => string
}

export function countingIn(language: string): Counting {
  const plural = new Intl.PluralRules(language)
  const number = new Intl.NumberFormat(language)
  const rows = new Intl.ListFormat(language)
  return {
    counted: (n, forms) => (forms[plural.select(n)] ?? forms.other).replace('#', number.format(n)),
    list: (items) => rows.format(items),
  }
}
