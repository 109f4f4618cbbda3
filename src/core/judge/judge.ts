import { ok, type Result } from '../base/result'
import type { Piece } from '../model/piece'
import type { Studio } from '../model/studio'
import type { CompiledPlan } from '../plan/compilePlan'
import { notSkipped } from '../plan/mishap'
import { joinAlike } from './alike'
import { SEVERITIES, type Finding } from './finding'
import { JudgedPlan } from './judgedPlan'
import type { Rule } from './rule'
import { standingMends } from './standingMends'
import { carveRules } from './rules/carveRules'
import { coatRules } from './rules/coatRules'
import { dryingRules } from './rules/dryingRules'
import { etchRules } from './rules/etchRules'
import { fireRules } from './rules/fireRules'
import { glazeRules } from './rules/glazeRules'
import { inlayRules } from './rules/inlayRules'
import { jarRules } from './rules/jarRules'
import { layerRules } from './rules/layerRules'
import { motifRules } from './rules/motifRules'
import { orderRules } from './rules/orderRules'
import { sideRules } from './rules/sideRules'
import { sprayRules } from './rules/sprayRules'
import { areaRules } from './rules/areaRules'
import { partRules } from './rules/partRules'
import { stageRules } from './rules/stageRules'
import { textureRules } from './rules/textureRules'

/** All rules. */
export const RULES: readonly Rule[] = [
  ...stageRules,
  ...dryingRules,
  ...coatRules,
  ...orderRules,
  ...sprayRules,
  ...carveRules,
  ...motifRules,
  ...areaRules,
  ...partRules,
  ...inlayRules,
  ...etchRules,
  ...textureRules,
  ...layerRules,
  ...glazeRules,
  ...sideRules,
  ...jarRules,
  ...fireRules,
]

/**
 * Judges a plan, or what was done of one: findings worst first, in the order of the plan within a severity, with mends of what can
 * still be done. Fails when the form cannot be built.
 */
export function judge(piece: Piece, studio: Studio, compiled?: CompiledPlan): Result<Finding[]> {
  const steps = piece.steps.filter(notSkipped)
  const whole = steps.length === piece.steps.length
  const plan = JudgedPlan.of(whole ? piece : { ...piece, steps }, studio, whole ? compiled : undefined)
  if (!plan.ok) return plan
  return ok(judgePlan(plan.value).map((finding) => ({ ...finding, mends: standingMends(finding.mends, piece, steps) })))
}

/** Findings of some rules, or all, on a plan. */
export function judgePlan(plan: JudgedPlan, rules: readonly Rule[] = RULES): Finding[] {
  const place = (stepId: string | null) =>
    stepId === null ? Infinity : plan.steps.findIndex((step) => step.id === stepId)
  const found = rules
    .flatMap((rule): Finding[] =>
      rule.check(plan).map((hit) => ({
        ...hit,
        ruleId: rule.id,
        school: rule.school,
        severity: hit.severity ?? rule.severity,
        also: [],
      })),
    )
    .sort(
      (a, b) => SEVERITIES.indexOf(a.severity) - SEVERITIES.indexOf(b.severity) || place(a.stepId) - place(b.stepId),
    )
  return joinAlike(found)
}
