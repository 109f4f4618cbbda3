import { describe, expect, it } from 'vitest'
import type { Stage } from '../clay/stages'
import { applyCommand } from '../model/command'
import * as build from '../plan/build'
import type { StepContent } from '../plan/step'
import { bisque, carve, coat, dry, findingsOf, leather, planned, studio } from './fixtures/mistakes'
import { JudgedPlan } from './judgedPlan'
import { dryFirst, dryLess } from './otherDrying'

/* A step that stands right in its plan but at the wrong dryness: the drying is changed, not the order. Common practice, no source. */

const hard = build.bring('hardLeatherHard')
const slip = coat('chalk-slip', 3)

function mended(how: typeof dryLess, steps: StepContent[], at: number, stage: Stage, done = 0): string | null {
  const plain = planned(steps)
  const piece = { ...plain, steps: plain.steps.map((step, i) => ({ ...step, done: i < done })) }
  const plan = JudgedPlan.of(piece, studio)
  if (!plan.ok) throw new Error('no plan')
  const mend = how(plan.value, piece.steps[at], stage)
  if (!mend) return null
  const applied = applyCommand({ ...studio, pieces: { p: piece }, order: ['p'] }, mend.command)
  if (!applied.ok) throw new Error('the mend failed')
  const acts = applied.value.pieces.p.steps.map((s) => (s.act === 'bring' ? s.to : s.act))
  return `${mend.label}: ${acts.join(', ')}`
}

describe('the drying that came too early', () => {
  it('ends sooner, where the clay was damper before it', () => {
    expect(mended(dryLess, [dry, slip, dry, bisque], 1, 'leatherHard')).toBe(
      'Dry it to leather-hard only: leatherHard, coat, boneDry, fire',
    )
  })

  it('is left out, where the clay was right before it', () => {
    expect(mended(dryLess, [leather, dry, slip, carve(), dry, bisque], 2, 'leatherHard')).toBe(
      'Leave out step 2, the drying: leatherHard, coat, carve, boneDry, fire',
    )
  })

  it.each([
    ['the clay is damp enough', [leather, slip, dry, bisque], 1, 'leatherHard', 0],
    ['the clay is dry already', [dry, slip, dry, bisque], 1, 'leatherHard', 1],
    ['it would be fired damp', [dry, slip, bisque], 1, 'leatherHard', 0],
    ['the fire has been at it', [dry, bisque, slip], 2, 'leatherHard', 0],
    ['the stage is one of the kiln', [dry, slip, dry, bisque], 1, 'bisque', 0],
    ['no step is the better for it', [dry, coat('marsh-black', 3), dry, bisque], 1, 'leatherHard', 0],
  ] as const)('stays where %s', (_, steps, at, stage, done) => {
    expect(mended(dryLess, [...steps], at, stage, done)).toBeNull()
  })
})

describe('the drying that is missing', () => {
  it('comes before the step', () => {
    expect(mended(dryFirst, [coat('marsh-black', 3), carve(), dry, bisque], 0, 'leatherHard')).toBe(
      'Let it dry to leather-hard first: leatherHard, coat, carve, boneDry, fire',
    )
  })

  it.each([
    ['the clay is firm enough', [hard, slip, dry, bisque], 1, 'leatherHard'],
    ['only a fire makes it so', [coat('marsh-black', 3), dry, bisque], 0, 'bisque'],
    [
      'no step is the better for it',
      [
        build.impress('cloth', build.coat('marsh-black', { parts: ['outside'], band: null, sectors: null }, 1).place),
        dry,
        bisque,
      ],
      0,
      'leatherHard',
    ],
  ] as const)('is not offered where %s', (_, steps, at, stage) => {
    expect(mended(dryFirst, [...steps], at, stage)).toBeNull()
  })
})

describe('mends of fire and glaze', () => {
  const first = (rule: string, steps: StepContent[], over: Parameters<typeof planned>[1] = {}) =>
    findingsOf(planned(steps, over))
      .find(({ ruleId }) => ruleId === rule)
      ?.mends.map(({ label }) => label) ?? null
  const inside = { parts: ['inside', 'floor', 'rim'], band: null, sectors: null } as never
  const wipe = build.wipeDust()

  it('a body that is too hot gets a cone that its colours stand too', () => {
    const steps = [leather, coat('rowan-orange', 3), dry, bisque, wipe, build.glaze('clear-gloss', inside, 'pour')]
    expect(first('body-outside-range', [...steps, build.fire('glaze', '1')])).toEqual(['Fire to cone 04'])
    expect(first('body-outside-range', [dry, build.fire('bisque', '1')])).toEqual(['Fire to cone 03'])
  })

  it('a glaze for food is one that melts in this firing, the nearest in colour first', () => {
    const at = (glaze: string, cone: string, bodyId: string) =>
      first(
        'glaze-not-for-food',
        [dry, bisque, wipe, build.glaze(glaze, inside, 'pour'), build.cleanFoot(), build.fire('glaze', cone as never)],
        { bodyId },
      )
    expect(at('amber', '05', 'chalk-white')?.[0]).toMatch(/^Use Clear, (gloss|satin)$/)
    const [stoneware] = at('amber', '6', 'dune-buff') ?? []
    const jar = Object.values(studio.media).find(({ name }) => stoneware === `Use ${name}`)
    expect(jar).toMatchObject({ kind: 'glaze', labelledFoodSafe: true, range: { to: '6' } })
  })

  it('what a gun was to glaze inside is poured, and a gun that misses is put away', () => {
    const sprayed = build.glaze('clear-gloss', inside, 'spray', { coats: 6 })
    const jug = [dry, bisque, wipe, sprayed, build.cleanFoot(), build.fire('glaze', '05')]
    expect(first('food-surface-not-sealed', jug)).toEqual(['Pour Clear, gloss'])
    expect(first('spray-misses', jug)).toContain('Pour it')
  })
})
