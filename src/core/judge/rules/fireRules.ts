import { coneIndex, CONES, conesOutside, type Cone, type ConeRange } from '../../firing/cones'
import type { Medium } from '../../vocabulary/material'
import { isA, mediaOfStep, type Step } from '../../plan/step'
import * as build from '../../plan/build'
import { coverageAt } from '../coverage'
import type { Mend, RuleHit } from '../finding'
import { colourApart } from '../likeness'
import { addStep, changeStep, together } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

interface Used {
  readonly medium: Medium
  readonly stepId: string
  readonly index: number
}

/** Media in the plan that the firing at `fireIndex` heats. */
const heated = (plan: JudgedPlan, fireIndex: number): Used[] =>
  plan.steps.slice(0, fireIndex).flatMap((step, index) =>
    mediaOfStep(step).flatMap((id) => {
      const medium = plan.medium(id)
      return medium && !MEDIUM_KIND[medium.kind].resists ? [{ medium, stepId: step.id, index }] : []
    }),
  )

/** The cone nearest to `wanted` that lies in all ranges; null when they share none. */
export function sharedCone(ranges: readonly ConeRange[], wanted: Cone): Cone | null {
  const fits = CONES.filter((cone) => ranges.every((range) => conesOutside(cone, range) === 0))
  const distance = (cone: Cone) => Math.abs(coneIndex(cone) - coneIndex(wanted))
  return fits.length ? fits.reduce((best, cone) => (distance(cone) < distance(best) ? cone : best)) : null
}

/**
 * A cone for a clay and what is on it: in its range the one that most of these media stand, then the one that most jars of their kinds
 * do, so that the others can be replaced, then the nearest to `wanted`. Null for a clay without a cone.
 */
function coneFor(plan: JudgedPlan, media: readonly Medium[], wanted: Cone): Cone | null {
  const kinds = new Set(media.map(({ kind }) => kind))
  const standing = (of: readonly Medium[], cone: Cone) =>
    of.filter(({ range }) => conesOutside(cone, range) === 0).length
  const jars = plan.jars.filter(({ kind }) => kinds.has(kind))
  const scored = CONES.filter((cone) => conesOutside(cone, plan.body.range) === 0).map((cone) => ({
    cone,
    by: [standing(media, cone), standing(jars, cone), -Math.abs(coneIndex(cone) - coneIndex(wanted))],
  }))
  scored.sort((a, b) => b.by[0] - a.by[0] || b.by[1] - a.by[1] || b.by[2] - a.by[2])
  return scored.at(0)?.cone ?? null
}

/** As many coats of another jar as cover where a step is to cover. */
function coatsOf(plan: JudgedPlan, step: Step, mediumId: string): { coats?: number } {
  if (!isA(step, 'coating') || step.intent !== 'cover') return {}
  const needed = coverageAt(plan, plan.steps.indexOf(step), { ...step, mediumId })?.toGive ?? step.coats
  return needed > step.coats ? { coats: needed } : {}
}

/** Of the media of the same kind that stand this cone the nearest in colour, wherever the firing heats the other. */
function replacements(plan: JudgedPlan, { medium }: Used, fireIndex: number, cone: Cone): Mend[] {
  const laid = plan.steps.slice(0, fireIndex).filter((step) => 'mediumId' in step && step.mediumId === medium.id)
  if (!laid.length) return []
  return plan.jars
    .filter((m) => m.kind === medium.kind && m.id !== medium.id && conesOutside(cone, m.range) === 0)
    .sort((a, b) => colourApart(a, medium) - colourApart(b, medium))
    .slice(0, 1)
    .map((m) => {
      const label = `Use ${m.name} instead`
      return together(
        label,
        laid.map((step) => changeStep(plan, label, step.id, { mediumId: m.id, ...coatsOf(plan, step, m.id) })),
      )
    })
}

