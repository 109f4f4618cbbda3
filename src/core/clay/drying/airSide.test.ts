import { describe, expect, it } from 'vitest'
import { COVERS } from '../stages'
import { BLOWERS, exchange, vapourFlux, type Face, type Surroundings } from './airSide'
import { steadyWetFace } from './wetSurface'

const ROOM: Surroundings = { celsius: 20, humidity: 0.5, cover: 'open', blower: 'none', factor: 1 }
const face = (changes: Partial<Face> = {}): Face => ({
  to: 'out',
  lengthM: 0.1,
  upright: true,
  mouthShare: 1,
  ...changes,
})
const vapour = (around: Partial<Surroundings> = {}, of: Partial<Face> = {}) =>
  exchange(face(of), { ...ROOM, ...around }, 17, 1).vapourMs
const wet = (around: Partial<Surroundings> = {}, of: Partial<Face> = {}) =>
  steadyWetFace(face(of), { ...ROOM, ...around }).flux

describe('what the air takes off a face', () => {
  it.each([
    ['a fan takes more than still air', vapour({ blower: 'fan' }), vapour()],
    ['a hair dryer more than a fan', vapour({ blower: 'dryer' }), vapour({ blower: 'fan' })],
    ['an open shelf more than a drape', vapour(), vapour({ cover: 'draped' })],
    ['a drape more than plastic', vapour({ cover: 'draped' }), vapour({ cover: 'sealed' })],
    ['outside more than inside', vapour(), vapour({}, { to: 'inside', mouthShare: 0.2 })],
    [
      'a bowl’s inside more than a bottle’s',
      vapour({}, { to: 'inside', mouthShare: 0.5 }),
      vapour({}, { to: 'inside', mouthShare: 0.016 }),
    ],
    ['a rim more than a wall: short faces breathe better', vapour({}, { lengthM: 0.02 }), vapour({}, { lengthM: 0.2 })],
    ['dry air more than damp', wet({ humidity: 0.3 }), wet({ humidity: 0.7 })],
    ['warm air more than cool', wet({ celsius: 28 }), wet({ celsius: 14 })],
    [
      'moving air over a fan more on a small face',
      wet({ blower: 'fan' }, { lengthM: 0.02 }),
      wet({ blower: 'fan' }, { lengthM: 0.2 }),
    ],
  ])('%s (common practice, no source)', (_, more, less) => expect(more).toBeGreaterThan(less * 1.02))

  it('the drying factor multiplies everything outside the wall', () => {
    for (const cover of COVERS) {
      const one = exchange(face(), { ...ROOM, cover }, 17, 1)
      const two = exchange(face(), { ...ROOM, cover, factor: 2 }, 17, 1)
      expect(two.vapourMs / one.vapourMs).toBeCloseTo(2, 9)
      expect(two.convection / one.convection).toBeCloseTo(2, 9)
      expect(two.radiation / one.radiation).toBeCloseTo(2, 9)
    }
  })

  it('covers keep the air still: a fan does nothing to a draped piece', () => {
    for (const cover of COVERS.filter((c) => c !== 'open'))
      for (const blower of BLOWERS) expect(vapour({ cover, blower })).toBe(vapour({ cover }))
  })

  it('nothing leaves a face that is in balance with the air, and dry clay takes water from damp air', () => {
    const balanced = exchange(face(), ROOM, 20, 0.5)
    expect(vapourFlux(balanced, 0.5, 20)).toBeCloseTo(0, 12)
    expect(vapourFlux(balanced, 0.2, 20)).toBeLessThan(0)
    expect(vapourFlux(balanced, 0.9, 20)).toBeGreaterThan(0)
  })

  it('inside a vessel there is no radiation to the room; a board takes no heat by radiation either', () => {
    expect(exchange(face({ to: 'inside', mouthShare: 0.2 }), ROOM, 17, 1).radiation).toBe(0)
    expect(exchange(face({ to: 'board' }), ROOM, 17, 1).radiation).toBe(0)
    expect(exchange(face(), ROOM, 17, 1).radiation).toBeGreaterThan(4)
  })

  it('a wet face is cooler than the room, and warmer under a hair dryer than under a fan', () => {
    const at = (around: Partial<Surroundings>) => steadyWetFace(face(), { ...ROOM, ...around }).celsius
    expect(at({})).toBeLessThan(ROOM.celsius - 2)
    expect(at({ blower: 'dryer' })).toBeGreaterThan(at({ blower: 'fan' }))
  })
})
