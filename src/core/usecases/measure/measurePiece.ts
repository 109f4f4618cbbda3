import { ok, type Result } from '../../base/result'
import { aroundMm, widest } from '../../form/turnedForm'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { Measured } from '../../plan/actDefinition'
import { minutesAt, type Hands, type Paces } from '../../plan/pace'
import { isA, actOf, mediaOfStep, type Step } from '../../plan/step'
import { areaIn, chartOf, type Atlas } from '../../skin/atlas'
import { rowsOf } from '../../skin/grid'
import { columnsIn } from '../../skin/levelField'
import { PASS_MM } from '../../skin/motifs/marksField'
import { strokesOf } from '../../skin/motifs/strokes'
import { arcsOn, stretchesOn } from '../../skin/place'
import type { StepRecord } from '../../skin/stepRecord'
import type { Motif } from '../../vocabulary/motif'
import type { Place } from '../../vocabulary/place'
import { PieceViewer } from '../view/pieceView'

/** Width of the raster that pieces are measured on; it is half as high. Fine: areas within a hundredth. Coarse: within a twentieth. */
const ACROSS = { fine: 1024, coarse: 256 } as const

/** Amounts want the fine one; minutes of hands, which are wanted of forty pieces at once, do with the coarse. */
export type Measuring = keyof typeof ACROSS

/** What a plan comes to, read off its simulated skin. */
export interface MeasuredPiece {
  /** All its surfaces as they were measured. */
  readonly atlas: Atlas
  /** What each step did. */
  readonly records: readonly StepRecord[]
}

type Materials = Pick<Studio, 'bodies' | 'media'>

/** What has been measured last, by everything that it depends on in writing. */
const known = new Map<string, MeasuredPiece>()
const KEPT = 80

function textOf({ form, steps }: Piece, media: Studio['media']): string {
  const used = [...new Set(steps.flatMap(mediaOfStep))].sort()
  const plan = steps.map(({ done: _done, id: _id, ...step }) => step)
  return JSON.stringify([form, plan, used.map((id) => [id, media[id]?.kind, media[id]?.filmUm, media[id]?.cautions])])
}

/** Measures a plan on its skin. Fails when the form cannot be built. The last ones are kept. */
export function measurePiece(
  piece: Piece,
  { bodies, media }: Materials,
  measuring: Measuring = 'fine',
): Result<MeasuredPiece> {
  const key = `${measuring}${textOf(piece, media)}`
  const before = known.get(key)
  if (before) return ok(before)
  const afterStep = piece.steps.length - 1
  // What comes off in the kiln has been laid all the same.
  const ways = { firings: 'onceFired' } as const
  const request = { piece, bodies, media, ways, afterStep, kind: 'bench', light: 'daylight' } as const
  const made = new PieceViewer(ACROSS[measuring], ACROSS[measuring] / 2).measure(request)
  if (!made.ok) return made
  if (known.size >= KEPT) known.delete([...known.keys()][0])
  known.set(key, made.value)
  return made
}

/** True area of a place that is to be seen, cm²: of the wall and of what is joined to it. */
export function placeCm2(atlas: Atlas, place: Place): number {
  let mm2 = 0
  for (const chart of atlas.charts) {
    const { surface, grid } = chart
    const arcs = arcsOn(surface, place, false)
    const open = arcs && columnsIn(grid.width, arcs)
    const area = areaIn(atlas, chart)
    for (const stretch of stretchesOn(surface, place, false)) {
      const [top, bottom] = rowsOf(grid, stretch)
      for (let y = top; y < bottom; y++) for (let x = 0; x < grid.width; x++) if (!open || open[x]) mm2 += area(x, y)
    }
  }
  return mm2 / 100
}

/** Length of the lines of a motif, mm: its strokes, lines side by side over its filled shapes, passes over cleared ground. */
function linesMm(atlas: Atlas, motif: Motif, { touchedMm2 }: StepRecord): number {
  if (motif.ground) return touchedMm2 / PASS_MM
  const { lengthMm, filledMm2 } = strokesOf(chartOf(atlas, motif.on).grid, motif)
  return lengthMm + filledMm2 / Math.max(0.5, motif.lineMm)
}

/** What an act measures of one of its steps. */
function measuredOf({ atlas, records }: MeasuredPiece, step: Step, index: number): Measured {
  const record = records[index]
  const motif = 'motif' in step ? step.motif : null
  const { form } = atlas.charts[0].surface
  return {
    touchedCm2: record.touchedMm2 / 100,
    placeCm2: (place) => placeCm2(atlas, place),
    linesMm: motif ? linesMm(atlas, motif, record) : 0,
    widestMm: aroundMm(form, widest(form).diameterMm / 2),
  }
}

/** The work of hands for one piece: for coats, of one coat. */
export const handsOf = (step: Step, index: number, measured: MeasuredPiece): Hands =>
  actOf(step).hands(step, measuredOf(measured, step, index))

/** The same from a bottle in one coat, where it is brushed in several: what that would save is worth knowing. */
export function handsFromBottle(step: Step, index: number, measured: MeasuredPiece): Hands | null {
  return isA(step, 'coating') && step.applicator === 'brush' && step.coats > 1
    ? handsOf({ ...step, applicator: 'bottle', coats: 1 }, index, measured)
    : null
}

/** Its minutes, at the paces of the studio. */
export const handsMinutes = (step: Step, index: number, measured: MeasuredPiece, paces: Paces): number =>
  minutesAt(handsOf(step, index, measured), paces)
