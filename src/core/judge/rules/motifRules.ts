import { inMm } from '../../base/units'
import { shrunkIn } from '../../clay/stageScale'
import { hiddenPatches, type HiddenPatch } from '../../form/parts'
import { aroundMm } from '../../form/turnedForm'
import { firedLength } from '../../form/shrinkage'
import type { Motif, MotifKind } from '../../vocabulary/motif'
import type { Step } from '../../plan/step'
import { divide } from '../../plan/build'
import type { StepTime } from '../../plan/stepTime'
import { motifName } from '../../skin/motifs/motifName'
import { firstAcross, motifMiddle, motifStretch, motifWidth } from '../../skin/motifs/motifCopies'
import { addStep, changeStep, together } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

/** Under this a fired line closes under glaze or cannot be read [our choice]. */
const LEGIBLE_LINE_MM = 0.5

/** Repeats may touch: this much more than the room there is counts as running into each other [our choice]. */
const OVERLAP = 1.06

/** Repeats that take more of the way round than this leave no room for a joint between them [our choice]. */
const DENSE = 0.7

const RUNS_ROUND: ReadonlySet<MotifKind> = new Set(['rings', 'line', 'band', 'letters', 'dots', 'dashes'])

/** Steps that draw, cut, wax or mask a motif. */
function withMotif(plan: JudgedPlan): { step: Step; motif: Motif; index: number; time: StepTime }[] {
  return plan.steps.flatMap((step, index) =>
    'motif' in step && step.motif ? [{ step, motif: step.motif, index, time: plan.times[index] }] : [],
  )
}

/** Length of the part of the skin that a motif stands on, mm. */
function roomFor(plan: JudgedPlan, motif: Motif): number {
  const zone = plan.gridOf(motif).form.zones[motif.side]
  return zone.to - zone.from
}

/** A motif lower than this is hardly one, mm [our choice]. */
const LEAST_MOTIF_MM = 8

const nameOf = ({ part }: HiddenPatch): string => part.name ?? part.kind

/** How a motif is turned, as often as it can be repeated, so that no joint hides any of it; null where it cannot. */
function standsClear(
  motif: Motif,
  hides: (repeats: number, first: number) => HiddenPatch | undefined,
): Pick<Motif, 'repeats' | 'startDeg'> | null {
  for (let repeats = motif.repeats; repeats >= 1; repeats--)
    for (let k = 0; k < 48; k++) {
      const startDeg = Number(((motif.startDeg + (k * 360) / 48 / repeats) % 360).toFixed(3))
      if (!hides(repeats, firstAcross({ ...motif, repeats, startDeg }))) return { repeats, startDeg }
    }
  return null
}

