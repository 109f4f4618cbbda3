const RULES = new Intl.PluralRules('en')

/** The word for one, or the word for none and for several. */
export const plural = (count: number, one: string, many: string): string =>
  RULES.select(count) === 'one' ? one : many

/** A number with its word: “1 coat”, “3 coats”. */
export const counted = (count: number, one: string, many: string): string => `${count} ${plural(count, one, many)}`
