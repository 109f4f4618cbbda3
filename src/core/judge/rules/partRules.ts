import { inMm } from '../../base/units'
import { hiddenPatches, type HiddenPatch, type Part } from '../../form/parts'
import type { Surface } from '../../form/surfaces/surface'
import { joinedZones, surfaceNames } from '../../form/zoneNames'
import type { Step } from '../../plan/step'
import type { RuleHit } from '../finding'
import type { JudgedPlan } from '../judgedPlan'
import { changePart, changeStep, removeStep } from '../mends'
import type { Rule } from '../rule'

/** Whether two joints share any skin. */
const collide = (a: HiddenPatch, b: HiddenPatch): boolean =>
  a.from < b.to && b.from < a.to && [-1, 0, 1].some((turn) => a.left < b.right + turn && b.left + turn < a.right)

/** Heads carry beaks and ears: balls may stand on balls. */
const isBall = ({ part }: HiddenPatch): boolean => part.kind === 'ball'

const nameIn = (plan: JudgedPlan, part: Part): string => surfaceNames(part, plan.piece.form)[0].name

/** Points all over a surface. */
const pointsOf = ({ form, ring }: Surface) =>
  Array.from({ length: 9 }, (_, i) => ring(((i + 0.5) / 9) * form.totalMm)).flatMap((at) =>
    Array.from({ length: 12 }, (_, k) => at(k / 12)),
  )

/** From this share of it inside another, a part is as good as lost in it [our choice]. */
const SWALLOWED = 0.75

/** Balls and reliefs with the share of each that lies inside what else there is. */
function loosely(plan: JudgedPlan): { surface: Surface; part: Part; most: { share: number; name: string } }[] {
  const surfaces = plan.atlas.charts.map(({ surface }) => surface)
  return surfaces.flatMap((surface) => {
    const { part } = surface
    if (part?.kind !== 'ball') return []
    const points = pointsOf(surface)
    const most = surfaces
      .filter((other) => other !== surface)
      .map((other) => ({
        share: points.filter((point) => other.holds(point, 0)).length / points.length,
        name: other.name,
      }))
      .reduce((a, b) => (b.share > a.share ? b : a))
    return [{ surface, part, most }]
  })
}

/** A step without the zones that are gone; nothing where it names nothing else. */
function withoutGone(step: Step, known: ReadonlySet<string>): Partial<Step> | null {
  if (!('place' in step)) return null
  const on = (step.place.on ?? []).filter((key) => known.has(key))
  return on.length || step.place.parts.length ? ({ place: { ...step.place, on } } as Partial<Step>) : null
}

export const partRules: readonly Rule[] = [
  {
    id: 'parts-in-one-place',
    description: 'each part has its own place on the form',
    school: null,
    severity: 'ruin',
    check: (plan) => {
      const { parts } = plan.piece.form
      const patches = hiddenPatches(plan.form, parts)
      const pair = patches.flatMap((a, i) =>
        patches
          .slice(i + 1)
          .filter((b) => a.part !== b.part && !(isBall(a) && isBall(b)) && collide(a, b))
          .map((b) => [a, b] as const),
      )[0]
      if (!pair) return []
      const [a, b] = pair
      const turned = (b.part.degrees + 180) % 360
      return [
        {
          stepId: null,
          where: `${nameIn(plan, a.part)} and ${nameIn(plan, b.part)}`,
          sentence: `The ${nameIn(plan, a.part)} and the ${nameIn(plan, b.part)} stand in one place, at ${Math.round(b.part.degrees)}°.`,
          because: 'Two parts cannot be joined to the same spot.',
          mends: [
            changePart(plan, `Turn the ${nameIn(plan, b.part)} to ${Math.round(turned)}°`, b.part.id, {
              degrees: turned,
            }),
          ],
        },
      ]
    },
  },
  {
    id: 'part-is-gone',
    description: 'a step acts on what the form has',
    school: null,
    severity: 'risk',
    check: (plan) => {
      const known = new Set(joinedZones(plan.piece.form).map(({ key }) => key))
      const surfaces = new Set(plan.atlas.charts.map(({ surface }) => surface.id))
      return plan.steps.flatMap((step, index): RuleHit[] => {
        const motif = 'motif' in step ? step.motif : null
        const lostMotif = motif?.on !== undefined && !surfaces.has(motif.on)
        const lost = 'place' in step && !motif && (step.place.on ?? []).some((key) => !known.has(key))
        if (!lostMotif && !lost) return []
        const less = lost ? withoutGone(step, known) : null
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'This step is planned on a part that the form no longer has, and reaches nothing there.',
            because: 'A step follows its part: where that was taken off, it has nowhere to act.',
            mends: [
              lostMotif
                ? changeStep(plan, 'Put it on the wall', step.id, {
                    motif: { ...motif, on: undefined },
                  } as Partial<Step>)
                : less
                  ? changeStep(plan, 'Leave that part out', step.id, less)
                  : removeStep(plan, 'Leave the step out', step.id),
            ],
          },
        ]
      })
    },
  },
  {
    id: 'part-hangs-in-the-air',
    description: 'every part is joined to something',
    school: null,
    severity: 'ruin',
    check: (plan) =>
      loosely(plan).flatMap(({ surface, part, most }): RuleHit[] =>
        most.share > 0
          ? []
          : [
              {
                stepId: null,
                where: surface.name,
                sentence: `The ${surface.name} touches nothing: it hangs in the air.`,
                because: 'A part needs a joint: scored, with slip, and pressed together.',
                mends: [
                  changePart(plan, `Move it in by ${inMm(Math.max(2, Math.round(part.thickMm / 3)))}`, part.id, {
                    outMm: (part.outMm ?? 0) - Math.max(2, Math.round(part.thickMm / 3)),
                  }),
                ],
              },
            ],
      ),
  },
  {
    id: 'part-is-swallowed',
    description: 'parts can be seen',
    school: null,
    severity: 'note',
    check: (plan) =>
      loosely(plan).flatMap(({ surface, part, most }): RuleHit[] =>
        most.share < SWALLOWED
          ? []
          : [
              {
                stepId: null,
                where: surface.name,
                sentence: `The ${surface.name} lies almost wholly inside the ${most.name}, and hardly any of it is seen.`,
                because: 'What a joint hides is neither decorated nor seen.',
                mends: [
                  changePart(plan, `Move it out by ${inMm(Math.round(part.thickMm / 2))}`, part.id, {
                    outMm: (part.outMm ?? 0) + Math.round(part.thickMm / 2),
                  }),
                ],
              },
            ],
      ),
  },
]
