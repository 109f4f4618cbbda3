import { describe, expect, it } from 'vitest'
import { firstPieces } from '../../demo/firstPieces'
import { isA } from '../../plan/step'
import { comparedWith, comparisonOf, momentShown, splitWords } from './pictureChoices'

const piece = firstPieces().find(({ id }) => id === 'reed-jugs')!
const last = piece.steps.length - 1
const lastFiring = piece.steps.findLastIndex((step) => isA(step, 'firing'))
const shorter = { ...piece, steps: piece.steps.slice(0, 3) }

describe('what a split picture compares', () => {
  it('raw beside fired is what goes into the last kiln, and fired beside raw is how it comes out', () => {
    expect(comparedWith(piece, { afterStep: 2, kind: 'firedWhole' }, 'raw', null).moment).toEqual({
      afterStep: lastFiring - 1,
      kind: 'bench',
    })
    expect(comparedWith(piece, { afterStep: 2, kind: 'firedNow' }, 'raw', null).moment).toEqual({
      afterStep: 2,
      kind: 'bench',
    })
    expect(comparedWith(piece, { afterStep: 2, kind: 'bench' }, 'raw', null).moment).toEqual({
      afterStep: 2,
      kind: 'firedWhole',
    })
  })

  it('of a plan without a firing raw is its end', () => {
    expect(comparedWith(shorter, { afterStep: 0, kind: 'firedWhole' }, 'raw', null).moment.afterStep).toBe(2)
  })

  it('a shorter plan is shown at its own end, never beyond it', () => {
    const varied = { ...piece, variant: shorter.steps }
    const beside = comparedWith(varied, { afterStep: last, kind: 'bench' }, 'variant', null)
    expect(beside.piece.steps).toBe(shorter.steps)
    expect(beside.moment).toEqual({ afterStep: 2, kind: 'bench' })
    expect(comparedWith(piece, { afterStep: last, kind: 'bench' }, 'whatIf', shorter)).toEqual({
      piece: shorter,
      moment: { afterStep: 2, kind: 'bench' },
    })
  })

  it('a plan done otherwise goes before what was chosen; a variant that is gone is not compared with', () => {
    expect(comparisonOf('raw', piece, shorter)).toBe('whatIf')
    expect(comparisonOf('raw', piece, null)).toBe('raw')
    expect(comparisonOf('variant', { ...piece, variant: null }, null)).toBe('none')
    expect(comparisonOf('variant', { ...piece, variant: shorter.steps }, null)).toBe('variant')
  })

  it('both parts say what they are', () => {
    expect(splitWords('raw', 'bench')).toEqual(['on the bench', 'fired'])
    expect(splitWords('raw', 'firedWhole')).toEqual(['fired', 'on the bench'])
    expect(splitWords('variant', 'bench')).toEqual(['on the bench', 'the variant'])
    expect(splitWords('whatIf', 'firedNow')).toEqual(['as planned', 'what if'])
  })
})

describe('the moment that a picture shows', () => {
  it('is told with the step that was done last, and the clay as it is then', () => {
    expect(momentShown(piece, { afterStep: 4, kind: 'firedWhole' })).toBe('as it will look fired')
    expect(momentShown(piece, { afterStep: 4, kind: 'firedNow' })).toBe('fired as it stands after step 5')
    expect(momentShown(piece, { afterStep: 4, kind: 'bench' })).toBe('on the bench after step 5, leather-hard')
    expect(momentShown(piece, { afterStep: -1, kind: 'bench' })).toBe('on the bench after the making, wet')
  })
})
