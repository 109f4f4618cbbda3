/** Words one after another as they are said: “a, b and c”; nothing for none. */
export const listed = (words: readonly (string | number)[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`
