import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { buildForm } from '../../form/buildForm'
import type { Piece } from '../../model/piece'
import { timeline } from '../../plan/timeline'
import { placedStep, usualPlace } from './newStep'

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
