import { describe, expect, it } from 'vitest'
import { applyCommand } from '../model/command'
import type { Piece } from '../model/piece'
import type { Studio } from '../model/studio'
import {
  bisque,
  coat,
  dry,
  findingsOf,
  finish,
  foot,
  glaze,
  glost,
  inside,
  leather,
  MISTAKES,
  outside,
  planned,
  saidOf,
  studio,
  wipe,
} from './fixtures/mistakes'

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

describe('mends of a plan of which a step is left out', () => {
  /** The acts of a plan after the first mend of a rule, what is left out in brackets; ids beside steps that a mend added. */
  function mended(rule: string, piece: Piece): string {
    const mend = findingsOf(piece).find(({ ruleId }) => ruleId === rule)?.mends[0]
    if (!mend) throw new Error('no mend')
    const done = applyCommand({ ...studio, pieces: { p: piece }, order: ['p'] } as Studio, mend.command)
    if (!done.ok) throw new Error(JSON.stringify(done.issue))
    const { steps } = done.value.pieces.p
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length)
    return steps.map(({ act, mishap }) => (mishap === 'skipped' ? `(${act})` : act)).join(', ')
  }

  const leftOut = (piece: Piece, ...at: number[]): Piece => ({
    ...piece,
    steps: piece.steps.map((step, i) => (at.includes(i) ? { ...step, mishap: 'skipped' } : step)),
  })

  it('what is added stands where it belongs, and not as many places too early', () => {
    const piece = leftOut(planned([leather, coat('marsh-black', 3), dry, ...finish]), 1, 4)
    expect(mended('dust-under-glaze', piece)).toBe(
      'bring, (coat), bring, fire, (wipeDust), wipeDust, glaze, glaze, cleanFoot, fire',
    )
  })

  it('what is moved passes what is left out', () => {
    const steps = [
      leather,
      coat('marsh-black', 3),
      dry,
      bisque,
      wipe,
      glaze(outside()),
      glaze(inside, 'pour'),
      foot,
      glost(),
    ]
    expect(mended('outside-before-inside', leftOut(planned(steps), 1))).toBe(
      'bring, (coat), bring, fire, wipeDust, glaze, glaze, cleanFoot, fire',
    )
  })

  it('what is added has an id of its own, though what was left out has the one that comes next', () => {
    const plain = planned([dry, bisque, wipe, wipe, glaze(inside, 'pour'), foot, glost()])
    const steps = plain.steps.map((step, i) => (i === 2 ? { ...step, id: 'mend-6' } : step))
    expect(mended('dust-under-glaze', leftOut({ ...plain, steps }, 2, 3))).toContain('(wipeDust), (wipeDust), wipeDust')
  })
})
