import type { Studio } from '../../model/studio'
import type { Job } from '../../schedule/task'

/** Pots of a job as the document names them: none for a whole set. */
export const potsIn = (studio: Studio, { pieceId, pots }: Job): number[] =>
  pots.length === studio.pieces[pieceId].count ? [] : [...pots]
