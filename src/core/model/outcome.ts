import * as z from '../base/zod'
import { instant } from './room'

/** Faults that a kiln shows, by their common names. */
export const FAULTS = [
  'crawl',
  'pinhole',
  'blister',
  'shiver',
  'craze',
  'run',
  'stuck',
  'pale',
  'streaky',
  'smeared',
  'flaked',
  'crack',
  'warp',
  'colour',
] as const

export type Fault = (typeof FAULTS)[number]

export const VERDICTS = ['good', 'second', 'lost'] as const

export type Verdict = (typeof VERDICTS)[number]

/** How one pot came out of a firing; the latest of a pot and firing counts. */
export const outcomeSchema = z.strictObject({
  pot: z.int().min(1).max(500),
  at: instant,
  /** The firing step of the plan. */
  stepId: z.string().min(1).max(64),
  verdict: z.enum(VERDICTS),
  faults: z
    .array(z.strictObject({ fault: z.enum(FAULTS), where: z.string().max(120), stepId: z.string().max(64).nullable() }))
    .max(20),
  note: z.string().max(1000),
})

export type Outcome = z.infer<typeof outcomeSchema>

/** The latest outcome of each pot, of a firing or of the last one it has been through. */
export function latestOutcomes(outcomes: readonly Outcome[], stepId?: string): Map<number, Outcome> {
  const latest = new Map<number, Outcome>()
  for (const outcome of outcomes) if (!stepId || outcome.stepId === stepId) latest.set(outcome.pot, outcome)
  return latest
}
