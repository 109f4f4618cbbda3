import type { Surroundings } from '../../clay/drying/airSide'
import { contentAt, equilibrium } from '../../clay/drying/clayWater'
import { dryWall } from '../../clay/drying/course'
import { evenWall, meanWater, type SolverSettings } from '../../clay/drying/wallSolver'
import type { Cover } from '../../clay/stages'
import type { DryingCurve } from '../../schedule/dryingClock'
import type { DryingColumn } from '../drying/dryingColumns'

/** Curves for the days need not be as fine as those that are shown. */
const COARSE: SolverSettings = { cells: 12, tolerance: 1e-3 }

const HORIZON: Readonly<Record<Cover, number>> = { open: 30 * 24, draped: 50 * 24, sealed: 80 * 24, dampBox: 80 * 24 }

/**
 * What a firm wall takes up in a damp box, on the mean of some days. Clay that no longer shrinks comes back too slowly and unevenly to be
 * planned with.
 */
function risesOf(wall: DryingColumn['wall'], around: Surroundings): Pick<DryingCurve, 'rises'> {
  if (around.cover !== 'dampBox') return {}
  const firm = contentAt(wall.clay, 0.3)
  const { state } = dryWall(
    wall,
    [{ untilHours: BOX_HOURS, around }],
    evenWall(wall.clay, firm, around.celsius, 0, COARSE.cells),
    COARSE,
  )
  const perHour = Math.max(0, (meanWater(state.water) - firm) / BOX_HOURS)
  return { rises: { from: contentAt(wall.clay, 0), perHour } }
}

const BOX_HOURS = 5 * 24

/** A wall as near to what the air lets it hold has come to its end, kg/kg. */
const SETTLED = 2e-4

/** Curves of a kind of wall in a room, kept from one planning to the next. */
export class CurveCache {
  private readonly curves = new Map<string, DryingCurve>()

  curve({ wall }: DryingColumn, around: Surroundings): DryingCurve {
    const key = JSON.stringify([
      wall.clay.name,
      Math.round(wall.thickM * 1e5),
      wall.faces.map((f) => [f.to, Math.round(f.lengthM * 200), f.upright, Math.round(f.mouthShare * 100)]),
      around,
    ])
    const known = this.curves.get(key)
    if (known) return known
    const spells = [{ untilHours: HORIZON[around.cover], around }]
    const dry = equilibrium(wall.clay, Math.min(0.97, around.humidity)) + SETTLED
    const { course } = dryWall(wall, spells, undefined, COARSE, (_, mean) => around.cover === 'open' && mean <= dry)
    // Water that a damp box gives back is told apart: the curve only falls.
    const water = course.mean.slice()
    for (let i = 1; i < water.length; i++) water[i] = Math.min(water[i], water[i - 1])
    const made = { hours: course.hours, water, ...risesOf(wall, around) }
    this.curves.set(key, made)
    return made
  }
}

/** Curves of all studios: a wall in some air dries alike whosever it is. */
export const CURVES = new CurveCache()
