import { COVER_NAMES, STAGE } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { coatsOf } from '../../plan/step'
import { hasBeenFired, nextStepIndex, timeline } from '../../plan/timeline'
import { moistureWords } from '../drying/lostWindow'
import { columnOf, type PieceDrying } from '../drying/pieceDrying'
import { stepWords } from './stepWords'

/** How a lot stands: its clay, its cover, what is next and how many coats of that there are. */
export function lotStands(piece: Piece, studio: Studio, drying: PieceDrying | null): string {
  const next = nextStepIndex(piece.steps)
  const step = piece.steps[next]
  const clay =
    piece.making.madeAt === null && next === 0
      ? 'not made yet'
      : drying && !hasBeenFired(piece.steps)
        ? `${moistureWords(columnOf(drying, 'wall').stageNow)}, ${COVER_NAMES[drying.cover]}`
        : STAGE[timeline(piece.steps)[next].stage].name
  if (!step) return piece.steps.length ? 'done' : clay
  const title = stepWords(step, studio, piece).title.toLowerCase()
  const coats = piece.coats > 0 ? `, ${piece.coats} of ${coatsOf(step)} coats on` : ''
  return `${clay}; next ${title}${coats}`
}
