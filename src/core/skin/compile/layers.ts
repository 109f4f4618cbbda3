import { STAGE_FIT } from '../../clay/stageFit'
import { APPLICATOR, LINER } from '../../model/tools'
import type { StepOf } from '../../model/step'
import type { Settling } from '../acts'
import { blendField, BLEND_STEPS, bottleField, dripField, spatterField, spongeField } from '../applicatorFields'
import { brushField, NOMINAL, pourField } from '../coatFields'
import { addedUp, levelField, type FieldSource } from '../levelField'
import { MarkPainter } from '../motifs/markPainter'
import { marksField, motifStretch } from '../motifs/marksField'
import { stretchesOf } from '../place'
import type { Course } from './course'

/** A dip leaves about as much as three brushed coats, a pour a little less. Common practice, no source. */
const GLAZE_GAIN = { dip: 3, pour: 2.5, brush: 1 } as const

/** From this share of water a colour runs into the low places like a wash [our choice]. */
const WATERY = 0.35

/** Level 15 of a line stands for this many times a nominal coat’s level. */
const LINE_GAIN = NOMINAL / 15

/** Coats added up in one act; one alone says nothing of it. */
const together = (coats: number) => (coats > 1 ? { coats } : {})

/** Dry clay and bisque do not shrink with what is laid on them. */
const shedsSlip = (course: Course) => STAGE_FIT.slip[course.stage].fit === 'harmful'

export function coat(course: Course, step: StepOf<'coat'>): void {
  const { grid, shelf, stage, seed } = course
  const parts = [{ mediumId: step.mediumId, parts: 1 }, ...step.mix]
  const medium = shelf.mixture(parts)
  if (medium === undefined || stage === 'fired') return
  const stretches = course.stretches(step.place)
  const { kind } = course.medium(medium)
  const settles: Settling =
    step.applicator === 'sponge' ? 'high' : kind === 'wash' || step.water > WATERY ? 'low' : 'even'
  const gain =
    APPLICATOR[step.applicator].gain * (1 - step.water) * (stage === 'wet' && kind === 'underglaze' ? 0.4 : 1)
  course.liftIfWet(stretches, seed + 50)
  // Coats that nothing comes between are one act.
  const undisturbed = step.waits && !step.blend && stage !== 'wet' && stage !== 'softLeatherHard'
  if (undisturbed) {
    const fields = Array.from({ length: step.coats }, (_, i) => applied(course, step, i))
    course.push(
      { act: 'coat', medium, gain, settles, ...together(step.coats) },
      course.within(step.place, addedUp(grid, fields)),
    )
  }
  for (let i = 0; i < (undisturbed ? 0 : step.coats); i++) {
    if (i > 0 && !step.waits) course.lift(stretches, 0.4, 0.85, seed + 51 + i)
    else if (i > 0 && stage === 'softLeatherHard') course.lift(stretches, 0.16, 0.45, seed + 51 + i)
    const field = applied(course, step, i)
    if (step.blend) {
      for (let k = 0; k < BLEND_STEPS; k++) {
        const blended = shelf.mixture([
          ...parts.map((p) => ({ ...p, parts: p.parts * (BLEND_STEPS - 1 - k) })),
          { mediumId: step.blend.mediumId, parts: k * parts.reduce((sum, p) => sum + p.parts, 0) },
        ])
        if (blended !== undefined)
          course.push(
            { act: 'coat', medium: blended, gain, settles },
            course.within(step.place, blendField(grid, field, stretches, step.blend.along, k)),
          )
      }
    } else course.push({ act: 'coat', medium, gain, settles }, course.within(step.place, field))
    if (stage === 'wet') course.lift(stretches, 0.35, 0.7, seed + 80 + i)
  }
  course.beads(medium, stretches)
  if (kind === 'slip' && shedsSlip(course)) course.flaking.push({ medium, stretches, seed })
  if (stage === 'bisque') course.unfixedOnBisque = true
  course.settle(step, stretches)
  course.countCoats(medium, step.coats * gain)
}

function applied({ grid, seed }: Course, step: StepOf<'coat'>, i: number): FieldSource {
  const stretches = stretchesOf(grid.form, step.place)
  switch (step.applicator) {
    case 'brush':
      return brushField(grid, stretches, step.direction === 'oneWay' || i % 2 === 0, seed + i)
    case 'bottle':
      return bottleField(grid, stretches, seed + i)
    case 'sponge':
      return spongeField(grid, stretches, seed + i)
    case 'spatter':
      return spatterField(grid, stretches, seed + i)
  }
}

