import { contours } from 'd3-contour'
import { boxed, darkness } from './ink'
import { simplified } from './simplified'
import { straighten, type Corners, type GreyPicture, type Point } from './straighten'

/** Shapes smaller than this are dirt, holes in them smaller than this flaws of the ink, mm². */
const LEAST_MM2 = 1.5

/** The edge of the sheet that is left out, mm. */
const MARGIN_MM = 2

/** An outline is kept to within this, mm; the picture is softened by this before it is followed, mm. */
const WITHIN_MM = 0.05
const SOFT_MM = 0.12

/** What is darker than paper by less than this is no ink. */
const LEAST_DARK = 0.12

/** A shape of a sketch: its outline and those of its holes, closed, in mm from the lower left corner of the sheet, y up. */
export type SketchShape = readonly (readonly Point[])[]

const areaOf = (ring: readonly Point[]): number =>
  Math.abs(
    ring.reduce((sum, [x, y], i) => {
      const [nx, ny] = ring[(i + 1) % ring.length]
      return sum + x * ny - nx * y
    }, 0) / 2,
  )

/** Mean darkness of paper and of ink, parted where they differ most from each other (Otsu 1979, from memory). */
function paperAndInk(dark: Float32Array): readonly [paper: number, ink: number] {
  const counts = new Float64Array(256)
  for (const value of dark) counts[Math.min(255, Math.floor(value * 256))]++
  const all = dark.length
  const total = counts.reduce((sum, n, i) => sum + n * i, 0)
  let best: readonly [apart: number, paper: number, ink: number] = [-1, 0, 0]
  let [below, sum] = [0, 0]
  for (let i = 0; i < 255; i++) {
    below += counts[i]
    sum += counts[i] * i
    if (below === 0 || below === all) continue
    const [paper, ink] = [sum / below, (total - sum) / (all - below)]
    const apart = below * (all - below) * (ink - paper) ** 2
    if (apart > best[0]) best = [apart, paper, ink]
  }
  return [best[1] / 256, best[2] / 256]
}

/**
 * The shapes of a sketch on a sheet of paper of which a photograph was taken, by their outlines: where it is half as dark as ink.
 *
 * @param slider 0 only what is darkest, 1 what is faint too
 */
export function readOutlines(
  photo: GreyPicture,
  corners: Corners,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
  slider = 0.5,
): SketchShape[] {
  const sheet = straighten(photo, corners, widthMm, heightMm)
  const { width, height, pxPerMm } = sheet
  const dark = boxed(darkness(sheet, 'shapes'), width, height, Math.max(1, Math.round(SOFT_MM * pxPerMm)))
  const margin = Math.round(MARGIN_MM * pxPerMm)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (x < margin || y < margin || x >= width - margin || y >= height - margin) dark[y * width + x] = 0
  const [paper, ink] = paperAndInk(dark)
  if (ink - paper < LEAST_DARK) return []
  const level = paper + (ink - paper) * 0.5 * 2 ** (2 * (0.5 - slider))
  const { coordinates } = contours()
    .size([width, height])
    .smooth(true)
    .contour(dark as unknown as number[], level)
  const inMm = (ring: readonly (readonly number[])[]): Point[] =>
    simplified(
      ring.map(([x, y]): Point => [x / pxPerMm, heightMm - y / pxPerMm]),
      WITHIN_MM,
    )
  return coordinates.flatMap((polygon): SketchShape[] => {
    const rings = polygon.map(inMm).filter((ring) => ring.length > 3)
    const [outer, ...holes] = rings
    if (!outer || areaOf(outer) < LEAST_MM2) return []
    return [[outer, ...holes.filter((hole) => areaOf(hole) >= LEAST_MM2)]]
  })
}
