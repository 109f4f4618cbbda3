import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand } from '../../model/command'
import * as build from '../../plan/build'
import { bandOf } from '../../vocabulary/place'
import { canTakeTurns, takeTurns } from './rotation'

const studio = demoStudio()
const piece = {
  ...studio.pieces['knot-moon-jar'],
  id: 'p',
  steps: build.numbered('s', 0, [
    build.bring('leatherHard'),
    build.coat('tide-blue', bandOf(0, 20), 3),
    build.coat('gorse-yellow', bandOf(20, 40), 2),
    build.coat('reed-green', bandOf(40, 60), 3),
    build.bring('boneDry'),
    build.coat('shell-white', bandOf(0, 20), 3),
  ]),
}

describe('coats in rotation', () => {
  it('lays one coat of each in turn, as many of each as before, and undoes as one', () => {
    let n = 0
    const command = takeTurns(piece, 2, () => `r${n++}`)
    if (!command) throw new Error('no turns')
    const applied = applyCommand({ ...studio, pieces: { ...studio.pieces, p: piece } }, command)
    if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
    const laid = applied.value.pieces.p.steps.flatMap((step) =>
      step.act === 'coat' ? [[step.mediumId, step.coats]] : [],
    )
    expect(laid).toEqual([
      ['tide-blue', 1],
      ['gorse-yellow', 1],
      ['reed-green', 1],
      ['tide-blue', 1],
      ['gorse-yellow', 1],
      ['reed-green', 1],
      ['tide-blue', 1],
      ['reed-green', 1],
      ['shell-white', 3],
    ])
  })

  it('has nothing to take turns with for a lone step, and leaves what is done alone', () => {
    expect(canTakeTurns(piece.steps, 5)).toBe(false)
    expect(canTakeTurns(piece.steps, 0)).toBe(false)
    expect(takeTurns(piece, 5, () => 'x')).toBeNull()
    const done = piece.steps.map((step, i) => ({ ...step, done: i <= 2 }))
    expect(canTakeTurns(done, 3)).toBe(false)
  })
})
