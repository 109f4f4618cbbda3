import { plural } from '../base/words'
import { inMm } from '../base/units'
import { fail, ok, type Result } from '../base/result'
import type { Part } from './parts'
import type { Plan } from './planOutline'
import type { FormPreset, TurnedSizes } from './presets'
import { smoothThrough, type ProfilePoint } from './profile'
import { buildFromOutside, buildTurnedForm, type TurnedForm } from './turnedForm'

/** One row of a caliper table: outside diameter and wall at a height, mm as made. */
export interface CaliperRow {
  readonly heightMm: number
  readonly diameterMm: number
  readonly wallMm: number
}

/** An outside of one’s own instead of a preset’s. */
export type OwnProfile =
  | { readonly kind: 'measured'; readonly rows: readonly CaliperRow[] }
  | { readonly kind: 'traced'; readonly name: string; readonly points: readonly (readonly [r: number, z: number])[] }

/** Everything that says what a form is. */
export interface FormSpec {
  readonly preset: FormPreset
  readonly sizes: TurnedSizes
  readonly plan: Plan
  readonly unevenMm: number
  readonly own: OwnProfile | null
  readonly parts: readonly Part[]
}

const built = new WeakMap<FormSpec, Result<TurnedForm>>()

/**
 * Builds a form from a preset, a caliper table or a traced outline. Fails with words when it cannot stand. Records are never changed,
 * so that one is built once.
 */
export function buildForm(spec: FormSpec): Result<TurnedForm> {
  let known = built.get(spec)
  if (!known) built.set(spec, (known = build(spec)))
  return known
}

function build({ preset, sizes, plan, unevenMm, own }: FormSpec): Result<TurnedForm> {
  const variation = { plan, unevenMm }
  if (!own) return buildTurnedForm(preset, sizes, variation)
  return own.kind === 'measured'
    ? buildMeasured(own.rows, variation)
    : buildFromOutside(tracedOutside(own.points, sizes), sizes.wallMm, variation)
}

/** The outline a traced profile has at the measured height and largest diameter. */
function tracedOutside(points: readonly (readonly [number, number])[], sizes: TurnedSizes): ProfilePoint[] {
  const widest = Math.max(...points.map(([r]) => r)) || 1
  const top = Math.max(...points.map(([, z]) => z)) || 1
  const wanted = Math.max(sizes.rimMm, sizes.bellyMm) / 2
  return smoothThrough(points.map(([r, z]) => ({ r: (r / widest) * wanted, z: (z / top) * sizes.heightMm })))
}

/** A caliper table gives the outside; the wall is the mean of its measured thicknesses. */
function buildMeasured(rows: readonly CaliperRow[], variation: { plan: Plan; unevenMm: number }): Result<TurnedForm> {
  const sorted = [...rows].sort((a, b) => a.heightMm - b.heightMm)
  if (sorted.length < 2)
    return fail({
      code: 'form-impossible',
      reason:
        `a caliper table of ${sorted.length} row${plural(sorted.length, '', 's')} says too little; ` +
        'measure at least the foot and the rim',
    })
  const same = sorted.find((row, i) => i > 0 && row.heightMm - sorted[i - 1].heightMm < 0.5)
  if (same)
    return fail({
      code: 'form-impossible',
      reason: `two rows stand at ${inMm(same.heightMm)}; give each row its own height`,
    })
  const wallMm = sorted.reduce((sum, row) => sum + row.wallMm, 0) / sorted.length
  const narrow = sorted.find((row) => row.diameterMm < 2.6 * row.wallMm)
  if (narrow)
    return fail({
      code: 'form-impossible',
      reason: `a wall of ${inMm(narrow.wallMm)} leaves no room in the ${inMm(narrow.diameterMm)} measured at ${inMm(narrow.heightMm)}`,
    })
  const foot = sorted[0].heightMm
  const outside = smoothThrough(sorted.map((row) => ({ r: row.diameterMm / 2, z: row.heightMm - foot })))
  return buildFromOutside(outside, wallMm, variation)
}

/** Radii and heights from an SVG path’s points: the farthest from its left edge is the belly, its lowest point the foot. */
export function tracedPoints(
  points: readonly (readonly [x: number, y: number])[],
): Result<readonly [number, number][]> {
  if (points.length < 3)
    return fail({
      code: 'form-impossible',
      reason: `a traced outline of ${points.length} points is too short; draw one line from the foot to the rim`,
    })
  const bottom = Math.max(...points.map(([, y]) => y))
  const upward = points[0][1] >= points[points.length - 1][1] ? points : [...points].reverse()
  const axis = Math.min(0, ...points.map(([x]) => x))
  const placed = upward.map(([x, y]): [number, number] => [x - axis, bottom - y])
  if (Math.max(...placed.map(([r]) => r)) <= 0)
    return fail({
      code: 'form-impossible',
      reason: 'the traced outline lies on its own axis; draw it to the right of x = 0, which is the axis',
    })
  const thinned: [number, number][] = []
  for (const p of placed) {
    const last = thinned[thinned.length - 1]
    if (!last || p[1] > last[1] + 1e-6) thinned.push(p)
  }
  return thinned.length < 3
    ? fail({ code: 'form-impossible', reason: 'the traced outline does not rise from foot to rim' })
    : ok(thinned)
}
