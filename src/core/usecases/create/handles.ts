import type { TurnedForm } from '../../form/turnedForm'
import type { Part } from '../../form/parts'
import { surfaceNames } from '../../form/zoneNames'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import { isA, type Step } from '../../plan/step'
import { firstShare } from '../../skin/motifs/motifCopies'
import type { Motif } from '../../vocabulary/motif'

/** Something on the outside whose height can be dragged, and what that changes. */
export interface Handle {
  readonly id: string
  readonly label: string
  /** Said on the handle itself, where there are several. */
  readonly name?: string
  /** Height along the wall from the foot, mm. */
  readonly upMm: number
  readonly move: (upMm: number) => Command
  /** Turned by some degrees round the form, where it can be dragged round as well. */
  readonly turn?: (degrees: number) => Command
}

const change = (piece: Piece, step: Step, changes: Record<string, unknown>): Command => ({
  type: 'step.change',
  pieceId: piece.id,
  stepId: step.id,
  changes,
})

/** Sectors marked out before a step, for snapping; 12 if nothing is. */
function sectorsBefore(piece: Piece, step: Step): number {
  const marked = piece.steps.slice(0, piece.steps.indexOf(step)).findLast((s) => isA(s, 'marking out'))
  return marked?.sectors ?? 12
}

/** Turned by some degrees and snapped to half of a marked sector. */
export function snappedTurn(motif: Motif, degrees: number, sectors: number): number {
  const snap = 180 / sectors
  const turned = Math.round((motif.startDeg + degrees) / snap) * snap
  const forced = turned === motif.startDeg ? motif.startDeg + Math.sign(degrees) * snap : turned
  return Number(((forced % 360) + 360).toFixed(3)) % 360
}

/** What of a step on the outside can be dragged on the form: the edges of its band, or its motif. */
export function handlesOf(piece: Piece, step: Step | null): Handle[] {
  if (!step) return partHandles(piece)
  if ('motif' in step && step.motif && step.motif.side === 'outside' && !step.motif.on) {
    const { motif } = step
    return [
      {
        id: 'motif',
        label: 'Where the motif stands',
        upMm: motif.upMm,
        move: (upMm) => change(piece, step, { motif: { ...motif, upMm: Math.round(upMm) } }),
        turn: (degrees) =>
          change(piece, step, {
            motif: { ...motif, startDeg: snappedTurn(motif, degrees, sectorsBefore(piece, step)) },
          }),
      },
      {
        id: 'motif-top',
        label: 'Top of the motif',
        upMm: motif.upMm + motif.heightMm,
        move: (upMm) =>
          change(piece, step, { motif: { ...motif, heightMm: Math.max(1, Math.round(upMm - motif.upMm)) } }),
      },
    ]
  }
  if ('place' in step && step.place.band && step.place.parts.includes('outside')) {
    const { place } = step
    const { band } = step.place
    return [
      {
        id: 'from',
        label: 'Lower edge of the band',
        upMm: band.fromMm,
        move: (upMm) => change(piece, step, { place: { ...place, band: { ...band, fromMm: Math.round(upMm) } } }),
      },
      {
        id: 'to',
        label: 'Upper edge of the band',
        upMm: band.toMm,
        move: (upMm) => change(piece, step, { place: { ...place, band: { ...band, toMm: Math.round(upMm) } } }),
      },
    ]
  }
  return []
}

/** With no step in sight the form itself is: its parts can be dragged up and round. */
function partHandles(piece: Piece): Handle[] {
  const { form } = piece
  const place = (part: Part, changes: Partial<Part>): Command => ({
    type: 'piece.change',
    pieceId: piece.id,
    changes: { form: { ...form, parts: form.parts.map((p) => (p === part ? { ...p, ...changes } : p)) } },
  })
  return form.parts
    .filter(({ kind }) => kind !== 'lid' && kind !== 'feet')
    .map((part) => ({
      id: part.id,
      name: surfaceNames(part, form)[0].name,
      label: `Where the ${surfaceNames(part, form)[0].name} stands`,
      upMm: part.upMm,
      move: (upMm) => place(part, { upMm: Math.round(upMm) }),
      turn: (degrees) => place(part, { degrees: ((Math.round(part.degrees + degrees) % 360) + 360) % 360 }),
    }))
}

/** Stands the motif of a step where the unrolled skin is pressed, turned to the nearest half sector; null if it has none there. */
export function standingPlace(
  piece: Piece,
  step: Step | null,
  form: TurnedForm,
): ((across: number, lengthMm: number) => Command | null) | null {
  if (
    !step ||
    !('motif' in step) ||
    !step.motif ||
    step.motif.on ||
    (step.motif.side !== 'outside' && step.motif.side !== 'inside')
  )
    return null
  const { motif } = step
  return (across, lengthMm) => {
    const zone = form.zones[motif.side]
    if (lengthMm < zone.from || lengthMm > zone.to) return null
    const upMm = Math.max(0, Math.round(lengthMm - zone.from - motif.heightMm / 2))
    const snap = 180 / sectorsBefore(piece, step)
    const turned = Math.round(((across - firstShare(motif)) * 360) / snap) * snap
    return change(piece, step, {
      motif: { ...motif, upMm, startDeg: Number((((turned % 360) + 360) % 360).toFixed(3)) },
    })
  }
}
