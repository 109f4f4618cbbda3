import type { Ways } from '../model/studio'
import type { Severity, RuleHit } from './finding'
import type { JudgedPlan } from './judgedPlan'

/** One rule: what it is called, whose school it follows, how grave it is, and what it sees in a plan. */
export interface Rule {
  readonly id: string
  /** What the rule guards, in a few words, for the list of rules. */
  readonly description: string
  readonly school: keyof Ways | null
  readonly severity: Severity
  readonly check: (plan: JudgedPlan) => RuleHit[]
}
