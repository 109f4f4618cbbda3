import type { Studio } from '../../model/studio'
import { timeline } from '../../plan/timeline'
import { sizeStage } from './sheetInput'
import { sheetOfStep, type WantedSheet } from './wantedSheets'

/** A sheet that a piece calls for. */
export interface PieceSheet extends WantedSheet {
  readonly pieceId: string
}

/** The sheets that the steps of some visits need, each once. */
export function sessionSheets(studio: Studio, sessionId: string): PieceSheet[] {
  const steps = studio.schedule.visits
    .filter((visit) => visit.sessionId === sessionId)
    .flatMap(({ pieceId, stepIds }) => stepIds.map((stepId) => ({ pieceId, stepId })))
  const found = new Map<string, PieceSheet>()
  for (const { pieceId, stepId } of steps) {
    const piece = studio.pieces[pieceId]
    const at = piece?.steps.findIndex(({ id }) => id === stepId) ?? -1
    if (at < 0) continue
    const wanted = sheetOfStep(piece, studio, piece.steps[at])
    const key = wanted && [pieceId, wanted.kind, JSON.stringify(wanted.options)].join()
    if (wanted && key && !found.has(key))
      found.set(key, { ...wanted, pieceId, stage: sizeStage(timeline(piece.steps)[at].stage) })
  }
  return [...found.values()]
}
