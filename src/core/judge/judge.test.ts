import { describe, expect, it } from 'vitest'
import { applyCommand } from '../model/command'
import * as build from '../plan/build'
import type { Studio } from '../model/studio'
import { timeline } from '../plan/timeline'
import {
  bisque,
  carve,
  coat,
  divide,
  dry,
  findingsOf,
  finish,
  glaze,
  leather,
  MISTAKES,
  outside,
  planned,
  saidBy,
  saidOf,
  studio,
} from './fixtures/mistakes'
import { judge, RULES } from './judge'
import { moveToStage } from './mends'
import { JudgedPlan } from './judgedPlan'
import { sharedCone } from './rules/fireRules'
import { coverOf } from '../colour/cover'

/* What is said of plans with mistakes, and what the first mend does. */

describe('the judge', () => {
  it.each(MISTAKES.map((m) => [m.rule, m.what, m] as const))('%s sees %s', (_, __, mistake) => {
    const [finding] = saidBy(mistake.rule, mistake)
    expect(finding?.severity).toBe(mistake.severity)
    expect(finding?.sentence).toMatch(/\.$/)
    expect(finding?.because).toMatch(/\.$/)
    expect(finding?.where.length).toBeGreaterThan(0)
  })

  it.each(MISTAKES.filter((m) => m.mends).map((m) => [m.rule, m.what, m] as const))(
    'the first mend of %s settles %s',
    (_, __, { rule, steps, piece, ways, jar }) => {
      const before = planned(steps, piece)
      const [finding] = saidOf(rule, before, ways, jar)
      const command = finding?.mends[0]?.command
      if (!command) throw new Error('no mend was offered')
      const applied = applyCommand({ ...studio, pieces: { p: before }, order: ['p'] } as Studio, command)
      if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
      const after = saidOf(rule, applied.value.pieces.p, ways, jar).filter((f) => f.stepId === finding?.stepId)
      expect(after.filter((f) => f.severity === finding?.severity)).toEqual([])
    },
  )

  it.each(MISTAKES.map((m) => [m.rule, m.what, m] as const))(
    'what %s says of %s, word for word, and what its mends change',
    (rule, _, mistake) => {
      const said = saidBy(rule, mistake).map(({ stepId, where, sentence, because, mends }) => [
        `${stepId ?? 'no step'}, ${where}: ${sentence} ${because}`,
        ...mends.map(({ label, command }) => `${label}: ${JSON.stringify(command)}`),
      ])
      expect(said).toMatchSnapshot()
    },
  )

  it('every rule is made to speak by one of these plans, and has a name and a guard', () => {
    expect(new Set(MISTAKES.map((m) => m.rule))).toEqual(new Set(RULES.map((r) => r.id)))
    expect(RULES.length).toBeGreaterThanOrEqual(15)
    for (const rule of RULES) expect(rule.description.length).toBeGreaterThan(5)
  })

  it('a sound plan has nothing to settle', () => {
    expect(findingsOf(planned([leather, coat('marsh-black', 3), divide, carve(), dry, ...finish]))).toEqual([])
    expect(findingsOf(studio.pieces['reed-jugs'])).toEqual([])
  })

  it('puts the worst first', () => {
    const order = findingsOf(planned([coat('marsh-black', 1), carve({ depthMm: 2.5 }), glaze(outside())])).map(
      (f) => f.severity,
    )
    expect(order).toEqual(
      [...order].sort((a, b) => ['ruin', 'risk', 'note'].indexOf(a) - ['ruin', 'risk', 'note'].indexOf(b)),
    )
    expect(order[0]).toBe('ruin')
  })

  it('says nothing about an empty plan', () => {
    expect(findingsOf(planned([]))).toEqual([])
  })

  it('counts the coats from the simulated opacity: one black covers a dark body, four yellows are needed', () => {
    const needed = (mediumId: string) =>
      findingsOf(planned([leather, coat(mediumId, 1), dry, bisque], { bodyId: 'peat-dark', use: 'display' })).find(
        (f) => f.ruleId === 'too-few-coats',
      )?.mends[0].label
    expect(needed('marsh-black')).toBeUndefined()
    expect(needed('gorse-yellow')).toBe('Give it 4 coats')
    const lightness = (values: readonly number[]) => coverOf((n) => [values[Math.min(n, values.length - 1)], 0, 0])
    expect(lightness([90, 60, 52, 50.5, 50]).needed).toBe(2)
    expect(lightness([90, 80, 70, 60, 58, 56, 54, 53, 40]).needed).toBe(8)
  })

  it('where the jar says how many coats, that is what is asked, by each applicator', () => {
    const blue = studio.media['tide-blue']
    const jarOf = (coats: typeof blue.coats) => ({
      ...studio,
      media: { ...studio.media, 'tide-blue': { ...blue, coats } },
    })
    const asked = (applicator: 'brush' | 'bottle', coats: typeof blue.coats) => {
      const result = judge(planned([leather, coat('tide-blue', 1, { applicator }), dry, ...finish]), jarOf(coats))
      return result.ok ? result.value.find((f) => f.ruleId === 'too-few-coats')?.mends[0].label : 'no judgement'
    }
    expect(asked('brush', { brush: 5 })).toBe('Give it 5 coats')
    expect(asked('brush', { bottle: 5 })).toBe(asked('brush', {}))
    expect(asked('bottle', {})).toBeUndefined()
    expect(asked('bottle', { bottle: 2 })).toBe('Give it 2 coats')
  })

  it('a blush is thin on purpose', () => {
    expect(
      findingsOf(planned([leather, coat('thrift-pink', 1, { intent: 'blush' }), dry, ...finish])).filter(
        (f) => f.ruleId === 'too-few-coats',
      ),
    ).toEqual([])
  })

  it('shares a cone between ranges, nearest to what was wanted', () => {
    expect(
      sharedCone(
        [
          { from: '5', to: '6' },
          { from: '5½', to: '8' },
        ],
        '10',
      ),
    ).toBe('6')
    expect(
      sharedCone(
        [
          { from: '06', to: '04' },
          { from: '5', to: '6' },
        ],
        '05',
      ),
    ).toBeNull()
  })

  it('moves a step to a stage that the plan passes, adding the stop', () => {
    const piece = planned([dry, coat('peat-slip', 2), bisque])
    const plan = JudgedPlan.of(piece, studio)
    if (!plan.ok) throw new Error('no plan')
    const mend = moveToStage(plan.value, piece.steps[1], 'leatherHard', 'Move')
    const applied = applyCommand(
      { ...studio, pieces: { p: piece }, order: ['p'] },
      mend?.command ?? { type: 'studio.rename', name: '' },
    )
    if (!applied.ok) throw new Error('the mend failed')
    const { steps } = applied.value.pieces.p
    const at = steps.findIndex((s) => s.act === 'coat')
    expect(timeline(steps)[at].stage).toBe('leatherHard')
    expect(moveToStage(plan.value, piece.steps[1], 'fired', 'Move')).toBeNull()
  })

  it('refuses a form that cannot be built', () => {
    const piece = planned([])
    expect(judge({ ...piece, form: { ...piece.form, sizes: { ...piece.form.sizes, wallMm: 50 } } }, studio).ok).toBe(
      false,
    )
  })

  it('wiping before the bisque is no wiping, and tape peeled after the fire is not off', () => {
    const early = planned([dry, { act: 'wipeDust' }, bisque, glaze(outside())])
    expect(saidOf('dust-under-glaze', early)).toHaveLength(1)
    const late = planned([leather, build.mask(outside(40, 50)), coat('tide-blue', 3), dry, bisque, build.peel()])
    expect(saidOf('tape-left-on', late)).toHaveLength(1)
  })

  it('half a coat too few is let pass, more is not', () => {
    const asked = {
      ...studio,
      media: { ...studio.media, 'tide-blue': { ...studio.media['tide-blue'], coats: { brush: 3 } } },
    }
    const thinned = (water: number) => {
      const result = judge(planned([leather, coat('tide-blue', 3, { water }), dry, ...finish]), asked)
      return result.ok ? result.value.filter((f) => f.ruleId === 'too-few-coats').length : -1
    }
    expect(thinned(0.15)).toBe(0)
    expect(thinned(0.2)).toBe(1)
  })
})
