/** The bench card as plain data: what is printed, in order. */
export interface BenchCard {
  readonly title: string
  readonly subtitle: string
  readonly facts: readonly string[]
  readonly steps: readonly BenchCardStep[]
  readonly openFindings: readonly string[]
  readonly caution: string
}

export interface BenchCardStep {
  readonly number: number
  readonly stage: string
  readonly title: string
  readonly detail: string
  /** Boxes to tick, one a coat. */
  readonly boxes: number
  /** The pots that have a tally of their own. */
  readonly pots: readonly number[]
  /** Material and minutes for one piece. */
  readonly takes: string
  /** What to wait for, with its time. */
  readonly wait: string
  readonly lookFor: string
  readonly caution: string
  readonly done: boolean
}
