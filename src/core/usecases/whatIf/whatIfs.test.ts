import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { judge } from '../../judge/judge'
import type { Step } from '../../plan/step'
import { stepSchema } from '../../plan/step'
import { goesWrongOn, looksOtherwise } from './goesWrong'
import { newFindings, whatIfs } from './whatIfs'

const studio = demoStudio()
const jugs = studio.pieces['reed-jugs']
const plain = { ...jugs, steps: jugs.steps.map((step) => ({ ...step, done: false })) }
const stepWith = (act: Step['act']) => plain.steps.find((step) => step.act === act) as Step

/** What is asked of the jugs, and what then goes wrong. Common practice, no source. */
const ASKED: readonly (readonly [act: Step['act'], words: string, rule: string])[] = [
  ['coat', 'lay one coat only', 'too-few-coats'],
  ['coat', 'do not wait until each coat is matte', 'coat-before-matte'],
  ['coat', 'wait until it is bone dry', 'stage-harms-step'],
  ['coat', 'do it on wet clay', 'stage-harms-step'],
  ['carve', 'wait until it is bone dry', 'stage-harms-step'],
  ['wipeDust', 'leave this out', 'dust-under-glaze'],
  ['glaze', 'glaze it without a bisque', 'glaze-on-greenware'],
  ['fire', 'leave out this firing', 'glaze-on-greenware'],
]

describe('what if I', () => {
  it.each(ASKED)('%s: %s is answered by “%s”', (act, words, rule) => {
    const asked = whatIfs(plain, stepWith(act).id, studio).find((one) => one.words === words)
    if (!asked)
      throw new Error(
        whatIfs(plain, stepWith(act).id, studio)
          .map((one) => one.words)
          .join('; '),
      )
    const [before, then] = [judge(plain, studio), judge({ ...plain, steps: asked.steps }, studio)]
    if (!before.ok || !then.ok) throw new Error('not judged')
    expect(newFindings(before.value, then.value).map(({ ruleId }) => ruleId)).toContain(rule)
  })

  it('every question is a plan that can be made', () => {
    for (const piece of Object.values(studio.pieces))
      for (const { id } of piece.steps)
        for (const asked of whatIfs(piece, id, studio)) {
          expect(asked.steps.every((step) => stepSchema.safeParse(step).success)).toBe(true)
          expect(asked.steps).not.toEqual(piece.steps)
        }
  })

  it('a step that is gone is asked nothing', () => {
    expect(whatIfs(plain, 'gone', studio)).toEqual([])
  })

  it('a page for teachers shows each thing that goes wrong once, on the piece itself', () => {
    const wrong = goesWrongOn(jugs, studio)
    const rules = wrong.map(({ finding }) => finding.ruleId)
    expect(new Set(rules).size).toBe(rules.length)
    expect(rules.length).toBeGreaterThanOrEqual(10)
    expect(rules).toEqual(expect.arrayContaining(['too-few-coats', 'coat-before-matte', 'dust-under-glaze']))
    expect(wrong.every(({ finding }) => finding.severity !== 'note')).toBe(true)
    // What was never fired is shown raw.
    for (const { finding, kind } of wrong)
      expect(kind).toBe(finding.ruleId === 'not-fired-at-the-end' ? 'bench' : 'firedWhole')
    expect(rules).toContain('not-fired-at-the-end')
  })

  it('two pictures differ where an eye would see it', () => {
    const picture = (...changed: [pixel: number, channel: number, by: number][]) => {
      const pixels = new Uint8ClampedArray(4 * 10_000).fill(100)
      for (const [pixel, channel, by] of changed) pixels[4 * pixel + channel] += by
      return pixels
    }
    const five = (channel: number, by: number) =>
      picture(...[0, 99, 5000, 7000, 9999].map((pixel): [number, number, number] => [pixel, channel, by]))
    expect(looksOtherwise(picture(), picture())).toBe(false)
    expect(looksOtherwise(picture(), five(0, 8))).toBe(true)
    expect(looksOtherwise(picture(), five(2, -8))).toBe(true)
    expect(looksOtherwise(picture(), five(1, 7))).toBe(false)
    expect(looksOtherwise(picture(), five(3, 130))).toBe(true)
    expect(looksOtherwise(picture(), five(3, 100))).toBe(false)
    expect(looksOtherwise(picture(), picture([3, 0, 90], [4, 0, 90], [5, 0, 90], [6, 0, 90]))).toBe(false)
  })
})
