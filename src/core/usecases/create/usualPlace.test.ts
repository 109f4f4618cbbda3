import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { buildForm } from '../../form/buildForm'
import type { Piece } from '../../model/piece'
import { timeline } from '../../plan/timeline'
import * as build from '../../plan/build'
import { JudgedPlan } from '../../judge/judgedPlan'
import { judgePlan } from '../../judge/judge'
import { ACT_NAMES, type Step } from '../../plan/step'
import { INSIDE, OUTSIDE, wholeOf } from '../../vocabulary/place'
import { firingValues, placedStep, usualPlace } from './newStep'

const studio = demoStudio()

/** A piece of the demo of which nothing is done. */
function fresh(id: string): Piece {
  const piece = studio.pieces[id]
  return { ...piece, apart: [], coats: 0, steps: piece.steps.map((step) => ({ ...step, done: false })) }
}

const formOf = (piece: Piece) => {
  const form = buildForm(piece.form)
  if (!form.ok) throw new Error(piece.id)
  return form.value
}

describe('where an act belongs as a rule', () => {
  // Common practice, no source: lines are cut while the clay is leather-hard, however far the plan goes on after it.
  it.each(['carve', 'incise'] as const)(
    '%s goes to leather-hard clay in every plan of the demo that has some',
    (act) => {
      let tried = 0
      for (const id of studio.order) {
        const piece = fresh(id)
        const stages = timeline(piece.steps).map(({ stage }) => stage)
        if (!stages.includes('leatherHard')) continue
        const form = formOf(piece)
        const after = usualPlace(act, piece, studio, form)
        const { at, moved } = placedStep(act, piece, studio, form, after)
        expect(['softLeatherHard', 'leatherHard'], `${id}: ${stages[at]}`).toContain(stages[at])
        expect(moved).toBeNull()
        // At the end of it: colour that is laid at that stage is cut through.
        expect(stages[at + 1] ?? 'nothing').not.toBe(stages[at])
        tried++
      }
      expect(tried).toBeGreaterThan(8)
    },
  )

  it('nothing goes among what is done already', () => {
    for (const id of studio.order) {
      const piece = fresh(id)
      const done = Math.floor(piece.steps.length / 2)
      const begun = { ...piece, steps: piece.steps.map((step, i) => ({ ...step, done: i < done })) }
      expect(usualPlace('carve', begun, studio, formOf(piece)), id).toBeGreaterThanOrEqual(done - 1)
    }
  })
})

describe('a step that is added after another', () => {
  const plan = (contents: readonly Parameters<typeof build.numbered>[2][number][]): Piece => ({
    ...fresh('wax-beakers'),
    steps: build.numbered('s', 0, contents),
  })
  const poured = [
    build.bring('boneDry'),
    build.fire('bisque', '04'),
    build.wipeDust(),
    build.glaze('clear-gloss', INSIDE, 'pour'),
  ]

  it('goes there when only the inside is glazed and it works outside', () => {
    const piece = plan(poured)
    for (const act of ['coat', 'wax', 'draw', 'wipe'] as const) {
      const { at, content, moved } = placedStep(act, piece, studio, formOf(piece), 3)
      expect([act, at, moved]).toEqual([act, 4, null])
      if (content.act === 'coat') expect(studio.media[content.mediumId].kind).toBe('underglaze')
    }
  })

  it('that cannot be right there says where it went, and how it would be where it was asked', () => {
    const piece = plan([build.bring('boneDry'), ...poured.slice(1), build.glaze('clear-gloss', OUTSIDE, 'dip')])
    const placed = placedStep('burnish', piece, studio, formOf(piece), 1)
    // Clay that is never leather-hard in this plan: nowhere is better.
    expect(placed).toMatchObject({ at: 2, moved: null, asked: null })
    const wet = plan([build.bring('leatherHard'), build.coat('tide-blue', OUTSIDE), ...poured])
    const carved = placedStep('carve', wet, studio, formOf(wet), 4)
    expect(carved).toMatchObject({ at: 2, asked: { at: 5 } })
    expect(carved.moved).toMatch(
      /^Carve went after step 2, where the clay is leather-hard, and not after step 5: on bisque /,
    )
  })

  it('never goes elsewhere to ruin anything, or to do nothing', () => {
    const pieces = [
      plan(poured),
      plan([
        build.bring('leatherHard'),
        build.coat('tide-blue', OUTSIDE),
        ...poured,
        build.glaze('clear-gloss', OUTSIDE, 'dip'),
      ]),
      ...['reed-jugs', 'fence-tiles'].map(fresh),
    ]
    for (const piece of pieces) {
      const before = JudgedPlan.of(piece, studio)
      if (!before.ok) throw new Error(piece.id)
      const ruins = (of: JudgedPlan) => judgePlan(of).filter(({ severity }) => severity === 'ruin').length
      for (const act of ACT_NAMES)
        for (let after = -1; after < piece.steps.length; after += 4) {
          const { at, content, asked } = placedStep(act, piece, studio, formOf(piece), after)
          if (!asked) continue
          const step = { ...content, id: 'new', done: false } as Step
          const tried = before.value.withSteps(piece.steps.toSpliced(at, 0, step))
          expect(ruins(tried), `${piece.id}: ${act} after ${after}, put at ${at}`).toBeLessThanOrEqual(
            ruins(before.value),
          )
        }
    }
  })

  it('scraping begins with the rim that colour came over, and with an inlay where there is one', () => {
    const over = plan([build.bring('leatherHard'), build.coat('tide-blue', wholeOf('outside', 'rim'))])
    expect(placedStep('scrape', over, studio, formOf(over), 1).content).toMatchObject({ place: wholeOf('rim') })
    const filled = plan([build.bring('leatherHard'), build.fill('peat-slip', OUTSIDE)])
    expect(placedStep('scrape', filled, studio, formOf(filled), 1).content).toMatchObject({ place: OUTSIDE })
  })

  it('a second wax begins where the last colour lies', () => {
    const place = { ...OUTSIDE, band: { fromMm: 20, toMm: 60 } }
    const waxed = plan([build.bring('boneDry'), build.wax(OUTSIDE), build.coat('tide-blue', place)])
    expect(placedStep('wax', waxed, studio, formOf(waxed), 2).content).toMatchObject({ place })
  })

  it.each([
    ['bisque', '04'],
    ['decoration', '04'],
    ['glaze', studio.media['clear-gloss'].range.to],
  ] as const)('a %s firing begins with its own cone', (firing, cone) => {
    const piece = { ...plan(poured), bodyId: 'chalk-white' }
    expect(firingValues(firing, piece, studio)).toMatchObject({ firing, cone })
  })
})
