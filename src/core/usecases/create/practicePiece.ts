import { ROUND } from '../../form/planOutline'
import { PRESETS } from '../../form/presets'
import type { Motif } from '../../vocabulary/motif'
import { NOT_MADE, WHOLE, type Piece } from '../../model/piece'
import { isA, type Step } from '../../plan/step'
import { wholeOf } from '../../vocabulary/place'

/** Side of a practice slab, mm. */
const SIDE_MM = 110

/** The step of a practice piece that goes with a step of the piece itself. */
export const practiceStepId = (stepId: string): string => `${stepId.slice(0, 62)}-p`

/** A motif as it stands once, in the middle of a slab’s face. */
const onFace = ({ on: _on, ...motif }: Motif): Motif => ({
  ...motif,
  side: 'floor',
  repeats: 1,
  rows: 1,
  upMm: 0,
  startDeg: 0,
  heightMm: Math.min(motif.heightMm, SIDE_MM * 0.7),
})

/**
 * A slab of the same clay and wall that gets the same coats at the same stages, to try hand and colour on before the piece
 * itself. Common practice, no source.
 */
export function practicePiece(piece: Piece, newId: () => string): Piece {
  const { wallMm } = piece.form.sizes
  const steps = piece.steps.flatMap((step): Step[] => {
    const id = practiceStepId(step.id)
    if (isA(step, 'marking out', 'touching up')) return []
    const moved = { ...step, id, done: false }
    if (isA(moved, 'glazing')) {
      // One glaze on the face is enough to judge: the last that the outside gets.
      return moved.place.parts.includes('outside') || PRESETS[piece.form.preset].flat
        ? [{ ...moved, place: wholeOf('floor'), how: 'brush', coats: moved.how === 'brush' ? moved.coats : 3 }]
        : []
    }
    if ('motif' in moved && moved.motif)
      return [
        { ...moved, motif: onFace(moved.motif), ...('place' in moved ? { place: wholeOf('floor') } : {}) } as Step,
      ]
    return [
      'place' in moved ? ({ ...moved, place: { ...wholeOf('floor'), sectors: moved.place.sectors } } as Step) : moved,
    ]
  })
  return {
    ...piece,
    id: newId(),
    name: `Practice for ${piece.name}`.slice(0, 80),
    count: 1,
    use: 'display',
    form: {
      kind: 'turned',
      preset: 'tile',
      sizes: { ...PRESETS.tile.sizes, heightMm: wallMm, wallMm, rimMm: SIDE_MM, bellyMm: SIDE_MM, footMm: SIDE_MM },
      plan: { kind: 'rectangle', ratio: ROUND.ratio },
      unevenMm: 0,
      own: null,
      parts: [],
    },
    steps,
    variant: null,
    lightTarget: null,
    fired: [],
    making: { ...NOT_MADE, roomId: piece.making.roomId },
    ...WHOLE,
    notes: 'The same coats at the same time.',
  }
}
