import { STAGE } from '../../clay/stages'
import { hiddenPatches } from '../../form/parts'
import { firedLength } from '../../form/shrinkage'
import type { Motif, MotifKind } from '../../vocabulary/motif'
import type { Step } from '../../plan/step'
import { divide } from '../../plan/build'
import type { StepTime } from '../../plan/stepTime'
import { motifName } from '../../skin/motifs/motifName'
import { firstAcross, motifMiddle, motifStretch, motifWidth } from '../../skin/motifs/marksField'
import { addStep, changeStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

/** Under this a fired line closes under glaze or cannot be read [our choice]. */
const LEGIBLE_LINE_MM = 0.5

const RUNS_ROUND: ReadonlySet<MotifKind> = new Set(['rings', 'line', 'band', 'letters', 'dots', 'dashes'])

/** Steps that draw, cut, wax or mask a motif. */
function withMotif(plan: JudgedPlan): { step: Step; motif: Motif; index: number; time: StepTime }[] {
  return plan.steps.flatMap((step, index) =>
    'motif' in step && step.motif ? [{ step, motif: step.motif, index, time: plan.times[index] }] : [],
  )
}

/** Length of the part of the skin that a motif stands on, mm. */
function roomFor(plan: JudgedPlan, motif: Motif): number {
  const zone = plan.form.zones[motif.side]
  return zone.to - zone.from
}

export const motifRules: readonly Rule[] = [
  {
    id: 'line-too-thin',
    guards: 'lines that can still be read when the clay has shrunk',
    school: null,
    severity: 'note',
    look: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index, time }) => {
        const fired = firedLength(
          motif.lineMm,
          plan.body.dryingShrinkage,
          plan.body.firingShrinkage,
          STAGE[time.stage].shrunk,
        )
        if (fired >= LEGIBLE_LINE_MM) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `Lines of ${motif.lineMm} mm shrink to ${fired.toFixed(2)} mm and close under the glaze.`,
            because: `Under about ${LEGIBLE_LINE_MM} mm a fired line can no longer be read.`,
            mends: [changeStep(plan, 'Draw them 1 mm wide', step.id, { motif: { ...motif, lineMm: 1 } })],
          },
        ]
      }),
  },
  {
    id: 'motif-off-the-wall',
    guards: 'a motif that fits its wall',
    school: null,
    severity: 'risk',
    look: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index }) => {
        const wallMm = roomFor(plan, motif)
        const flat = motif.side === 'floor' || motif.side === 'base'
        const top =
          motif.upMm - (flat ? motif.heightMm / 2 : 0) + motif.rows * motif.heightMm + (motif.rows - 1) * motif.rowGapMm
        if (top <= wallMm + 0.5) return []
        const fits = Math.floor(Math.max(1, (wallMm - motif.upMm - 2 - (motif.rows - 1) * motif.rowGapMm) / motif.rows))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `The motif ends ${Math.round(top)} mm along a wall that is ${Math.round(wallMm)} mm long.`,
            because: 'What runs over the rim is cut off and reads as a mistake.',
            mends: [changeStep(plan, `Make it ${fits} mm tall`, step.id, { motif: { ...motif, heightMm: fits } })],
          },
        ]
      }),
  },
  {
    id: 'repeats-not-marked-out',
    guards: 'a repeat that closes round the form',
    school: null,
    severity: 'note',
    look: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index }) => {
        const { repeats } = motif
        if (repeats < 3 || RUNS_ROUND.has(motif.kind)) return []
        const marked = plan
          .of('divide')
          .filter((d) => d.index < index)
          .at(-1)
        if (marked && (repeats % marked.step.sectors === 0 || marked.step.sectors % repeats === 0)) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: marked
              ? `${repeats} repeats do not fall on ${marked.step.sectors} sectors.`
              : `${repeats} repeats stand with nothing marked out.`,
            because: 'A repeat spaced by eye ends in half a motif.',
            mends: marked
              ? [
                  changeStep(plan, `Divide into ${repeats}`, marked.step.id, { sectors: repeats }),
                  changeStep(plan, `Take ${marked.step.sectors} repeats`, step.id, {
                    motif: { ...motif, repeats: marked.step.sectors },
                  }),
                ]
              : [addStep(plan, `Divide into ${repeats} first`, index, divide(repeats, motif.upMm))],
          },
        ]
      }),
  },
  {
    id: 'hidden-by-a-part',
    guards: 'nothing important where a handle hides it',
    school: null,
    severity: 'note',
    look: (plan) => {
      const patches = hiddenPatches(plan.form, plan.piece.form.parts)
      return withMotif(plan).flatMap(({ step, motif, index }) => {
        if (motif.side !== 'outside' || motif.repeats < 2 || RUNS_ROUND.has(motif.kind)) return []
        const stretch = motifStretch(plan.grid, motif)
        const { radiusMm } = motifMiddle(plan.grid, motif)
        const half = motifWidth(plan.grid, motif) / 2 / (plan.form.plan.length * radiusMm)
        const hit = patches.find((patch) => {
          if (patch.to < stretch.from || patch.from > stretch.to) return false
          const first = firstAcross(motif)
          const middle = (patch.left + patch.right) / 2
          const off = Math.abs((((((middle - first) * motif.repeats) % 1) + 1.5) % 1) - 0.5) / motif.repeats
          return off < half + (patch.right - patch.left) / 2
        })
        if (!hit) return []
        // Turned so that the joint falls between two repeats.
        const wanted = Number((hit.part.degrees % (360 / motif.repeats)).toFixed(3))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, under the ${hit.part.kind}`,
            sentence: `The ${hit.part.kind} at ${hit.part.degrees}° hides part of the ${motifName(motif)}.`,
            because: 'A pattern that runs under a joint is lost there, or shows as a cut-off half beside it.',
            mends: [
              changeStep(plan, `Let it fall between two repeats`, step.id, { motif: { ...motif, startDeg: wanted } }),
            ],
          },
        ]
      })
    },
  },
]
