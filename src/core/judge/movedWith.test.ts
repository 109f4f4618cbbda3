import { describe, expect, it } from 'vitest'
import type { Stage } from '../clay/stages'
import { applyCommand } from '../model/command'
import * as build from '../plan/build'
import type { StepContent } from '../plan/step'
import type { Ways } from '../model/studio'
import { bandOf, INSIDE, wholeOf, type Place } from '../vocabulary/place'
import {
  bisque,
  dry,
  foot,
  glaze,
  glost,
  inside,
  leather,
  outside,
  planned,
  saidBy,
  saidOf,
  studio,
  wipe,
} from './fixtures/mistakes'
import { JudgedPlan } from './judgedPlan'
import { moveToStage } from './mends'

/* Colour is shaped by the tape, stencil and wax under it: a mend that moves one of them keeps what they make together. */

describe('a step that is moved and what resists it', () => {
  const zigzag = build.motif('zigzag', 12, 20, 20, 4)
  const marked = { act: 'divide', sectors: 12, upMm: 30 } as StepContent
  const stencil = build.mask(wholeOf('outside'), zigzag)
  const band = build.mask(bandOf(20, 40))
  const elsewhere = build.mask(bandOf(60, 70))
  const low = build.coat('marsh-black', bandOf(10, 50), 3)

  /** The acts of a plan after its step `at` has been moved to a stage; null where it cannot be. */
  function moved(steps: StepContent[], at: number, stage: Stage): string | null {
    const piece = planned(steps)
    const plan = JudgedPlan.of(piece, studio)
    if (!plan.ok) throw new Error('no plan')
    const mend = moveToStage(plan.value, piece.steps[at], stage, 'Move')
    if (!mend) return null
    const applied = applyCommand({ ...studio, pieces: { p: piece }, order: ['p'] }, mend.command)
    if (!applied.ok) throw new Error('the mend failed')
    return applied.value.pieces.p.steps.map((s) => s.act + ('to' in s ? ` ${s.to}` : '')).join(', ')
  }

  it.each([
    ['its tape', [dry, band, low], 2, 'bring leatherHard, mask, coat, bring boneDry'],
    [
      'its stencil and the marks for it',
      [dry, marked, stencil, low],
      3,
      'bring leatherHard, divide, mask, coat, bring boneDry',
    ],
    ['its wax', [dry, build.wax(bandOf(20, 40)), low], 2, 'bring leatherHard, wax, coat, bring boneDry'],
    ['tape elsewhere stays', [dry, elsewhere, low], 2, 'bring leatherHard, coat, bring boneDry, mask'],
    [
      'marks without a stencil stay',
      [dry, marked, band, low],
      3,
      'bring leatherHard, mask, coat, bring boneDry, divide',
    ],
    [
      'tape that has been peeled stays',
      [dry, band, build.peel(), low],
      3,
      'bring leatherHard, coat, bring boneDry, mask, peel',
    ],
    ['what is there already', [leather, band, dry, low], 3, 'bring leatherHard, mask, coat, bring boneDry'],
  ])('earlier: %s', (_, steps, at, wanted) => {
    expect(moved(steps, at, 'leatherHard')).toBe(wanted)
  })

  it('not later than what resists it: past the peeling, past the fire, past what it is to resist', () => {
    expect(moved([leather, band, low, build.peel(), dry, bisque], 2, 'boneDry')).toBeNull()
    expect(moved([leather, build.wax(bandOf(20, 40)), low, dry, bisque], 2, 'bisque')).toBeNull()
    expect(moved([leather, band, low, dry, bisque], 1, 'boneDry')).toBeNull()
    expect(
      moved([leather, band, build.glaze('clear-gloss', bandOf(10, 50), 'brush'), dry, bisque], 1, 'boneDry'),
    ).toBeNull()
  })

  it('later where nothing is lost by it', () => {
    expect(moved([leather, band, low, dry, build.peel(), bisque], 2, 'boneDry')).toBe(
      'bring leatherHard, mask, bring boneDry, coat, peel, fire',
    )
    expect(moved([leather, elsewhere, low, build.peel(), dry, bisque], 2, 'boneDry')).toMatch(/boneDry, coat/)
    expect(moved([leather, elsewhere, low, dry, bisque], 1, 'boneDry')).toMatch(/coat, bring boneDry, mask/)
  })

  it('a light colour goes under the dark one, unless wax or tape between them makes the pattern', () => {
    const over = (...between: StepContent[]) =>
      saidBy('light-over-dark', {
        steps: [
          leather,
          build.coat('marsh-black', bandOf(10, 50), 3),
          ...between,
          build.coat('gorse-yellow', bandOf(10, 50), 3),
          dry,
          bisque,
        ],
      }).map(({ mends }) => mends.map(({ label }) => label))
    expect(over()).toEqual([['Lay the light colour first']])
    expect(over(elsewhere)).toEqual([['Lay the light colour first']])
    expect(over(build.wax(bandOf(30, 40)))).toEqual([[]])
    expect(over(build.mask(bandOf(30, 40)))).toEqual([[]])
  })

  it('a cut stays behind what it cuts through, and does not leave its firing', () => {
    const cut = build.carve('stylus', zigzag, 0.4)
    expect(moved([leather, low, dry, cut, bisque], 3, 'leatherHard')).toBe(
      'bring leatherHard, coat, carve, bring boneDry, fire',
    )
    expect(moved([leather, dry, low, cut, bisque], 3, 'leatherHard')).toBeNull()
    expect(moved([dry, low, cut, bisque], 2, 'leatherHard')).toBeNull()
    expect(moved([leather, low, cut, dry, bisque], 2, 'bisque')).toBeNull()
    expect(moved([leather, cut, low, dry, bisque], 1, 'boneDry')).toBeNull()
    expect(moved([leather, low, cut, dry, bisque], 1, 'boneDry')).toBeNull()
  })
})

