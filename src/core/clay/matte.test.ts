import { describe, expect, it } from 'vitest'
import { secondsToLose } from './matte'

describe('seconds until a coat is matte', () => {
  it('solves the worked check: w 75, S 3 with 40, e .0204 → 476.1 s', () => {
    const suction = (1 / 3 ** 2 + 1 / 40 ** 2) ** -0.5
    expect(secondsToLose(75, suction, 0.0204)).toBeCloseTo(476.1, 0)
  })
})