export const motifRules: readonly Rule[] = [
  {
    id: 'line-too-thin',
    description: 'lines that can still be read when the clay has shrunk',
    school: null,
    severity: 'note',
    check: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index, time }) => {
        const fired = firedLength(
          motif.lineMm,
          plan.body.dryingShrinkage,
          plan.body.firingShrinkage,
          shrunkIn(plan.body.water, time.stage),
        )
        if (fired >= LEGIBLE_LINE_MM) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `Lines of ${inMm(motif.lineMm)} shrink to ${inMm(fired.toFixed(2))} and close under the glaze.`,
            because: `Under about ${inMm(LEGIBLE_LINE_MM)} a fired line can no longer be read.`,
            mends: [changeStep(plan, `Draw them ${inMm(1)} wide`, step.id, { motif: { ...motif, lineMm: 1 } })],
          },
        ]
      }),
  },
  {
    id: 'motif-off-the-wall',
    description: 'a motif that fits its wall',
    school: null,
    severity: 'risk',
    check: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index }) => {
        const wallMm = roomFor(plan, motif)
        const flat = motif.side === 'floor' || motif.side === 'base'
        const top =
          motif.upMm - (flat ? motif.heightMm / 2 : 0) + motif.rows * motif.heightMm + (motif.rows - 1) * motif.rowGapMm
        if (top <= wallMm + 0.5) return []
        // What lies flat stands about its place: only half of it goes outwards.
        const most = flat
          ? (wallMm - motif.upMm - 1 - (motif.rows - 1) * motif.rowGapMm) / (motif.rows - 0.5)
          : (wallMm - motif.upMm - 2 - (motif.rows - 1) * motif.rowGapMm) / motif.rows
        const fits = Math.floor(Math.max(1, most))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `The motif ends ${inMm(Math.round(top))} along a wall that is ${inMm(Math.round(wallMm))} long.`,
            because: 'What runs over the rim is cut off and reads as a mistake.',
            mends: [changeStep(plan, `Make it ${inMm(fits)} tall`, step.id, { motif: { ...motif, heightMm: fits } })],
          },
        ]
      }),
  },
  {
    id: 'repeats-not-marked-out',
    description: 'a repeat that closes round the form',
    school: null,
    severity: 'note',
    check: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index }) => {
        const { repeats } = motif
        if (repeats < 3 || RUNS_ROUND.has(motif.kind)) return []
        const marked = plan
          .of('marking out')
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
    id: 'repeats-overlap',
    description: 'repeats that have room beside one another',
    school: null,
    severity: 'risk',
    check: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index }) => {
        if (motif.repeats < 2 || (RUNS_ROUND.has(motif.kind) && !motif.drawing)) return []
        const roundMm = aroundMm(plan.gridOf(motif).form, motifMiddle(plan.gridOf(motif), motif).radiusMm)
        const wideMm = motifWidth(plan.gridOf(motif), motif)
        if (wideMm * motif.repeats <= roundMm * OVERLAP) return []
        const fits = Math.max(1, Math.floor(roundMm / wideMm))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence:
              `${motif.repeats} repeats of ${inMm(Math.round(wideMm))} do not fit into ${inMm(Math.round(roundMm))}; ` +
              'they run into each other.',
            because: 'Lines cut or laid twice in one place turn into a tangle.',
            mends: [
              changeStep(plan, fits === 1 ? 'Take it once' : `Take ${fits} repeats`, step.id, {
                motif: { ...motif, repeats: fits },
              }),
              changeStep(plan, 'Make it smaller', step.id, {
                motif: {
                  ...motif,
                  heightMm: Math.max(1, Math.floor((motif.heightMm * roundMm) / (wideMm * motif.repeats))),
                },
              }),
            ],
          },
        ]
      }),
  },
  {
    id: 'one-side-only',
    description: 'a pattern all the way round',
    school: null,
    severity: 'note',
    check: (plan) => {
      const own = withMotif(plan).filter(({ motif }) => motif.side === 'outside' && !motif.on)
      const lone = own.find(({ motif }) => motif.repeats === 1 && !RUNS_ROUND.has(motif.kind) && !motif.ground)
      if (plan.form.flat || !lone || own.some(({ motif }) => motif !== lone.motif)) return []
      const { step, motif, index } = lone
      const roundMm = aroundMm(plan.gridOf(motif).form, motifMiddle(plan.gridOf(motif), motif).radiusMm)
      const room = Math.floor(roundMm / Math.max(1, motifWidth(plan.gridOf(motif), motif)))
      if (room < 2) return []
      const repeats = Math.min(room, room > 3 ? 3 : 2)
      return [
        {
          stepId: step.id,
          where: `step ${index + 1}`,
          sentence: `Only one side carries the motif (${motifName(motif)}); the rest of the form is bare.`,
          because: 'A form is turned in the hand; a pattern that goes all the way round holds from every side.',
          mends: [
            together(`Repeat it ${repeats} times round`, [
              addStep(plan, 'Divide', index, divide(repeats, motif.upMm)),
              changeStep(plan, 'Repeat', step.id, { motif: { ...motif, repeats } }),
            ]),
          ],
        },
      ]
    },
  },
  {
    id: 'hidden-by-a-part',
    description: 'nothing important where a handle hides it',
    school: null,
    severity: 'note',
    check: (plan) => {
      // A relief is laid over a pattern on purpose, and a figure is modelled before it is drawn on.
      const patches = hiddenPatches(plan.form, plan.piece.form.parts).filter(
        ({ part }) => part.kind !== 'relief' && !(plan.form.closed && part.kind === 'ball'),
      )
      return withMotif(plan).flatMap(({ step, motif, index }) => {
        if (motif.on || motif.side !== 'outside' || motif.repeats < 2 || RUNS_ROUND.has(motif.kind)) return []
        const stretch = motifStretch(plan.grid, motif)
        const { radiusMm } = motifMiddle(plan.grid, motif)
        const half = motifWidth(plan.gridOf(motif), motif) / 2 / (plan.form.plan.length * radiusMm)
        // Where hardly any ground is left between repeats, a pattern runs round like a band and is meant to pass under a joint.
        if (2 * half * motif.repeats > DENSE) return []
        const hides = (repeats: number, first: number) =>
          patches.find((patch) => {
            if (patch.to < stretch.from || patch.from > stretch.to) return false
            const middle = (patch.left + patch.right) / 2
            const off = Math.abs((((((middle - first) * repeats) % 1) + 1.5) % 1) - 0.5) / repeats
            return off < half + (patch.right - patch.left) / 2
          })
        const hit = hides(motif.repeats, firstAcross(motif))
        if (!hit) return []
        const clear = standsClear(motif, hides)
        const roomMm = Math.floor(Math.min(...patches.map(({ from }) => from)) - stretch.from)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, under the ${nameOf(hit)}`,
            sentence: `The ${nameOf(hit)} at ${hit.part.degrees}° hides part of the ${motifName(motif)}.`,
            because: 'A pattern that runs under a joint is lost there, or shows as a cut-off half beside it.',
            mends: clear
              ? [
                  changeStep(
                    plan,
                    clear.repeats === motif.repeats
                      ? 'Let it fall between two repeats'
                      : clear.repeats === 1
                        ? 'Take it once, and let it stand clear of the joint'
                        : `Take ${clear.repeats} repeats, and let it fall between two`,
                    step.id,
                    { motif: { ...motif, ...clear } },
                  ),
                ]
              : roomMm >= LEAST_MOTIF_MM
                ? [
                    changeStep(plan, `Make it ${inMm(roomMm)} tall, below the joint`, step.id, {
                      motif: { ...motif, heightMm: roomMm },
                    }),
                  ]
                : [],
          },
        ]
      })
    },
  },
]