export function draw(course: Course, step: StepOf<'draw'>): void {
  const { grid, shelf, stage, seed } = course
  const medium = shelf.numberOf(step.mediumId)
  if (medium === undefined || stage === 'fired') return
  const stretches = [motifStretch(grid, step.motif)]
  const { kind } = course.medium(medium)
  course.liftIfWet(stretches, seed + 50)
  const edge = step.liner === 'brush' ? 'flat' : 'ridge'
  course.push(
    { act: 'coat', medium, gain: LINER[step.liner].gain * LINE_GAIN * step.coats, settles: 'even' },
    marksField(grid, step.motif, edge),
  )
  if (kind === 'slip' && (shedsSlip(course) || (!step.damped && stage !== 'wet' && stage !== 'softLeatherHard')))
    course.flaking.push({ medium, stretches, seed })
  if (stage === 'bisque') course.unfixedOnBisque = true
  course.settle(step, stretches)
  course.countCoats(medium, step.coats * LINER[step.liner].gain * 0.6)
}

/** A dab of colour over a slip of the tool; the dent stays. */
export function touchUp(course: Course, step: StepOf<'touchUp'>): void {
  const { grid, shelf, stage, seed } = course
  const medium = shelf.numberOf(step.mediumId)
  if (medium === undefined || stage === 'fired') return
  const { outside } = grid.form.zones
  const middle = outside.from + step.upMm
  const half = step.sizeMm / 2
  const key = `dab:${step.upMm}:${step.degrees}:${step.sizeMm}`
  const make = () => {
    const top = Math.max(0, Math.floor((middle - half) / grid.rowMm))
    const bottom = Math.min(grid.height, Math.ceil((middle + half) / grid.rowMm) + 1)
    const painter = MarkPainter.onSkin(grid, top, bottom, 'mask', seed)
    painter.dot((step.degrees / 360) * grid.width, middle / grid.rowMm, half)
    return levelField(grid, key, top, painter.levels())
  }
  course.push(
    { act: 'coat', medium, gain: (3 * NOMINAL) / 15, settles: 'even' },
    { key, kind: 'patches', stretches: [{ from: middle - half, to: middle + half }], arcs: null, make },
  )
}

/** Share of a groove that stays filled once the filling has dried and sunk. */
const FILLS = 0.82

export function fill(course: Course, step: StepOf<'fill'>): void {
  const { grid, shelf, stage, seed } = course
  const medium = shelf.numberOf(step.mediumId)
  if (medium === undefined || stage === 'fired') return
  const stretches = course.stretches(step.place)
  for (const motif of course.grooves) {
    const lines = motifStretch(grid, motif)
    if (!stretches.some((s) => Math.min(s.to, lines.to) > Math.max(s.from, lines.from))) continue
    course.push({ act: 'coat', medium, gain: 0.9, settles: 'high' }, marksField(grid, motif, 'halo'), true)
  }
  course.push({ act: 'fill', medium, fills: FILLS }, course.even(step.place))
  if (course.medium(medium).kind === 'slip' && shedsSlip(course)) course.flaking.push({ medium, stretches, seed })
  if (stage === 'bisque') course.unfixedOnBisque = true
  course.settle(step, stretches)
}

export function glaze(course: Course, step: StepOf<'glaze'>): void {
  const { grid, shelf, stage, seed } = course
  const medium = shelf.numberOf(step.mediumId)
  if (medium === undefined || stage === 'fired') return
  const stretches = course.stretches(step.place)
  if (step.how === 'dip' && course.unfixedOnBisque)
    course.push({ act: 'smear', share: 0.75 }, course.patches(stretches, 0.45, 14, seed + 3), true)
  const coats = step.how === 'brush' ? step.coats : 1
  const fields = Array.from({ length: coats }, (_, i) =>
    step.how === 'brush' ? brushField(grid, stretches, true, seed + i, 'glaze') : pourField(grid, stretches, seed),
  )
  const lay = (field: FieldSource, n: number) =>
    course.push(
      { act: 'coat', medium, gain: GLAZE_GAIN[step.how], settles: 'even', ...together(n) },
      course.within(step.place, field),
    )
  if (step.waits) lay(addedUp(grid, fields), coats)
  else {
    fields.forEach((field, i) => {
      if (i > 0) course.lift(stretches, 0.4, 0.85, seed + 60 + i)
      lay(field, 1)
    })
  }
  if (step.drips)
    course.push(
      { act: 'coat', medium, gain: 2 * LINE_GAIN, settles: 'even' },
      dripField(grid, step.place.parts.includes('outside') ? 'belly' : 'rim', seed + 5),
      true,
    )
  course.beads(medium, stretches)
  if (STAGE_FIT.glaze[stage].fit === 'harmful') course.flaking.push({ medium, stretches, seed })
  course.glazed.push({ medium, stretches, coats: coats * GLAZE_GAIN[step.how] })
  course.lastWet = null
}
