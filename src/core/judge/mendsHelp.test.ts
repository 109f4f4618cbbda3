import { describe, expect, it } from 'vitest'
import { applyCommand } from '../model/command'
import type { Studio } from '../model/studio'
import { findingsOf, MISTAKES, planned, studio } from './fixtures/mistakes'

/* Each mend of each mistake, carried out: the rule has nothing more to say of that step, and nothing worse has come of it. */

const offered = MISTAKES.flatMap((mistake) => {
  const plan = planned(mistake.steps, mistake.piece)
  const found = findingsOf(plan, mistake.ways, mistake.jar)
  return found
    .filter(({ ruleId }) => ruleId === mistake.rule)
    .flatMap(({ stepId, mends }) =>
      mends.map(({ label, command }) => ({
        ...mistake,
        name: `${mistake.what}: ${label}`,
        plan,
        found,
        stepId,
        command,
      })),
    )
})

/** What still has to be said afterwards, and why it is right to say it. */
const SAID_AFTER: Readonly<Record<string, string>> = {
  'three coats on a dry mug with a thin handle: Only 1 now': 'too-few-coats: the others are laid when it has dried',
  'two coats on a dry thin handle: Only 1 now': 'too-few-coats: the others are laid when it has dried',
  'earthenware fired to stoneware: Fire to cone 04': 'medium-outside-range: its glaze was for stoneware',
  'stoneware fired as earthenware: Fire to cone 5': 'medium-outside-range: its glaze was for earthenware',
  'glaze carved without wax and glazed over: Wax it before it is carved':
    'contrast-low: amber reads softly on white, and no more',
  'a dip with nothing wiped: Put a waster slab under it': 'glaze-on-foot: the slab has to be ground off',
  'only 3 mm wiped: Put a waster slab under it': 'glaze-on-foot: the slab has to be ground off',
  'wiped before the dip: Put a waster slab under it': 'glaze-on-foot: the slab has to be ground off',
  'no firing at all: Add a bisque to cone 04': 'not-fired-at-the-end: nothing seals it yet',
}

describe('what a mend does', () => {
  it.each(offered.map((one) => [one.rule, one.name, one] as const))('%s: %s', (_, name, one) => {
    const { plan, rule, found, stepId, command, ways, jar } = one
    const done = applyCommand({ ...studio, pieces: { p: plan }, order: ['p'] } as Studio, command)
    if (!done.ok) throw new Error(JSON.stringify(done.issue))
    const known = new Set(found.map(({ ruleId }) => ruleId))
    const left = findingsOf(done.value.pieces.p, ways, jar).filter(({ ruleId, stepId: at, severity }) =>
      ruleId === rule ? at === stepId : !known.has(ruleId) && severity !== 'note',
    )
    expect([...new Set(left.map(({ ruleId }) => ruleId))].join()).toBe(SAID_AFTER[name]?.split(':')[0] ?? '')
  })

  it('offers jars of the cupboard only, where colours are mixed too', () => {
    const jars = Object.keys(studio.media)
    const offeredJars = MISTAKES.flatMap(({ steps, piece, ways, jar }) => {
      const stirred = steps.map((step) =>
        step.act === 'coat' ? { ...step, mix: [{ mediumId: 'tide-blue', parts: 1 }] } : step,
      )
      const text = JSON.stringify(
        findingsOf(planned(stirred as typeof steps, piece), ways, jar).map(({ mends }) => mends),
      )
      return [...text.matchAll(/"mediumId":"([^"]*)"/g)].map(([, id]) => id)
    })
    expect(offeredJars.length).toBeGreaterThan(10)
    expect(offeredJars.filter((id) => !jars.includes(id))).toEqual([])
  })

  it('there is nothing to explain that is not said', () => {
    expect(Object.keys(SAID_AFTER).filter((name) => !offered.some((one) => one.name === name))).toEqual([])
  })
})
