import { coneIndex } from '../../firing/cones'
import type { StepOf } from '../../model/step'
import { dripField } from '../applicatorFields'
import { fireField, NOMINAL } from '../coatFields'
import { wholeSkin } from '../place'
import type { Course, SkinOperation } from './course'
import type { SkinGrid } from '../grid'

/** Film of one colour from which it blisters or flakes in the bisque: some twelve coats thick. Common practice: a blob, or some 20 coats. */
export const FLAKE_LIMIT_EIGHTHS = 12 * 8

/** Glaze over glaze that adds up to more than this many brushed coats runs [our choice; common practice: it runs if thick]. */
export const RUNS_FROM_COATS = 5.4

/** A firing at the end of an unfinished plan, to show it fired as it stands. */
export function virtualFiring(grid: SkinGrid, stepIndex: number, cone: number, melts: boolean): SkinOperation {
  return { stepIndex, act: { act: 'fire', cone, melts }, field: fireField(grid, 1) }
}

export function fire(course: Course, step: StepOf<'fire'>): void {
  const { grid, seed } = course
  const all = wholeSkin(grid.form)
  for (const { medium, stretches, seed: own } of course.flaking) course.push({ act: 'flake', medium }, course.patches(stretches, 0.45, 16, own), true)
  if (course.thickest > FLAKE_LIMIT_EIGHTHS / 8) course.push({ act: 'blister', limitEighths: FLAKE_LIMIT_EIGHTHS }, course.patches(all, 0.3, 12, seed), true)
  if (step.firing === 'glaze') {
    if (course.dusty) course.push({ act: 'crawl' }, course.patches(all, 0.05, 7, seed + 1), true)
    const runs = runningGlaze(course)
    if (runs !== null) course.push({ act: 'coat', medium: runs, gain: (2.4 * NOMINAL) / 15, settles: 'even' }, dripField(grid, 'belly', seed + 2), true)
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

/** The uppermost glaze of a pile on the outside that is thick enough to run, or null. */
function runningGlaze(course: Course): number | null {
  const { outside } = course.grid.form.zones
  const middle = (outside.from + outside.to) / 2
  const there = course.glazed.filter((g) => g.stretches.some((s) => s.from <= middle && s.to >= middle))
  return there.reduce((sum, g) => sum + g.coats, 0) > RUNS_FROM_COATS ? there[there.length - 1].medium : null
}
