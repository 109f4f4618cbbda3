import type { StepOf } from '../../model/step'
import { evenField } from '../coatFields'
import { motifStretch } from '../motifs/marksField'
import { wholeSkin } from '../place'
import type { Course } from './course'

export function wax(course: Course, step: StepOf<'wax'>): void {
  if (course.stage === 'fired') return
  course.waxed = true
  course.push({ act: 'wax', tacky: !step.waits }, course.shape(step.place, step.motif))
  course.lastWet = null
}

/** Beads lifted off the wax with a swab. */
export function swab(course: Course, step: StepOf<'swab'>): void {
  course.push({ act: 'swab' }, course.even(step.place))
}

export function mask(course: Course, step: StepOf<'mask'>): void {
  if (course.stage === 'fired') return
  course.push({ act: 'tape' }, course.shape(step.place, step.motif))
  course.taped.push(...(step.motif ? [motifStretch(course.grid, step.motif)] : course.stretches(step.place)))
}

/** How far beside wet tape the colour tears, mm. Common practice, no source. */
const TORN_MM = 4

/** Takes all tape off; where the colour is still wet it tears along the edge. */
export function peel(course: Course): void {
  if (course.lastWet && course.taped.length) {
    const torn = course.taped.map((s) => ({
      from: Math.max(0, s.from - TORN_MM),
      to: Math.min(course.grid.form.totalMm, s.to + TORN_MM),
    }))
    course.push({ act: 'lift', share: 1 }, course.patches(torn, 0.34, 3.2, course.seed + 9), true)
  }
  course.push({ act: 'peel' }, evenField(course.grid, wholeSkin(course.grid.form), 15))
  course.taped = []
}