describe('a side that is glazed before the other', () => {
  const drips: Partial<Ways> = { firstGlaze: 'outside' }
  const tide = (parts: Place): StepContent => build.coat('tide-blue', parts, 3)
  const swab = build.swab(wholeOf('outside', 'rim', 'inside', 'floor'))

  /** The glazes and what lies between them after the mend; null where there is none. */
  function mended(between: StepContent[], insideFirst: boolean, ways: Partial<Ways>): string | null {
    const [first, second] = insideFirst ? [glaze(inside, 'pour'), glaze(outside())] : [glaze(outside()), glaze(inside)]
    const piece = planned([dry, bisque, wipe, first, ...between, second, foot, glost()])
    const [finding] = saidOf('outside-before-inside', piece, ways)
    if (!finding.mends.length) return null
    const applied = applyCommand({ ...studio, pieces: { p: piece }, order: ['p'] }, finding.mends[0].command)
    if (!applied.ok) throw new Error('the mend failed')
    const { steps } = applied.value.pieces.p
    return steps
      .slice(3, -2)
      .map((s) => (s.act === 'glaze' ? (s.place.parts.includes('outside') ? 'outside' : 'inside') : s.act))
      .join(', ')
  }

  it.each([
    ['the inside goes after what is painted outside', [tide(outside())], true, drips, 'coat, outside, inside'],
    ['the outside goes before what is painted inside', [tide(INSIDE)], true, drips, 'outside, inside, coat'],
    ['neither passes what is painted on both', [tide(outside()), tide(INSIDE)], true, drips, null],
    ['not into another firing', [build.fire('glaze', '05')], true, drips, null],
    ['the outside goes before the beads are lifted', [swab], true, drips, 'outside, inside, swab'],
    ['the inside goes first past what is painted outside', [tide(outside())], false, {}, 'inside, outside, coat'],
    ['the outside goes after what is painted inside', [tide(INSIDE)], false, {}, 'coat, inside, outside'],
  ] as const)('%s', (_, between, insideFirst, ways, wanted) => {
    expect(mended([...between], insideFirst, ways)).toBe(wanted)
  })
})
