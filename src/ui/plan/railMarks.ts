import { SEVERITIES, type Finding, type Severity } from '@/core/judge/finding'

/** Measures of the rail on screen, px. */
export const RAIL = { height: 210, axis: 88, tagWidth: 126, tagHeight: 46 } as const

/** The worst of what is said of a step. */
export const worstOf = (findings: readonly Finding[], id: string): Severity | null =>
  SEVERITIES.find((s) => findings.some((f) => f.stepId === id && f.severity === s)) ?? null
