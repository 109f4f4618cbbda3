import { inMm } from '../../base/units'
import type { Surface } from '../../form/surfaces/surface'
import { isA, isAreaWork, isCut, type Step, type StepContent, type StepOf } from '../../plan/step'
import * as build from '../../plan/build'
import { labelsOf } from '../../skin/areas/findAreas'
import { partedBy } from '../../skin/areas/areaField'
import { chartOf } from '../../skin/atlas'
import { surfaceGrid, type SkinGrid } from '../../skin/grid'
import type { TakenArea } from '../../vocabulary/pieceDrawing'
import { AREA_TOOL, LINER } from '../../vocabulary/tools'
import type { Medium } from '../../vocabulary/material'
import type { Motif } from '../../vocabulary/motif'
import type { JudgedPlan } from '../judgedPlan'
import { addStep, removeStep } from '../mends'
import { meetOnSkin } from '../stepStretches'
import type { Rule } from '../rule'
import type { RuleHit } from '../finding'

/** Whether two motifs are the same lines in the same place: of one drawing, or drawn alike. */
function sameLines(a: Motif, b: Motif): boolean {
  if (a.of || b.of) return a.of === b.of
  const lines = ({ lineMm: _, made: __, ground: ___, only: ____, ...shape }: Motif) => JSON.stringify(shape)
  return lines(a) === lines(b)
}

/** Whether a step makes of lines what holds glaze: a groove, a line that stands up, wax. */
function makesHold(plan: JudgedPlan, step: Step): boolean {
  if (!('motif' in step) || !step.motif || step.motif.ground || step.motif.only) return false
  if (isCut(step) || isA(step, 'waxing')) return true
  return isA(step, 'lining') && (LINER[step.liner].raised || plan.medium(step.mediumId)?.kind === 'line')
}

/** Whether the lines of area work hold its glaze: something was made of them, and no glaze was laid over all of it since. */
function isHeld(plan: JudgedPlan, work: StepOf<'glazeIn'>, index: number): boolean {
  const made = plan.steps.findLastIndex(
    (step, i) =>
      i < index && makesHold(plan, step) && 'motif' in step && step.motif !== null && sameLines(step.motif, work.motif),
  )
  return (
    made >= 0 &&
    !plan.steps.slice(made, index).some((step) => isA(step, 'glazing') && meetOnSkin(plan, step, plan.steps[made]))
  )
}

/** Whether a glaze goes its own way when it melts. */
const runs = (medium: Medium | undefined): boolean =>
  medium !== undefined && (medium.cautions.includes('runs') || medium.surface === 'gloss')

/** What a fence is trailed with: a colour that stays where it is put. */
const fenceColour = (plan: JudgedPlan): Medium | undefined =>
  plan.jars.find(({ kind }) => kind === 'underglaze') ?? plan.jars.find(({ kind }) => kind === 'line')

type AreaStep = StepOf<'colourIn'> | StepOf<'glazeIn'>

/** An area that is narrower than this share of the tip is told of; a little narrower is hardly seen [our choice]. */
const TOLD_OF = 0.85

const rasters = new WeakMap<Surface, SkinGrid>()

/** A raster of a surface that is fine enough to measure areas on. */
function fineGrid(surface: Surface): SkinGrid {
  let known = rasters.get(surface)
  if (!known) rasters.set(surface, (known = surfaceGrid(surface, 1024, 512)))
  return known
}

/** The areas of a step that are narrower than what it is laid with, mm across. */
function narrowAreas(plan: JudgedPlan, { motif, take, tool }: AreaStep): { area: TakenArea; mm: number }[] {
  const { tipMm } = AREA_TOOL[tool]
  const areas = partedBy(fineGrid(chartOf(plan.atlas, motif.on).surface), motif)
  return take.flatMap((area) => {
    const [label] = labelsOf(areas, [area])
    const mm = label === undefined ? Infinity : areas.widestMm[label]
    return mm < tipMm * TOLD_OF ? [{ area, mm }] : []
  })
}

/** Whether a step lays the same jar on the same area once more. */
const laysAgain = (step: Step, first: AreaStep, { id }: TakenArea): boolean =>
  isAreaWork(step) &&
  step.id !== first.id &&
  step.mediumId === first.mediumId &&
  sameLines(step.motif, first.motif) &&
  step.take.some((area) => area.id === id)

export const areaRules: readonly Rule[] = [
  {
    id: 'narrow-area',
    description: 'a coat more where an area is narrower than the tip',
    school: null,
    severity: 'note',
    check: (plan) =>
      plan.steps.flatMap((step, index): RuleHit[] => {
        if (!isAreaWork(step) || !step.take.length) return []
        const narrow = narrowAreas(plan, step).filter(
          ({ area }) => !plan.steps.some((other) => laysAgain(other, step, area)),
        )
        if (!narrow.length) return []
        const { name, tipMm } = AREA_TOOL[step.tool]
        const ids = narrow.map(({ area }) => area.id)
        const { id: _, done: __, ...content } = step
        const more: StepContent = { ...content, take: step.take.filter(({ id }) => ids.includes(id)), coats: 1 }
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: 'note',
            sentence:
              `${ids.length === 1 ? `Area ${ids[0]} is` : `${ids.length} areas are`} narrower than the ${name}: ` +
              'the colour there stays thin.',
            because:
              `The tip needs ${inMm(tipMm)}; the narrowest is ${inMm(Math.min(...narrow.map(({ mm }) => mm)).toFixed(1))} across. ` +
              'One coat more there makes up for it.',
            mends: [addStep(plan, 'One coat more there', index + 1, more)],
          },
        ]
      }),
  },
  {
    id: 'no-area-taken',
    description: 'colour between lines goes to areas that are chosen',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.steps.flatMap((step, index): RuleHit[] =>
        isAreaWork(step) && !step.take.length
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                severity: 'risk',
                sentence: 'No area is chosen for this jar: the step does nothing.',
                because: 'Press areas on the map of the drawing, in this step or under drawings.',
                mends: [removeStep(plan, 'Leave the step out', step.id)],
              },
            ]
          : [],
      ),
  },
  {
    id: 'glazes-run-together',
    description: 'a fence or a groove between glazes that run',
    school: null,
    severity: 'risk',
    check: (plan) => {
      const work = plan.of('area glazing')
      return work.flatMap(({ step, index }, i): RuleHit[] => {
        const other = work
          .slice(0, i)
          .find(
            (before) =>
              before.step.mediumId !== step.mediumId &&
              before.step.take.length > 0 &&
              sameLines(before.step.motif, step.motif) &&
              runs(plan.medium(before.step.mediumId)) &&
              !plan.steps.slice(before.index, index).some((s) => isA(s, 'firing')),
          )
        if (!other || !step.take.length || !runs(plan.medium(step.mediumId)) || isHeld(plan, step, index)) return []
        const colour = fenceColour(plan)
        const name = (id: string) => plan.medium(id)?.name ?? 'a glaze'
        const fence = { ...step.motif, made: 'line' as const, ground: false, lineMm: LINER.bottle.lineMm }
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: 'risk',
            sentence:
              `${name(other.step.mediumId)} and ${name(step.mediumId)} lie side by side with nothing between them: ` +
              'they run into each other where their areas touch.',
            because:
              'Molten glazes flow together unless a fence or a groove holds them. Leave it so if that is wanted.',
            mends: colour
              ? [
                  addStep(
                    plan,
                    `Trail a fence of ${colour.name} along the lines`,
                    work[0].index,
                    build.draw(colour.id, fence, 'bottle'),
                  ),
                ]
              : [],
          },
        ]
      })
    },
  },
]
