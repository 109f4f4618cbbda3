import type { Stage } from '../../clay/stages'
import type { StepOf } from '../../model/step'
import { TOOL } from '../../model/tools'
import { swipeField, textureField } from '../applicatorFields'
import { evenField } from '../coatFields'
import { marksField } from '../motifs/marksField'
import type { MarkEdge } from '../loops/markSheet'
import type { Course } from './course'

export function burnish(course: Course, step: StepOf<'burnish'>): void {
  if (course.stage === 'softLeatherHard' || course.stage === 'leatherHard' || course.stage === 'hardLeatherHard')
    course.push({ act: 'burnish' }, course.even(step.place))
}

/** Burr on clay that is too soft, whatever the tool, µm. Common practice, no source. */
const SOFT_BURR_UM: Readonly<Partial<Record<Stage, number>>> = { wet: 260, softLeatherHard: 130 }

const TEARS: readonly Stage[] = ['wet', 'boneDry', 'bisque']

/** Lines cut through colour, or into the clay to be filled: the same cut, meant otherwise. */
export function cut(course: Course, step: StepOf<'carve'> | StepOf<'incise'>): void {
  const { grid, stage } = course
  if (stage === 'fired') return
  const tool = TOOL[step.tool]
  const burrUm = SOFT_BURR_UM[stage] ?? (stage === 'leatherHard' ? tool.burrUm : 0)
  if (burrUm > 0 && !step.motif.ground)
    course.push({ act: 'burr', heightUm: burrUm }, marksField(grid, step.motif, 'burr'), true)
  const edge: MarkEdge = TEARS.includes(stage) ? 'ragged' : tool.groove
  course.push(
    { act: 'carve', depthUm: step.depthMm * 1000, cutsBody: stage !== 'bisque' && stage !== 'glazedRaw' },
    marksField(grid, step.motif, edge),
  )
  course.grooves.push(step.motif)
  course.dusty ||= stage === 'boneDry' || stage === 'bisque'
}

/** How much of a stamp’s depth the clay takes. Common practice, no source: soft clay takes a print, dry clay none. */
const TAKES: Readonly<Record<Stage, number>> = {
  wet: 1,
  softLeatherHard: 0.9,
  leatherHard: 0.5,
  hardLeatherHard: 0.15,
  boneDry: 0,
  bisque: 0,
  glazedRaw: 0,
  fired: 0,
}

export function impress(course: Course, step: StepOf<'impress'>): void {
  const depthUm = step.depthMm * 1000 * TAKES[course.stage]
  if (depthUm > 0)
    course.push(
      { act: 'press', depthUm },
      course.within(step.place, textureField(course.grid, course.stretches(step.place), step.texture, step.sizeMm)),
    )
}

/** Shares taken off high and low places by a sponge. Common practice, no source. */
const WIPES = {
  light: { high: 0.55, low: 0.02 },
  firm: { high: 0.94, low: 0.08 },
  hard: { high: 1, low: 0.45 },
} as const

/** What a wet sponge, or colour that has not set, adds to what is taken out of the low places. */
const WET_MORE = 0.35
const UNSET_MORE = 0.5

export function wipe(course: Course, step: StepOf<'wipe'>): void {
  if (course.stage === 'fired') return
  const stretches = course.stretches(step.place)
  const { high, low } = WIPES[step.pressure]
  const more = (step.sponge === 'wet' ? WET_MORE : 0) + (course.lastWet ? UNSET_MORE : 0)
  course.push(
    { act: 'wipe', high: Math.min(1, high + more / 4), low: Math.min(1, low + more) },
    course.within(step.place, swipeField(course.grid, stretches, course.seed)),
  )
  course.lastWet = step.sponge === 'wet' ? { stretches } : null
}

export function scrape(course: Course, step: StepOf<'scrape'>): void {
  if (course.stage === 'fired') return
  course.push({ act: 'scrape' }, course.even(step.place))
  course.dusty ||= course.stage === 'boneDry' || course.stage === 'bisque'
}

export function pick(course: Course, step: StepOf<'pick'>): void {
  course.push({ act: 'pick' }, course.even(step.place))
}

export function cleanFoot(course: Course, step: StepOf<'cleanFoot'>): void {
  const { base, outside } = course.grid.form.zones
  course.push(
    { act: 'strip' },
    evenField(course.grid, [{ from: base.from, to: Math.min(outside.to, outside.from + step.upMm) }], 15),
  )
}
