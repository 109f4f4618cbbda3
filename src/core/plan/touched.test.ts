import { describe, expect, it } from 'vitest'
import { presetForm } from '../model/presetForm'
import { OUTSIDE, wholeOf } from '../vocabulary/place'
import * as build from './build'
import { touchedBy } from './touched'

const { parts } = presetForm('teapot')
const touched = (content: Parameters<typeof build.numbered>[2][number]) =>
  touchedBy(build.numbered('s', 0, [content])[0], parts)

describe('what of a piece a step touches', () => {
  it('a coat outside takes along what goes with the wall, one inside the lid’s underside and the spout', () => {
    expect(touched(build.coat('tide-blue', OUTSIDE))).toEqual(['outside', 'spout', 'handle', 'lid'])
    expect(touched(build.coat('tide-blue', wholeOf('inside')))).toEqual(['inside', 'spout', 'lid'])
  })

  it('a coat on one part, or on the wall alone, leaves the others to other hands', () => {
    const lid = { parts: [], on: ['lid/top', 'lid/knob'], band: null, sectors: null }
    expect(touched(build.coat('tide-blue', lid))).toEqual(['lid'])
    expect(touched(build.coat('tide-blue', { ...OUTSIDE, on: [] }))).toEqual(['outside'])
  })

  it('a motif touches its surface, a firing all', () => {
    expect(touched(build.carve('needle', build.motif('dots', 4, 5, 5, 1)))).toEqual(['outside'])
    expect(touched(build.carve('needle', build.motif('dots', 4, 5, 5, 1, { on: 'wing.2' })))).toEqual(['wing'])
    expect(touched(build.fire('bisque', '04'))).toBeNull()
  })
})
