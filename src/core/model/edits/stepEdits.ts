import type { Issue } from '../../base/issue'
import { stepSchema, type Step } from '../../plan/step'
import type { Motif } from '../../vocabulary/motif'
import { followed, led } from '../../vocabulary/pieceDrawing'
import { lotsOf, putLots } from '../lots'
import { pieceSchema, type Piece } from '../piece'
import type { Studio } from '../studio'
import { checkWith, structuredCopy, withPiece, type Edits } from './edit'

/** Edits a step, which is told by its place in the plan. */
function withStep(
  studio: Studio,
  command: { pieceId: string; stepId: string },
  edit: (piece: Piece, index: number) => Issue | null,
): Issue | null {
  return withPiece(studio, command.pieceId, (piece) => {
    const index = piece.steps.findIndex((step) => step.id === command.stepId)
    return index < 0 ? { code: 'no-such-step', id: command.stepId } : edit(piece, index)
  })
}

/** Changes the motifs of all steps that follow a drawing, in the plan and in its variant. */
function follow(piece: Piece, drawingId: string, change: (own: Motif) => Motif): void {
  for (const step of [...piece.steps, ...(piece.variant ?? [])])
    if ('motif' in step && step.motif?.of === drawingId) step.motif = change(step.motif)
}

/** Edits of the steps of a piece, and of the drawings that steps follow. */
export const STEP_EDITS: Edits<
  'drawing.set' | 'drawing.remove' | 'step.add' | 'step.remove' | 'step.move' | 'step.duplicate' | 'step.change'
> = {
  'drawing.set': (studio, { pieceId, drawing }) =>
    withPiece(studio, pieceId, (piece) => {
      const at = piece.drawings.findIndex(({ id }) => id === drawing.id)
      piece.drawings.splice(at < 0 ? piece.drawings.length : at, at < 0 ? 0 : 1, drawing)
      follow(piece, drawing.id, (own) => followed(drawing, own))
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'drawing.remove': (studio, { pieceId, drawingId }) =>
    withPiece(studio, pieceId, (piece) => {
      piece.drawings = piece.drawings.filter(({ id }) => id !== drawingId)
      follow(piece, drawingId, ({ of: _, only: __, ...own }) => own)
      return checkWith(pieceSchema, piece, 'piece')
    }),
  'step.add': (studio, { pieceId, at, step }) =>
    withPiece(studio, pieceId, (piece) => {
      piece.steps.splice(Math.max(0, Math.min(at, piece.steps.length)), 0, step)
      return checkWith(stepSchema, step, 'step')
    }),
  'step.remove': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      piece.steps.splice(index, 1)
      if (piece.apart.length || piece.otherwise.length) putLots(piece, lotsOf(piece))
      return null
    }),
  'step.move': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      const [step] = piece.steps.splice(index, 1)
      piece.steps.splice(Math.max(0, Math.min(command.to, piece.steps.length)), 0, step)
      return null
    }),
  'step.duplicate': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      const copy = structuredCopy(piece.steps[index])
      piece.steps.splice(index + 1, 0, { ...copy, id: command.newId, done: false })
      return null
    }),
  'step.change': (studio, command) =>
    withStep(studio, command, (piece, index) => {
      const changed = { ...structuredCopy(piece.steps[index]), ...command.changes }
      const issue = checkWith(stepSchema, changed, 'step')
      if (issue) return issue
      const step = changed as Step
      piece.steps[index] = step
      if (!('motif' in step) || !step.motif?.of) return null
      // What is moved or drawn otherwise in a step that follows a drawing is so in the drawing, and in all that follow it.
      const at = piece.drawings.findIndex(({ id }) => 'motif' in step && id === step.motif?.of)
      if (at < 0) return null
      piece.drawings[at] = led(piece.drawings[at], step.motif)
      const drawing = piece.drawings[at]
      follow(piece, drawing.id, (own) => followed(drawing, own))
      return null
    }),
}
