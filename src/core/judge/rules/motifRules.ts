import { STAGE } from '../../clay/stages'
import { hiddenPatches } from '../../form/parts'
import { firedLength } from '../../form/shrinkage'
import type { Motif, MotifKind } from '../../vocabulary/motif'
import type { Step } from '../../plan/step'
import { divide } from '../../plan/build'
import type { StepTime } from '../../plan/stepTime'
import { motifName } from '../../skin/motifs/motifName'
import { firstAcross, motifMiddle, motifStretch, motifWidth } from '../../skin/motifs/marksField'
import { addStep, changeStep, together } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

/** Under this a fired line closes under glaze or cannot be read [our choice]. */
const LEGIBLE_LINE_MM = 0.5

/** Repeats may touch: this much more than the room there is counts as running into each other [our choice]. */
const OVERLAP = 1.06

/** Repeats that take more of the way round than this leave no room for a joint between them [our choice]. */
const DENSE = 0.7

type Patch = ReturnType<typeof hiddenPatches>[number]

/** Whether two joints share any skin. */
const collide = (a: Patch, b: Patch): boolean =>
  a.from < b.to && b.from < a.to && [-1, 0, 1].some((turn) => a.left < b.right + turn && b.left + turn < a.right)

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
    id: 'repeats-overlap',
    guards: 'repeats that have room beside one another',
    school: null,
    severity: 'risk',
    look: (plan) =>
      withMotif(plan).flatMap(({ step, motif, index }) => {
        if (motif.repeats < 2 || RUNS_ROUND.has(motif.kind)) return []
        const roundMm = plan.form.plan.length * motifMiddle(plan.grid, motif).radiusMm
        const wideMm = motifWidth(plan.grid, motif)
        if (wideMm * motif.repeats <= roundMm * OVERLAP) return []
        const fits = Math.max(1, Math.floor(roundMm / wideMm))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence:
              `${motif.repeats} repeats of ${Math.round(wideMm)} mm do not fit into ${Math.round(roundMm)} mm; ` +
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
    guards: 'a pattern all the way round',
    school: null,
    severity: 'note',
    look: (plan) => {
      const own = withMotif(plan).filter(({ motif }) => motif.side === 'outside')
      const lone = own.find(({ motif }) => motif.repeats === 1 && !RUNS_ROUND.has(motif.kind) && !motif.ground)
      if (plan.form.flat || !lone || own.some(({ motif }) => motif !== lone.motif)) return []
      const { step, motif, index } = lone
      const roundMm = plan.form.plan.length * motifMiddle(plan.grid, motif).radiusMm
      const room = Math.floor(roundMm / Math.max(1, motifWidth(plan.grid, motif)))
      if (room < 2) return []
      const repeats = Math.min(room, room > 3 ? 3 : 2)
      return [
        {
          stepId: step.id,
          where: `step ${index + 1}`,
          sentence: `One ${motifName(motif)} stands on one side, and the rest of the form is bare.`,
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
    id: 'parts-in-one-place',
    guards: 'each part has its own place on the form',
    school: null,
    severity: 'ruin',
    look: (plan) => {
      const { parts } = plan.piece.form
      const patches = hiddenPatches(plan.form, parts)
      const pair = patches.flatMap((a, i) =>
        patches
          .slice(i + 1)
          .filter((b) => a.part !== b.part && collide(a, b))
          .map((b) => [a, b] as const),
      )[0]
      if (!pair) return []
      const [a, b] = pair
      const turned = (b.part.degrees + 180) % 360
      return [
        {
          stepId: null,
          where: `${a.part.kind} and ${b.part.kind}`,
          sentence: `The ${a.part.kind} and the ${b.part.kind} stand in one place, at ${Math.round(b.part.degrees)}°.`,
          because: 'Two parts cannot be joined to the same spot.',
          mends: [
            {
              label: `Turn the ${b.part.kind} to ${Math.round(turned)}°`,
              command: {
                type: 'piece.change',
                pieceId: plan.piece.id,
                changes: {
                  form: {
                    ...plan.piece.form,
                    parts: parts.map((part) => (part === b.part ? { ...part, degrees: turned } : part)),
                  },
                },
              },
            },
          ],
        },
      ]
    },
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
        // Where hardly any ground is left between repeats, a pattern runs round like a band and is meant to pass under a joint.
        if (2 * half * motif.repeats > DENSE) return []
        const hit = patches.find((patch) => {
          if (patch.to < stretch.from || patch.from > stretch.to) return false
          const first = firstAcross(motif)
          const middle = (patch.left + patch.right) / 2
          const off = Math.abs((((((middle - first) * motif.repeats) % 1) + 1.5) % 1) - 0.5) / motif.repeats
          return off < half + (patch.right - patch.left) / 2
        })
        if (!hit) return []
        // Turned so that the joint falls between two repeats; where they stand too close for that, fewer of them.
        const widthOfJoint = hit.right - hit.left
        const fits = 1 / motif.repeats - 2 * half >= widthOfJoint
        const repeats = fits ? motif.repeats : Math.max(1, Math.floor(1 / (2 * half + widthOfJoint)))
        const startDeg = Number((hit.part.degrees % (360 / repeats)).toFixed(3))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, under the ${hit.part.kind}`,
            sentence: `The ${hit.part.kind} at ${hit.part.degrees}° hides part of the ${motifName(motif)}.`,
            because: 'A pattern that runs under a joint is lost there, or shows as a cut-off half beside it.',
            mends: [
              changeStep(
                plan,
                fits
                  ? 'Let it fall between two repeats'
                  : repeats === 1
                    ? 'Take it once, and let it stand clear of the joint'
                    : `Take ${repeats} repeats, and let it fall between two`,
                step.id,
                { motif: { ...motif, repeats, startDeg } },
              ),
            ],
          },
        ]
      })
    },
  },
]
