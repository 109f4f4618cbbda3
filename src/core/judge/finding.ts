import type { Command } from '../model/command'
import type { Ways } from '../model/studio'

/** ruin: the piece or the shelf is lost · risk: it will probably disappoint · note: worth knowing. */
export const SEVERITIES = ['ruin', 'risk', 'note'] as const

export type Severity = (typeof SEVERITIES)[number]

/** A change to the plan that answers a finding. */
export interface Mend {
  readonly label: string
  readonly command: Command
}

/** What a rule saw in a plan. */
export interface RuleHit {
  readonly stepId: string | null
  /** Where on the piece, in words. */
  readonly where: string
  /** What goes wrong, in one sentence. */
  readonly sentence: string
  /** Why, in one sentence. */
  readonly because: string
  /** Overrides the severity of the rule. */
  readonly severity?: Severity
  readonly mends: readonly Mend[]
}

/** A judgement on a plan. */
export interface Finding extends RuleHit {
  /** Other places of which the same is to be said. */
  readonly also: readonly Pick<RuleHit, 'stepId' | 'where'>[]
  readonly ruleId: string
  readonly severity: Severity
  readonly school: keyof Ways | null
}
