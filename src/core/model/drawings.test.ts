import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import * as build from '../plan/build'
import type { Step } from '../plan/step'
import { PLAIN_MOTIF, type Drawing } from '../vocabulary/motif'
import { followed, type PieceDrawing } from '../vocabulary/pieceDrawing'
import { applyCommand, type Command } from './command'
import type { Studio } from './studio'

const art: Drawing = {
  name: 'leaf',
  aspect: 1,
  widths: 'tool',
  shapes: ['outline', 'veins'].map((name, i) => ({
    kind: 'stroke' as const,
    lines: [
      [
        [0, i / 2],
        [1, i / 2],
      ],
    ],
    width: null,
    cap: 'round' as const,
    join: 'round' as const,
    ink: true,
    name,
  })),
}
const leaf: PieceDrawing = {
  id: 'leaf',
  name: 'Leaf',
  motif: { ...build.motif('line', 6, 40, 50, 1.2), drawing: art },
  areas: [],
}
const pieceId = 'reed-jugs'
const following = (id: string, lineMm: number, more: Partial<PieceDrawing['motif']> = {}) => ({
  id,
  done: false,
  ...build.carve('narrowLoop', followed(leaf, { ...leaf.motif, lineMm, ...more })),
})

const after = (studio: Studio, ...commands: Command[]): Studio =>
  commands.reduce((now, command) => {
    const result = applyCommand(now, command)
    if (!result.ok) throw new Error(JSON.stringify(result.issue))
    return result.value
  }, studio)

const begun = after(
  demoStudio(),
  { type: 'drawing.set', pieceId, drawing: leaf },
  { type: 'step.add', pieceId, at: 4, step: following('cut', 2) },
  { type: 'step.add', pieceId, at: 5, step: following('fine', 0.6, { only: ['veins'], made: 'line' }) },
)
const motifOf = (studio: Studio, id: string) => {
  const step = studio.pieces[pieceId].steps.find((s): s is Extract<Step, { act: 'carve' }> => s.id === id)
  if (!step) throw new Error(id)
  return step.motif
}

describe('steps that follow a drawing', () => {
  it('change with it: where it stands and how it looks is its own, how it is worked the step’s', () => {
    const moved = after(begun, {
      type: 'drawing.set',
      pieceId,
      drawing: { ...leaf, motif: { ...leaf.motif, upMm: 70, repeats: 9, lineMm: 5 } },
    })
    expect(motifOf(moved, 'cut')).toMatchObject({ upMm: 70, repeats: 9, lineMm: 2, of: 'leaf' })
    expect(motifOf(moved, 'fine')).toMatchObject({ upMm: 70, repeats: 9, lineMm: 0.6, made: 'line', only: ['veins'] })
    expect(moved.pieces[pieceId].drawings).toHaveLength(1)
  })

  it('lead it when they are moved themselves: all others move too, and what is the step’s own stays there', () => {
    const dragged = after(begun, {
      type: 'step.change',
      pieceId,
      stepId: 'cut',
      changes: { motif: { ...motifOf(begun, 'cut'), upMm: 12, startDeg: 30, lineMm: 3 } },
    })
    expect(motifOf(dragged, 'fine')).toMatchObject({ upMm: 12, startDeg: 30, lineMm: 0.6 })
    expect(dragged.pieces[pieceId].drawings[0].motif).toMatchObject({ upMm: 12, startDeg: 30, lineMm: 1.2 })
    expect(dragged.pieces[pieceId].drawings[0].motif.only).toBeUndefined()
  })

  it('keep their lines when it is taken away, and follow no more', () => {
    const gone = after(begun, { type: 'drawing.remove', pieceId, drawingId: 'leaf' })
    expect(gone.pieces[pieceId].drawings).toEqual([])
    const { of: _, ...cut } = motifOf(begun, 'cut')
    expect(motifOf(gone, 'cut')).toEqual(cut)
  })

  it('follow it in the variant too, and other pieces are left alone', () => {
    const { steps } = begun.pieces[pieceId]
    const varied = after(
      begun,
      { type: 'piece.change', pieceId, changes: { variant: steps } },
      { type: 'drawing.set', pieceId, drawing: { ...leaf, motif: { ...leaf.motif, heightMm: 33 } } },
    )
    const variant = varied.pieces[pieceId].variant?.find(({ id }) => id === 'cut')
    expect(variant && 'motif' in variant && variant.motif?.heightMm).toBe(33)
    expect(varied.pieces['swift-mugs']).toBe(begun.pieces['swift-mugs'])
  })

  it('a drawing that cannot be is refused with its value, and nothing is changed', () => {
    const bad = { ...leaf, motif: { ...leaf.motif, ...PLAIN_MOTIF, heightMm: -4 } }
    const result = applyCommand(begun, { type: 'drawing.set', pieceId, drawing: bad })
    expect(result.ok).toBe(false)
    if (!result.ok) expect(JSON.stringify(result.issue)).toContain('-4')
  })
})
