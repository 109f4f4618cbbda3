import type { SkinGrid } from './grid'
import { closedNoise, RowNoise } from '../numeric/noise'

/* Floors and bases: near the axis columns run together, so streaks and patches there are worked out in plain millimetres. */

/** Whether a row lies in the floor or the base, or round a pole. */
export function isFlatRow({ surface, rowMm }: SkinGrid, y: number): boolean {
  const s = (y + 0.5) * rowMm
  return surface.caps.some(({ from, to }) => s >= from && s < to)
}

/** No texel of a floor or a base lies farther from the axis, mm; corners counted. */
const flatReachMm = ({ surface, form: { plan } }: SkinGrid): number =>
  1.5 * Math.max(1, ...surface.caps.map(({ from, to }) => to - from)) * Math.max(1, plan.plan.ratio)

/** Where each column points, from the axis: x and z for a radius of 1. */
const planPoints = ({ form, width }: SkinGrid) =>
  Array.from({ length: width }, (_, x) => form.plan.at((x + 0.5) / width))

/**
 * How much the bristles, their strands and the laps of the brush show in a coat. Glaze runs together in the fire, and a film
 * levels its short waves far sooner than its long ones (in proportion to the fourth power of their length: Orchard 1962, from
 * memory): of glaze only broad strokes are left. Common practice, no source: few strokes, they can show after firing.
 */
export const STREAKS = {
  colour: { bristles: 0.6, strands: 0.65, laps: 0.25 },
  glaze: { bristles: 0.02, strands: 0.2, laps: 0.5 },
} as const

export type StreakKind = keyof typeof STREAKS

/** Step of the streaks on a flat part, mm. */
const FLAT_STEP_MM = 0.25

/** Streaks of straight strokes at a texel of a flat part; null for strokes that go round with the wheel. */
export function straightStreaks(
  grid: SkinGrid,
  around: boolean,
  seed: number,
  kind: StreakKind,
): ((x: number, y: number) => number) | null {
  const { form, radiusMm } = grid
  if (around && !form.flat) return null
  const reachMm = flatReachMm(grid)
  const count = Math.ceil((2 * reachMm) / FLAT_STEP_MM)
  const noise = (mm: number, n: number) => closedNoise(count, mm / FLAT_STEP_MM, seed + n)
  const [bristles, strands, laps, drift, load] = [
    noise(0.9, 0),
    noise(3.4, 1),
    noise(19, 2),
    noise(70, 3),
    noise(45, 4),
  ]
  const share = STREAKS[kind]
  const plan = planPoints(grid)
  // Strokes run along one axis of the plan and lie beside each other along the other.
  const alongUnit = Float64Array.from(plan, ([x, z]) => (around ? x : z))
  const acrossUnit = Float64Array.from(plan, ([x, z]) => (around ? z : x))
  return (x, y) => {
    const radius = radiusMm[y]
    const far = ((reachMm + alongUnit[x] * radius) / FLAT_STEP_MM) | 0
    const along = far < count ? far : count - 1
    const away = Math.max(0, ((reachMm + (acrossUnit[x] * radius + 1.2 * drift[along])) / FLAT_STEP_MM) | 0)
    const across = away < count ? away : count - 1
    return (
      share.bristles * bristles[across] +
      share.strands * strands[across] * (1 + 0.5 * load[along]) +
      share.laps * laps[across] +
      0.15 * load[along]
    )
  }
}

/** The noise of patches in plain millimetres for floors and bases, where patches round the axis would be rays. */
export function plainPatches(grid: SkinGrid, sizeMm: number, seed: number): (x: number, y: number) => number {
  const reachMm = flatReachMm(grid)
  const stepMm = Math.max(0.3, reachMm / 400)
  const size = Math.ceil((2 * reachMm) / stepMm)
  const knots = Math.max(4, Math.round((2 * reachMm) / sizeMm))
  const broad = new RowNoise(size, knots, seed + 31)
  const fine = new RowNoise(size, knots * 4, seed + 40)
  const broadRow = new Float32Array(size)
  const fineRow = new Float32Array(size)
  const values = new Float32Array(size * size)
  for (let row = 0; row < size; row++) {
    const v = (row / size) * knots
    broad.row(v, broadRow)
    fine.row(v * 4, fineRow)
    for (let i = 0; i < size; i++) values[row * size + i] = 0.68 * broadRow[i] + 0.32 * fineRow[i]
  }
  const plan = planPoints(grid)
  const index = (mm: number) => Math.min(size - 1, Math.max(0, Math.floor((reachMm + mm) / stepMm)))
  return (x, y) => values[index(plan[x][1] * grid.radiusMm[y]) * size + index(plan[x][0] * grid.radiusMm[y])]
}
