/** A text without capitals and accents, so that “ecume” finds “Écume”. */
export const plainText = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase()

/** Whether a plain text has all words of a search somewhere. */
export const hasWords = (plain: string, search: string): boolean =>
  plainText(search)
    .split(/\s+/)
    .every((word) => plain.includes(word))
