import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Step } from '../../plan/step'
import { motifName } from '../../skin/motifs/motifName'
import { followed, type DrawnArea, type PieceDrawing } from '../../vocabulary/pieceDrawing'

const plain = ({ id, called, note, copy, at }: DrawnArea): DrawnArea => ({ id, called, note, copy, at })

/** A drawing that keeps the areas as they are found now: what is told of known ones stays, new ones come to them. */
export const keepingAreas = (drawing: PieceDrawing, found: readonly DrawnArea[]): PieceDrawing => {
  const known = new Set(drawing.areas.map(({ id }) => id))
  const more = found.filter(({ id }) => !known.has(id)).map(plain)
  return { ...drawing, areas: [...drawing.areas, ...more].sort((x, y) => x.id - y.id) }
}

/** Makes a drawing of the lines of a step, which follows it from now on; null where it has none. */
export function drawingOfStep({ id: pieceId }: Pick<Piece, 'id'>, step: Step, drawingId: string): Command | null {
  if (!('motif' in step) || !step.motif) return null
  const drawing = { id: drawingId, name: motifName(step.motif), motif: step.motif, areas: [] }
  const changes = { motif: followed(drawing, step.motif) }
  return {
    type: 'batch',
    label: 'make a drawing',
    commands: [
      { type: 'drawing.set', pieceId, drawing },
      { type: 'step.change', pieceId, stepId: step.id, changes },
    ],
  }
}
