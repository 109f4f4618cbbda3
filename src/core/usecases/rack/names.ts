import type { Piece } from '../../model/piece'

/** Tags as they are typed, with commas between: each once, as many and as long as a piece may have. */
export const tagsIn = (text: string): string[] =>
  [...new Set(text.split(',').map((tag) => tag.trim().slice(0, 40).trim()))].filter(Boolean).slice(0, 12)

/** A name with a number that no piece has yet. */
export function freeName(name: string, pieces: Readonly<Record<string, Piece>>): string {
  const taken = new Set(Object.values(pieces).map((piece) => piece.name))
  for (let i = 2; ; i++) {
    const next = `${name.slice(0, 74)} ${i}`
    if (!taken.has(next)) return next
  }
}
