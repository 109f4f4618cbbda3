import { isA } from '../../plan/step'
import { inMm } from '../../base/units'
import { conesOutside } from '../../firing/cones'
import { thinnestWallMm } from '../../form/turnedForm'
import { motifMiddle } from '../../skin/motifs/motifCopies'
import { chartOf } from '../../skin/atlas'
import { reachesOn } from '../../skin/place'
import { motifName } from '../../skin/motifs/motifName'
import type { StepOf } from '../../plan/step'
import { coverageAt } from '../coverage'
import { JudgedPlan } from '../judgedPlan'
import type { Mend } from '../finding'
import { addStep, changeStep } from '../mends'
import { meetOnSkin } from '../stepStretches'
import * as build from '../../plan/build'
import type { Rule } from '../rule'
import { wholeOf } from '../../vocabulary/place'

/** |ΔL| of line against ground: from 40 it reads clearly, under 20 it is lost [our choice]. */
const CLEAR_CONTRAST = 40
const LOST_CONTRAST = 20

/** Coats of a ground where nothing else is known. Common practice, no source. */
const USUAL_COATS = 3

/** How lines read that differ so much in lightness from their ground. */
const contrastWord = (difference: number): string =>
  difference >= CLEAR_CONTRAST ? 'reads clearly' : difference >= LOST_CONTRAST ? 'reads softly' : 'is lost'

/** The middle of what is carved: where on its surface. */
const middle = (plan: JudgedPlan, { motif }: StepOf<'carve'> | StepOf<'incise'>) => ({
  lengthMm: motifMiddle(plan.gridOf(motif), motif).alongMm,
  ...(motif.on ? { on: motif.on } : {}),
})

/** Lightness of the line and of the ground beside it when the plan is carried out. */
function carvedContrast(
  plan: JudgedPlan,
  step: StepOf<'carve'>,
  index: number,
): { line: number; ground: number; difference: number } {
  const spot = middle(plan, step)
  const [ground] = plan.firedLab(plan.finalStack({ ...spot, inLineOf: null }))
  const [line] = plan.firedLab(plan.finalStack({ ...spot, inLineOf: index }))
  return { line, ground, difference: Math.abs(line - ground) }
}

/** What is carved through: the last colour or glaze under the line. */
function carvedThrough(plan: JudgedPlan, step: StepOf<'carve'>, index: number) {
  const { surface } = chartOf(plan.atlas, step.motif.on)
  const { lengthMm } = middle(plan, step)
  return [...plan.of('coating'), ...plan.of('glazing')]
    .filter((c) => c.index < index && reachesOn(surface, c.step.place, lengthMm))
    .reduce<StepOf<'coat'> | StepOf<'glaze'> | null>(
      (last, { step: coat }) => (last && plan.steps.indexOf(last) > plan.steps.indexOf(coat) ? last : coat),
      null,
    )
}

/** Spatter is no ground: brushed on, it is one. */
function brushedOn(plan: JudgedPlan, through: StepOf<'coat'> | StepOf<'glaze'>): Mend[] {
  if (!isA(through, 'coating') || through.applicator !== 'spatter') return []
  const brushed: StepOf<'coat'> = { ...through, applicator: 'brush' }
  const coats = coverageAt(plan, plan.steps.indexOf(through), brushed)?.toGive ?? through.coats
  return [changeStep(plan, 'Brush it on', through.id, { applicator: 'brush', coats })]
}

/** Glaze that is carved through and glazed over again is waxed first: the wax keeps the second glaze in the lines. */
function waxedFirst(plan: JudgedPlan, through: StepOf<'coat'> | StepOf<'glaze'>, index: number): Mend[] {
  const from = plan.steps.indexOf(through)
  const waxed = plan.of('waxing').some((w) => w.index > from && w.index < index && meetOnSkin(plan, w.step, through))
  const over = plan.of('glazing').some((g) => g.index > index && meetOnSkin(plan, g.step, through))
  return isA(through, 'glazing') && over && !waxed
    ? [addStep(plan, 'Wax it before it is carved', index, build.wax(through.place))]
    : []
}

/** Other jars for one of the steps at a carved line, best contrast first: as many of them as are worth it. */
function otherJars(
  plan: JudgedPlan,
  carved: { readonly step: StepOf<'carve'>; readonly index: number; readonly now: number },
  laid: StepOf<'coat'> | StepOf<'glaze'>,
): Mend[] {
  const kind = plan.medium(laid.mediumId)?.kind
  const at = plan.steps.indexOf(laid)
  return (
    plan.jars
      .filter((m) => m.kind === kind && m.id !== laid.mediumId && conesOutside(plan.topCone, m.range) === 0)
      .map((medium) => {
        const other = { ...laid, mediumId: medium.id }
        const coats = (isA(other, 'coating') ? coverageAt(plan, at, other)?.toGive : null) ?? laid.coats
        const steps = plan.steps.map((s) => (s === laid ? { ...other, coats } : s))
        return { medium, coats, ...carvedContrast(plan.withSteps(steps), carved.step, carved.index) }
      })
      // Worth another jar: what is seen to be better, or what reads clearly where this does not.
      .filter(({ difference }) => difference > Math.max(Math.min(carved.now + 8, CLEAR_CONTRAST), LOST_CONTRAST))
      .sort((a, b) => b.difference - a.difference)
      .slice(0, 2)
      .map(({ medium, coats, difference }) =>
        changeStep(plan, `Use ${medium.name} (${contrastWord(difference)})`, laid.id, { mediumId: medium.id, coats }),
      )
  )
}

