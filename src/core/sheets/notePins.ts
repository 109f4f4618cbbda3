import type { SheetItem } from './sheet'
import type { SheetInput, SheetNote } from './sheetInput'
import { circle, path, text, type Spot } from './pen'

/** A pin’s ring, mm. */
const RING_MM = 2.2

/** What is noted on a surface, as numbered rings where it belongs, and the words for them; what is not on the sheet has none. */
export function notePins(
  { notes }: Pick<SheetInput, 'notes'>,
  on: string,
  place: (note: SheetNote) => Spot | null,
): { items: SheetItem[]; words: string[] } {
  const items: SheetItem[] = []
  const words: string[] = []
  for (const note of notes) {
    const at = note.on === on ? place(note) : null
    if (!at) continue
    items.push(
      path('mark', circle(at, RING_MM)),
      text([at[0], at[1] + 1], `${note.number}`, 2.8, { anchor: 'middle', bold: true }),
    )
    words.push(`${note.number}: ${note.words}`)
  }
  return { items, words }
}
