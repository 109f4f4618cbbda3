/** A text without capitals and accents, so that “ecume” finds “Écume”. */
export const plainText = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Whether a plain text has all words of a search somewhere. */
export const hasWords = (plain: string, search: string): boolean =>
  plainText(search)
    .split(/\s+/)
    .every((word) => plain.includes(word))

/** A text with its first letter as a capital. */
export const capital = (text: string): string => `${text.charAt(0).toUpperCase()}${text.slice(1)}`

/** Words one after another as they are said: “a, b and c”; nothing for none. */
export const listed = (words: readonly (string | number)[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`

const RULES = new Intl.PluralRules('en')

/** The word for one, or the word for none and for several. */
export const plural = (count: number, one: string, many: string): string => (RULES.select(count) === 'one' ? one : many)

/** A number with its word: “1 coat”, “3 coats”. */
export const counted = (count: number, one: string, many: string): string => `${count} ${plural(count, one, many)}`
