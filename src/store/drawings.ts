'use client'

import type { Piece } from '@/core/model/piece'
import type { AreasView } from '@/core/usecases/view/areasView'
import type { PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import { lineArt, SOON_MS } from '@/workers/clients'
import { useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'

interface AreasAsked {
  readonly form: Piece['form']
  readonly motif: PieceDrawing['motif']
  readonly areas: PieceDrawing['areas']
}

const AREAS = (drawing: PieceDrawing): WorkerQuery<AreasAsked, AreasView | null> => ({
  name: `areas of ${drawing.id}`,
  what: 'The areas could not be found',
  ask: ({ form }) => lineArt.ask((worker) => worker.areas({ form }, drawing), { limitMs: SOON_MS }),
})

/** The areas between the lines of a drawing as they are found now. */
export const useAreas = ({ form }: Pick<Piece, 'form'>, drawing: PieceDrawing): QueryState<AreasView | null> =>
  useWorkerQuery(AREAS(drawing), { form, motif: drawing.motif, areas: drawing.areas })
