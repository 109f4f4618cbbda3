import { potOf } from '../../model/lots'
import { latestOutcomes, type Outcome } from '../../model/outcome'
import type { Piece } from '../../model/piece'
import { standingEntries, tellsOf, type RunEntryOf } from '../../model/run'
import type { Studio } from '../../model/studio'
import { mediaOfStep } from '../../plan/step'
import { localDate } from '../../schedule/sessions'
import { stepWords } from '../words/stepWords'
import { mediumColour } from './colourWord'
import { FAULT } from './faults'
import { stepsOfRun } from '../bench/stepsOfRun'

/** One pot with all by which it can be found. */
export interface PotFound {
  readonly piece: Piece
  readonly pot: number
  readonly owner: string
  readonly outcome: Outcome | null
  /** Everything that can be typed to find it, in small letters. */
  readonly text: string
  readonly mediumIds: readonly string[]
  readonly acts: readonly string[]
  /** Days on which something was done to it, “2026-03-04”. */
  readonly days: readonly string[]
  readonly photos: readonly RunEntryOf<'photo'>[]
}

/** Every pot of the studio that something can be asked of, those on the rack first. */
export function allPots(studio: Studio): PotFound[] {
  return [...studio.order, ...studio.archive].flatMap((id) => {
    const piece = studio.pieces[id]
    return piece ? Array.from({ length: piece.count }, (_, i) => potFound(piece, i + 1, studio)) : []
  })
}

function potFound(piece: Piece, pot: number, studio: Studio): PotFound {
  const { owner, note, lost } = potOf(piece, pot)
  const run = standingEntries(piece.run).filter((entry) => tellsOf(entry, pot))
  const outcome = latestOutcomes(piece.outcomes).get(pot) ?? null
  const { steps } = stepsOfRun(piece, pot)
  const mediumIds = [...new Set(steps.flatMap(mediaOfStep))]
  const days = [...new Set(run.map(({ at }) => localDate(Date.parse(at), studio.calendar.timeZone)))]
  const titles = steps.map((step) => stepWords(step, studio, piece).title)
  const faults = outcome?.faults.flatMap(({ fault, where }) => [FAULT[fault].name, where]) ?? []
  const notes = run.flatMap((entry) =>
    entry.kind === 'note' ? [entry.text, entry.where] : entry.kind === 'otherwise' ? [entry.words] : [],
  )
  const hands = run.map(({ by }) => by)
  return {
    piece,
    pot,
    owner,
    outcome,
    text: [
      piece.name,
      `pot ${pot}`,
      owner,
      note,
      lost ?? '',
      piece.notes,
      ...piece.tags,
      studio.bodies[piece.bodyId]?.name ?? '',
      ...mediumIds.flatMap((id) => (studio.media[id] ? [studio.media[id].name, mediumColour(studio.media[id])] : [])),
      ...titles,
      ...faults,
      outcome?.note ?? '',
      ...notes,
      ...hands,
      ...days,
    ]
      .join(' · ')
      .toLowerCase(),
    mediumIds,
    acts: [...new Set(steps.map(({ act }) => act))],
    days,
    photos: run.filter((entry) => entry.kind === 'photo'),
  }
}

/** Pots in which every word occurs somewhere. */
export function searchPots(pots: readonly PotFound[], words: string): PotFound[] {
  const parts = words.toLowerCase().split(/\s+/).filter(Boolean)
  return pots.filter(({ text }) => parts.every((part) => text.includes(part)))
}
