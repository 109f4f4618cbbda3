import { plural, listed } from '../../base/words'
import type { Piece } from '../../model/piece'

/** Numbers in a row as “1 to 6”, the others by themselves. */
function runs(numbers: readonly number[]): string[] {
  const words: string[] = []
  for (let i = 0; i < numbers.length;) {
    let last = i
    while (numbers[last + 1] === numbers[last] + 1) last++
    if (last - i >= 2) words.push(`${numbers[i]} to ${numbers[last]}`)
    else for (let k = i; k <= last; k++) words.push(String(numbers[k]))
    i = last + 1
  }
  return words
}

/** Pots by their numbers: “pot 3”, “pots 1 to 6”, “pots 2, 5 and 7 to 9”. */
export function potsWords(pots: readonly number[]): string {
  return `${plural(pots.length, 'pot', 'pots')} ${listed(runs(pots))}`
}

/** A piece and, where they are named, which of its pots: “Dune cups, pots 1 to 6”. */
export const lotName = ({ name }: Pick<Piece, 'name'>, pots: readonly number[]): string =>
  pots.length ? `${name}, ${potsWords(pots)}` : name

/** How many there are: “one piece”, “set of 12”. */
export const countWords = (count: number): string => (count === 1 ? 'one piece' : `set of ${count}`)

/** The same where there is little room: “1–6”, “2 +3”. */
export function potsShort(pots: readonly number[]): string {
  const [first] = pots
  const last = pots[pots.length - 1]
  if (pots.length === 1) return String(first)
  return last - first === pots.length - 1 ? `${first}–${last}` : `${first} +${pots.length - 1}`
}