export const fireRules: readonly Rule[] = [
  {
    id: 'medium-outside-range',
    description: 'every medium in its firing range',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('firing').flatMap(({ step: fire, index }): RuleHit[] => {
        const seen = new Set<string>()
        return heated(plan, index).flatMap((used): RuleHit[] => {
          const { medium, stepId } = used
          const out = conesOutside(fire.cone, medium.range)
          const tooCool = out < 0 && (MEDIUM_KIND[medium.kind].melts !== 'glass' || fire.firing !== 'glaze')
          if (out === 0 || tooCool || seen.has(medium.id)) return []
          seen.add(medium.id)
          const ranges = heated(plan, index).map((u) => u.medium.range)
          const cone = sharedCone([plan.body.range, ...ranges], fire.cone)
          const instead = replacements(plan, used, index, fire.cone)
          // No cone suits all, and no jar suits this one: it suits the clay and this medium, and the others are replaced.
          const own = cone || instead.length ? null : sharedCone([plan.body.range, medium.range], fire.cone)
          const hot = out > 0
          const overGlaze = hot && MEDIUM_KIND[medium.kind].flows
          return [
            {
              stepId,
              where: `firing to cone ${fire.cone}`,
              severity: overGlaze ? 'ruin' : 'risk',
              sentence: overGlaze
                ? `${medium.name} is for cone ${medium.range.from} to ${medium.range.to}; at cone ${fire.cone} it runs off the pot.`
                : hot
                  ? `${medium.name} ${medium.fugitive ? 'burns out' : 'fades'} above cone ${medium.range.to}; ` +
                    `this firing goes to cone ${fire.cone}.`
                  : `${medium.name} does not melt at cone ${fire.cone}; it needs cone ${medium.range.from} to ${medium.range.to}.`,
              because: hot
                ? 'Colour and melt are made for a range of heat; beyond it they change for good.'
                : 'Underfired glaze stays dull, rough and porous.',
              mends: [
                ...[cone ?? own].flatMap((to) =>
                  to ? [changeStep(plan, `Fire to cone ${to}`, fire.id, { cone: to })] : [],
                ),
                ...instead,
              ],
            },
          ]
        })
      }),
  },
  {
    id: 'body-outside-range',
    description: 'the body reaches its range and not more',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('firing').flatMap(({ step: fire, index }): RuleHit[] => {
        const out = conesOutside(fire.cone, plan.body.range)
        if (out === 0 || (out < 0 && fire.firing !== 'glaze')) return []
        const media = [...new Set(heated(plan, index).map(({ medium }) => medium))]
        const cone =
          sharedCone([plan.body.range, ...media.map(({ range }) => range)], fire.cone) ??
          coneFor(plan, media, fire.cone)
        return [
          {
            stepId: fire.id,
            where: `step ${index + 1}`,
            severity: out > 2 ? 'ruin' : 'risk',
            sentence:
              out > 0
                ? `Cone ${fire.cone} is too hot for ${plan.body.name}, which stands cone ${plan.body.range.to}; it slumps or bloats.`
                : `Cone ${fire.cone} does not mature ${plan.body.name}, which needs cone ${plan.body.range.from}.`,
            because:
              out > 0
                ? 'A body past its range melts from within.'
                : 'An underfired body stays weak and lets water through.',
            mends: cone ? [changeStep(plan, `Fire to cone ${cone}`, fire.id, { cone })] : [],
          },
        ]
      }),
  },
  {
    id: 'not-fired-at-the-end',
    description: 'the plan ends in a firing that finishes the piece',
    school: null,
    severity: 'risk',
    check: (plan) => {
      if (!plan.steps.length) return []
      const last = plan.times[plan.times.length - 1].stage
      const glazed = plan.of('glazing').length > 0
      if (last === 'fired' || (last === 'bisque' && !glazed)) {
        if (last === 'fired' || plan.piece.use === 'display') return []
      }
      const cone =
        sharedCone(
          [plan.body.range, ...plan.of('glazing').flatMap(({ step }) => plan.medium(step.mediumId)?.range ?? [])],
          plan.body.range.from,
        ) ?? plan.body.range.from
      const firstBisque = last !== 'bisque' && last !== 'glazedRaw'
      return [
        {
          stepId: null,
          where: 'end of the plan',
          sentence: firstBisque
            ? 'The plan ends with unfired clay.'
            : glazed && last === 'glazedRaw'
              ? 'The plan ends before the glaze is fired.'
              : 'The plan ends at the bisque; nothing seals the piece.',
          because: 'Only the fire makes it last; raw work does not survive handling or water.',
          mends:
            firstBisque && !glazed
              ? [
                  addStep(
                    plan,
                    `Add a bisque to cone ${plan.body.bisqueCone}`,
                    plan.steps.length,
                    build.fire('bisque', plan.body.bisqueCone),
                  ),
                ]
              : [addStep(plan, `Add a glaze firing to cone ${cone}`, plan.steps.length, build.fire('glaze', cone))],
        },
      ]
    },
  },
]
