import { describe, expect, it } from 'vitest'
import { applyCommand } from '../model/command'
import type { Studio } from '../model/studio'
import { findingsOf, MISTAKES, planned, saidOf, studio } from './fixtures/mistakes'

/*
 * What is still offered when the step that is spoken of went otherwise than planned, and it and all before it are done: nothing that
 * would change what has been done.
 */

const offered = MISTAKES.filter(({ mends }) => mends).map(({ rule, what, steps, piece, ways, jar }) => {
  const fresh = planned(steps, piece)
  const stepId = saidOf(rule, fresh, ways, jar)[0]?.stepId ?? fresh.steps[0].id
  const at = fresh.steps.findIndex(({ id }) => id === stepId)
  const done = fresh.steps.map((step, i) => ({ ...step, done: i <= at }))
  const half = { ...fresh, steps: done, otherwise: [{ stepId, changes: {}, mishap: null }] }
  return {
    name: `${rule}: ${what}`,
    half,
    at,
    mends: findingsOf(half, ways, jar).flatMap((found) => (found.ruleId === rule ? found.mends : [])),
  }
})

describe('mends of what has been done otherwise', () => {
  it.each(offered.map((one) => [one.name, one] as const))('%s', (_, { half, at, mends }) => {
    for (const { command } of mends) {
      const after = applyCommand({ ...studio, pieces: { p: half }, order: ['p'] } as Studio, command)
      if (!after.ok) throw new Error(JSON.stringify(after.issue))
      expect(after.value.pieces.p.steps.slice(0, at + 1)).toEqual(half.steps.slice(0, at + 1))
    }
  })

  it('what is left of them', () => {
    expect(
      offered
        .map(({ name, mends }) => `${name}: ${mends.map(({ label }) => label).join(', ') || 'nothing'}`)
        .join('\n'),
    ).toMatchSnapshot()
  })
})
