import { describe, expect, it } from 'vitest'
import { sideOf, SIDES, viewOfSide } from './sides'
import { gesture, turned } from './useFormGestures'

const RESTING = { turn: 0.3, tilt: 0.3, zoom: 1, flipped: false }

describe('the side of a form', () => {
  it.each(SIDES)('%s is found again from the address', (side) => {
    expect(sideOf(viewOfSide(side, RESTING))).toBe(side)
  })

  it('goes round once with a whole turn, either way', () => {
    const round = [0, 1, 2, 3, 4].map((i) => sideOf({ ...RESTING, turn: (i * Math.PI) / 2 }))
    expect(round).toEqual(['front', 'left', 'back', 'right', 'front'])
    expect(sideOf({ ...RESTING, turn: -7 * Math.PI })).toBe('back')
  })

  it('what nobody knows leaves the form as it rests', () => expect(viewOfSide('sideways', RESTING)).toBe(RESTING))
})

describe('fingers on the form', () => {
  const at = (x: number, y: number) => ({ x, y })

  it('one finger turns and tilts, and the other way on a form stood on its head', () => {
    const drag = gesture([at(0, 0)], [at(160, 22)])
    expect(turned(RESTING, drag)).toMatchObject({ turn: 1.3, tilt: 0.4, zoom: 1 })
    expect(turned({ ...RESTING, flipped: true }, drag).turn).toBeCloseTo(-0.7)
  })

  it('two fingers twice as far apart come twice as near; moved together they turn', () => {
    expect(turned(RESTING, gesture([at(0, 0), at(100, 0)], [at(-50, 0), at(150, 0)]))).toMatchObject({
      turn: 0.3,
      zoom: 2,
    })
    expect(turned(RESTING, gesture([at(0, 0), at(100, 0)], [at(80, 0), at(180, 0)]))).toMatchObject({
      turn: 0.8,
      zoom: 1,
    })
  })

  it('never nearer than six times, never under the table', () => {
    expect(turned(RESTING, { zoom: 99, tilt: -9 })).toMatchObject({ zoom: 6, tilt: -0.25 })
  })
})
