import { isDamp } from '../../clay/stages'
import { coneIndex, conesOutside, type Cone } from '../../firing/cones'
import type { StepOf } from '../../model/step'
import { dripField } from '../applicatorFields'
import { fireField, NOMINAL } from '../coatFields'
import { wholeSkin } from '../place'
import type { Course } from './course'

/** Film of one colour from which it blisters or flakes in the bisque: some twelve coats thick. Common practice: a blob, or some 20 coats. */
export const FLAKE_LIMIT_EIGHTHS = 12 * 8

/** Glaze over glaze that adds up to more than this many brushed coats runs [our choice; common practice: it runs if thick]. */
export const RUNS_FROM_COATS = 5.4

/** Cones over its range from which a glaze runs down. Common practice, no source. */
const RUNS_OVER_CONES = 2

/** Slivers of a glaze that shrinks otherwise than the clay, and craters where steam has burst damp clay. Common practice, no source. */
const SLIVERS = { cover: 0.07, sizeMm: 7 } as const
const CRATERS = { cover: 0.1, sizeMm: 20, depthUm: 1600 } as const

export function fire(course: Course, step: StepOf<'fire'>): void {
  const { grid, seed } = course
  const all = wholeSkin(grid.form)
  if (isDamp(course.stage))
    course.push(
      { act: 'carve', depthUm: CRATERS.depthUm, cutsBody: true },
      course.patches(all, CRATERS.cover, CRATERS.sizeMm, seed + 3),
      true,
    )
  for (const { medium, stretches, seed: own } of course.flaking)
    course.push({ act: 'flake', medium }, course.patches(stretches, 0.45, 16, own), true)
  if (course.thickest > FLAKE_LIMIT_EIGHTHS / 8)
    course.push({ act: 'blister', limitEighths: FLAKE_LIMIT_EIGHTHS }, course.patches(all, 0.3, 12, seed), true)
  if (step.firing === 'glaze') {
    if (course.dusty) course.push({ act: 'crawl' }, course.patches(all, 0.05, 7, seed + 1), true)
    for (const { medium, stretches } of shivering(course))
      course.push({ act: 'flake', medium }, course.patches(stretches, SLIVERS.cover, SLIVERS.sizeMm, seed + 4), true)
    const runs = runningGlaze(course, step.cone)
    if (runs !== null)
      course.push(
        { act: 'coat', medium: runs, gain: (2.4 * NOMINAL) / 15, settles: 'even' },
        dripField(grid, 'belly', seed + 2),
        true,
      )
  }
  course.push({ act: 'fire', cone: coneIndex(step.cone), melts: step.firing === 'glaze' }, fireField(grid, 1))
  course.flaking = []
  course.waxed = false
  course.unfixedOnBisque = false
  course.lastWet = null
  course.taped = []
  course.glazed = []
  course.dusty = step.firing !== 'glaze'
}

/** Glazes whose jar says not alone and that no other lies with. */
const shivering = ({ glazed, shelf }: Course) =>
  glazed.filter(
    ({ medium, stretches }) =>
      shelf.list[medium].cautions.includes('notAlone') &&
      !glazed.some(
        (other) =>
          other.medium !== medium && other.stretches.some((s) => stretches.some((t) => s.from < t.to && t.from < s.to)),
      ),
  )

/** The uppermost glaze of a pile on the outside that is thick enough to run, or hotter than it stands; or null. */
function runningGlaze(course: Course, cone: Cone): number | null {
  const { outside } = course.grid.form.zones
  const middle = (outside.from + outside.to) / 2
  const there = course.glazed.filter((g) => g.stretches.some((s) => s.from <= middle && s.to >= middle))
  const overfired = there.findLast(
    ({ medium }) => conesOutside(cone, course.shelf.list[medium].range) >= RUNS_OVER_CONES,
  )
  return there.reduce((sum, g) => sum + g.coats, 0) > RUNS_FROM_COATS
    ? there[there.length - 1].medium
    : (overfired?.medium ?? null)
}
