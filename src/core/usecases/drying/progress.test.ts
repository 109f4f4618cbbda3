import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand, type Command } from '../../model/command'
import { lotPieces } from '../../model/lots'
import type { Studio } from '../../model/studio'
import { nextStepIndex } from '../../plan/timeline'
import { progress } from './progress'

const ID = 'reed-jugs'
const NOW = '2026-03-04T18:00:00Z'
const begun = demoStudio()
/** Nothing done yet of the jugs, whose second step is a slip in several coats. */
const studio: Studio = {
  ...begun,
  pieces: {
    ...begun.pieces,
    [ID]: { ...begun.pieces[ID], steps: begun.pieces[ID].steps.map((step, i) => ({ ...step, done: i === 0 })) },
  },
}
const after = (command: Command, of = studio): Studio => {
  const next = applyCommand(of, command)
  if (!next.ok) throw new Error(JSON.stringify(next.issue))
  return next.value
}
const log = (of: Studio) => of.pieces[ID].making.log.filter((entry) => entry.kind === 'coats')

describe('a step that is ticked off', () => {
  it('brings the water of all its coats, of that step only', () => {
    const done = after(progress(studio.pieces[ID], 2, undefined, [100, 20], NOW))
    const coats = begun.pieces[ID].steps[1]
    const n = 'coats' in coats ? coats.coats : 0
    expect(n).toBeGreaterThan(1)
    expect(log(done)).toEqual([{ kind: 'coats', at: NOW, outsideUm: 100 * n, insideUm: 20 * n }])
    expect(nextStepIndex(done.pieces[ID].steps)).toBe(2)
  })

  it('takes it away again when it is unticked', () => {
    const done = after(progress(studio.pieces[ID], 2, undefined, [100, 20], NOW))
    const back = after(progress(done.pieces[ID], 1, undefined, [100, 20], NOW), done)
    expect(log(back)).toEqual([])
    expect(nextStepIndex(back.pieces[ID].steps)).toBe(1)
  })

  it('of some pots wets those only, and of coats that were laid before only the rest', () => {
    const one = after({ type: 'piece.progress', pieceId: ID, pots: [1], doneSteps: 1, coats: 1 })
    const [, ahead] = lotPieces(one.pieces[ID])
    const done = after(progress(ahead.piece, 2, [1], [100, 0], NOW), one)
    const lots = lotPieces(done.pieces[ID])
    const waters = lots.map(({ lot }) => lot.making.log.flatMap((e) => (e.kind === 'coats' ? [e.outsideUm] : [])))
    const coats = begun.pieces[ID].steps[1]
    expect(waters).toEqual([[], ['coats' in coats ? 100 * (coats.coats - 1) : 0]])
  })

  it('says nothing of water when several are ticked at once, or none is known', () => {
    expect(progress(studio.pieces[ID], 4, undefined, [100, 0], NOW).type).toBe('piece.progress')
    expect(progress(studio.pieces[ID], 2, undefined, undefined, NOW).type).toBe('piece.progress')
    expect(progress(studio.pieces[ID], 2, undefined, [0, 0], NOW).type).toBe('piece.progress')
  })
})
