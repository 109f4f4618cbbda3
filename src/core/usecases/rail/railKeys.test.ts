import { describe, expect, it } from 'vitest'
import { firstPieces } from '../../demo/firstPieces'
import { railKey, shiftStep } from './railKeys'

const piece = firstPieces().find(({ id }) => id === 'reed-jugs')!
const ids = piece.steps.map(({ id }) => id)
const press = (selectedId: string | null, key: string, held: { altKey?: boolean; ctrlKey?: boolean } = {}) =>
  railKey(piece, selectedId, { key, altKey: false, ctrlKey: false, ...held }, () => 'new')

describe('keys on the rail', () => {
  it('arrows choose the step beside, the piece itself before the first, and stay at the last', () => {
    expect(press(ids[2], 'ArrowRight')).toEqual({ select: ids[3] })
    expect(press(ids[2], 'ArrowLeft')).toEqual({ select: ids[1] })
    expect(press(ids[0], 'ArrowLeft')).toEqual({ select: null })
    expect(press(null, 'ArrowLeft')).toEqual({ select: null })
    expect(press(null, 'ArrowRight')).toEqual({ select: ids[0] })
    expect(press(ids.at(-1)!, 'ArrowRight')).toEqual({ select: ids.at(-1) })
  })

  it('with Alt they move the step and say where it went, or that it is at the end', () => {
    expect(press(ids[2], 'ArrowRight', { altKey: true })).toEqual({
      command: { type: 'step.move', pieceId: piece.id, stepId: ids[2], to: 3 },
      said: 'Now step 4.',
    })
    expect(press(ids[0], 'ArrowLeft', { altKey: true })).toEqual({ said: 'It is already at the end.' })
    expect(shiftStep(piece, ids.at(-1)!, 1)).toBeNull()
    expect(shiftStep(piece, 'gone', 1)).toBeNull()
  })

  it('Delete takes a step out and chooses the one before it; Ctrl D repeats it; the piece itself is left alone', () => {
    expect(press(ids[0], 'Delete')).toEqual({
      command: { type: 'step.remove', pieceId: piece.id, stepId: ids[0] },
      select: null,
    })
    expect(press(ids[3], 'Delete')).toMatchObject({ select: ids[2] })
    expect(press(ids[3], 'd', { ctrlKey: true })).toEqual({
      command: { type: 'step.duplicate', pieceId: piece.id, stepId: ids[3], newId: 'new' },
    })
    for (const key of ['Delete', 'd']) expect(press(null, key, { ctrlKey: true })).toBeNull()
  })

  it('other keys, and arrows with Ctrl, are the page’s', () => {
    expect(press(ids[1], 'Enter')).toBeNull()
    expect(press(ids[1], 'ArrowRight', { ctrlKey: true })).toBeNull()
  })
})
