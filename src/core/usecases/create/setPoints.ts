import type { Drawing } from '../../vocabulary/motif'
import { strokeOf } from '../../vocabulary/lineArt'

/** A place on the ground on which points are set, mm: to the right of its middle line, and up from its foot. */
export type SetPoint = readonly [x: number, y: number]

/** A line set point by point. */
export interface SetLine {
  readonly points: readonly SetPoint[]
  readonly smooth: boolean
  readonly closed: boolean
}

/** The ground on which points are set: a wall unrolled about its front, or a face from above, about its middle. */
export interface Ground {
  readonly widthMm: number
  readonly heightMm: number
  /** Sectors to which points snap, and heights, mm; 0 for none. */
  readonly sectors: number
  readonly snapMm: number
  /** Points snap to rays and rings about the middle, and not to columns and rows. */
  readonly round: boolean
}

const nearest = (value: number, step: number) => (step > 0 ? Math.round(value / step) * step : value)

/** A place brought to the sectors and heights it is near to. */
export function snapped([x, y]: SetPoint, { widthMm, heightMm, sectors, snapMm, round }: Ground): SetPoint {
  if (!round) return [sectors > 0 ? nearest(x, widthMm / sectors / 2) : nearest(x, snapMm), nearest(y, snapMm)]
  const [dx, dy] = [x, y - heightMm / 2]
  const r = nearest(Math.hypot(dx, dy), snapMm)
  const angle = sectors > 0 ? nearest(Math.atan2(dx, dy), Math.PI / sectors) : Math.atan2(dx, dy)
  return [r * Math.sin(angle), heightMm / 2 + r * Math.cos(angle)]
}

/** The points of a line as it runs: through all of them, rounded where it is smooth (Catmull and Rom 1974, from memory). */
export function runOf({ points, smooth, closed }: SetLine): SetPoint[] {
  if (points.length < 2) return points.slice()
  const ring = closed && points.length > 2
  if (!smooth || points.length < 3) return ring ? [...points, points[0]] : points.slice()
  const count = points.length
  const at = (i: number) => (ring ? points[(i + count) % count] : points[Math.min(count - 1, Math.max(0, i))])
  const run: SetPoint[] = []
  for (let i = 0; i < (ring ? count : count - 1); i++)
    for (let k = 0; k < 12; k++) {
      const t = k / 12
      const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)]
      const mix = (j: 0 | 1) =>
        0.5 *
        (2 * b[j] +
          (c[j] - a[j]) * t +
          (2 * a[j] - 5 * b[j] + 4 * c[j] - d[j]) * t * t +
          (3 * b[j] - a[j] - 3 * c[j] + d[j]) * t ** 3)
      run.push([mix(0), mix(1)])
    }
  return [...run, ring ? run[0] : points[count - 1]]
}

/** Lines with their mirror images: about the middle line. */
export const mirrored = (lines: readonly SetLine[]): SetLine[] =>
  lines.flatMap((line) => [line, { ...line, points: line.points.map(([x, y]): SetPoint => [-x, y]) }])

/** Line art of lines that were set; its frame is the whole ground, so that it stands where they were set. */
export const setDrawing = (lines: readonly SetLine[], { widthMm, heightMm }: Ground, name: string): Drawing => ({
  name,
  aspect: widthMm / heightMm,
  widths: 'tool',
  shapes: [
    strokeOf(
      lines
        .map(runOf)
        .filter((run) => run.length > 1)
        .map((run) => run.map(([x, y]) => [(x + widthMm / 2) / heightMm, y / heightMm])),
    ),
  ],
})
