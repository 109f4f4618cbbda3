/** How sure a square is, in a word. Ours: under 2 nobody sees it, over 6 it may be another colour. */
export const sureWord = (expected: number): string =>
  expected < 2 ? 'sure' : expected < 4 ? 'fairly sure' : expected < 7 ? 'a guess' : 'unknown'
