import { seededRandom } from '../../base/random'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import { inShortPieces, type Mark } from './marks'
import type { Placer } from './markPainter'

/** How far a hand goes off the line it follows, mm at most, and which hand it is. */
export interface Stray {
  readonly mm: number
  readonly seed: number
}

/** A motif as it is laid: off its lines by what hands strayed, one after another. */
export type LaidMotif = Motif & { readonly strays?: readonly Stray[] }

/** A hand wanders off and back again in about this length, from and to, mm. Ours. */
const WANDERS_MM = [16, 52] as const

const WAVES = 5

interface Wave {
  readonly k: readonly [number, number, number]
  readonly across: number
  readonly up: number
}

const known = new Map<number, readonly Wave[]>()

function wavesOf(seed: number): readonly Wave[] {
  let waves = known.get(seed)
  if (!waves) {
    const random = seededRandom(seed + 7331)
    waves = Array.from({ length: WAVES }, () => {
      const [z, turn] = [random() * 2 - 1, random() * 2 * Math.PI]
      const flat = Math.sqrt(1 - z * z)
      const k = (2 * Math.PI) / (WANDERS_MM[0] + random() * (WANDERS_MM[1] - WANDERS_MM[0]))
      return {
        k: [k * flat * Math.cos(turn), k * flat * Math.sin(turn), k * z] as const,
        across: random() * 2 * Math.PI,
        up: random() * 2 * Math.PI,
      }
    })
    if (known.size > 64) known.clear()
    known.set(seed, waves)
  }
  return waves
}

/** How far off the line hands are at a place in space (mm), across and up, mm: evenly changing, so that what joins stays joined. */
export function strayAt(strays: readonly Stray[], x: number, y: number, z: number): readonly [number, number] {
  let [across, up] = [0, 0]
  for (const { mm, seed } of strays) {
    // All waves at their highest together come to `mm`, across and up at once.
    const share = mm / WAVES / Math.SQRT2
    for (const wave of wavesOf(seed)) {
      const at = wave.k[0] * x + wave.k[1] * y + wave.k[2] * z
      across += share * Math.sin(at + wave.across)
      up += share * Math.sin(at + wave.up)
    }
  }
  return [across, up]
}

/** The furthest that hands can be off the line together, mm, in any direction. */
export const furthestOff = ({ strays = [] }: LaidMotif): number => strays.reduce((sum, { mm }) => sum + mm, 0)

/** Marks that can be bent by a straying hand. */
export const bendable = ({ strays }: LaidMotif, marks: readonly Mark[]): readonly Mark[] =>
  strays?.length ? marks.map((mark) => inShortPieces(mark)) : marks

/** A placer on the raster of a wall whose hand strays. */
export function strayedOnWall(
  { width, height, rowMm, radiusMm, columnMm }: SkinGrid,
  { strays }: LaidMotif,
  place: Placer,
): Placer {
  if (!strays?.length) return place
  return (x, y) => {
    const [column, row] = place(x, y)
    const nearest = Math.min(height - 1, Math.max(0, Math.floor(row)))
    const turn = (2 * Math.PI * column) / width
    const r = radiusMm[nearest]
    const [across, up] = strayAt(strays, r * Math.cos(turn), r * Math.sin(turn), row * rowMm)
    return [column + across / columnMm[nearest], row + up / rowMm]
  }
}

/** A placer in a plane, mm, whose hand strays. */
export function strayedInPlane({ strays }: LaidMotif, place: Placer): Placer {
  if (!strays?.length) return place
  return (x, y) => {
    const [px, py] = place(x, y)
    const [across, up] = strayAt(strays, px, py, 0)
    return [px + across, py + up]
  }
}