/** Colour to carve through where there is none: the jar with which the lines read best, as many coats as cover. */
function groundFirst(plan: JudgedPlan, step: StepOf<'carve'>, index: number): Mend[] {
  if (step.motif.on) return []
  const [best] = plan.jars
    .filter((m) => m.kind === 'underglaze' && conesOutside(plan.topCone, m.range) === 0)
    .map((medium) => {
      const ground = build.coat(medium.id, wholeOf(step.motif.side), USUAL_COATS)
      const { command } = addStep(plan, '', index, ground)
      const added = command.type === 'step.add' ? [command.step] : []
      const laid = plan.withSteps([...plan.steps.slice(0, index), ...added, ...plan.steps.slice(index)])
      return { medium, ground, difference: carvedContrast(laid, step, index + 1).difference }
    })
    .filter(({ difference }) => difference >= LOST_CONTRAST)
    .sort((a, b) => b.difference - a.difference)
  return best ? [addStep(plan, `Lay ${best.medium.name} first`, index, best.ground)] : []
}

/** What makes carved lines read: another ground, wax that holds a second glaze off it, another glaze over both. */
function contrastMends(plan: JudgedPlan, step: StepOf<'carve'>, index: number, now: number): Mend[] {
  const through = carvedThrough(plan, step, index)
  if (!through) return groundFirst(plan, step, index)
  const carved = { step, index, now }
  const under = [...brushedOn(plan, through), ...waxedFirst(plan, through, index), ...otherJars(plan, carved, through)]
  if (under.length) return under
  const over = plan.of('glazing').findLast((g) => g.index > index && meetOnSkin(plan, g.step, through))
  return over ? otherJars(plan, carved, over.step) : []
}

export const carveRules: readonly Rule[] = [
  {
    id: 'contrast-low',
    description: 'carved lines that can be seen after firing',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('carving').flatMap(({ step, index }) => {
        const { line, ground, difference } = carvedContrast(plan, step, index)
        if (difference >= CLEAR_CONTRAST) return []
        const lost = difference < LOST_CONTRAST
        // A line that is filled again is judged by what fills it.
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, carved ${motifName(step.motif)}`,
            severity: lost ? ('risk' as const) : ('note' as const),
            sentence: lost
              ? 'The carved lines are nearly lost against their ground when fired.'
              : 'The carved lines read softly against their ground when fired.',
            because:
              `On a scale from black 0 to white 100 the line is ${line.toFixed(0)} and the ground ${ground.toFixed(0)}; ` +
              `${CLEAR_CONTRAST} apart they read clearly. Choose dark on a pale body, pale on a dark one.`,
            mends: contrastMends(plan, step, index, difference),
          },
        ]
      }),
  },
  {
    id: 'burnish-cut',
    description: 'cuts into burnished clay are meant: they stay',
    school: null,
    severity: 'note',
    check: (plan) =>
      plan.of('cut').flatMap(({ step, index }) => {
        const before = plan.probe({ ...middle(plan, step), inLineOf: null })[index]
        if (!before.burnished || before.films.length > 0) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'The lines are cut into burnished clay, and every slip of the tool stays.',
            because:
              'A scratch in a burnished surface is permanent: rubbing it again never brings back the same sheen.',
            mends: [],
          },
        ]
      }),
  },
  {
    id: 'carved-too-deep',
    description: 'only the film is scratched away, the wall stays',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('carving').flatMap(({ step, index, time }) => {
        if (time.stage === 'glazedRaw' || time.stage === 'bisque') return []
        const filmMm = filmBefore(plan, step, index)
        const extra = step.depthMm - filmMm
        const throughWall = step.depthMm > thinnestWallMm(plan.form) / 3
        if (extra <= 0.6 && !throughWall) return []
        const wanted = Number((Math.ceil((filmMm + 0.15) * 20) / 20).toFixed(2))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: throughWall ? ('ruin' as const) : ('risk' as const),
            sentence: throughWall
              ? `The cut is ${inMm(step.depthMm)} deep in a wall of ` +
                `${inMm(Number(thinnestWallMm(plan.form).toFixed(1)))}; it will crack or break through.`
              : `The cut is ${inMm(step.depthMm)} deep, but the film is only ${inMm(filmMm.toFixed(2))}.`,
            because: 'Sgraffito takes the film away; deeper cuts weaken the wall and trap glaze.',
            mends: [changeStep(plan, `Cut ${inMm(wanted)} deep`, step.id, { depthMm: wanted })],
          },
        ]
      }),
  },
  {
    id: 'carved-too-shallow',
    description: 'the line goes through what it should bare',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('carving').flatMap(({ step, index }) => {
        const stacks = plan.probe({ ...middle(plan, step), inLineOf: null })
        const top = stacks[index].films.at(-1)
        if (!top) return []
        const topMm = ((top.eighths / 8) * plan.media[top.medium].filmUm) / 1000
        if (step.depthMm >= topMm) return []
        const wanted = Number((Math.ceil((topMm + 0.05) * 20) / 20).toFixed(2))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence:
              `The cut of ${inMm(step.depthMm)} does not get through ${plan.media[top.medium].name}, which is ` +
              `${inMm(topMm.toFixed(2))} thick.`,
            because: 'The line keeps a veil of the colour and will not show the layer below.',
            mends: [changeStep(plan, `Cut ${inMm(wanted)} deep`, step.id, { depthMm: wanted })],
          },
        ]
      }),
  },
]

/** Thickness of all films where a motif is carved, mm, just before the carving. */
function filmBefore(plan: JudgedPlan, step: StepOf<'carve'>, index: number): number {
  const stack = plan.probe({ ...middle(plan, step), inLineOf: null })[index]
  return stack.films.reduce((sum, film) => sum + ((film.eighths / 8) * plan.media[film.medium].filmUm) / 1000, 0)
}
