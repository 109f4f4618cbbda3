import { interpolateLinear } from '../../numeric/interpolation'
import type { PieceDrying } from './pieceDrying'

/** One row of the drying chart: hours since made, and the water of each column in % of the dry clay. */
export type ChartPoint = { readonly hours: number } & Readonly<Record<string, number>>

/** Courses of all columns on common hours, up to a little beyond when the wall is dry. */
export function chartPoints(drying: PieceDrying): { points: ChartPoint[]; untilHours: number } {
  const wall = drying.columns.find((column) => column.kind === 'wall') ?? drying.columns[0]
  const dry = wall.reaches.boneDry?.likely ?? wall.hours[wall.hours.length - 1]
  const untilHours = Math.max(
    12,
    Math.min(wall.hours[wall.hours.length - 1], Math.max(1.15 * dry, drying.nowHours * 1.3)),
  )
  const points = Array.from({ length: 121 }, (_, i): ChartPoint => {
    const hours = (untilHours * i) / 120
    return Object.fromEntries([
      ['hours', hours],
      ...drying.columns.map(
        (column) => [column.id, 100 * interpolateLinear(column.hours, column.water, hours)] as const,
      ),
    ]) as ChartPoint
  })
  return { points, untilHours }
}
