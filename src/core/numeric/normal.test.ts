import { describe, expect, it } from 'vitest'
import { normalQuantile } from '../clay/drying/uncertainty'
import { normalUpTo } from './normal'

describe('the normal distribution', () => {
  it.each([
    [0, 0.5],
    [1, 0.8413447],
    [1.96, 0.9750021],
    [-1.2815516, 0.1],
    [3, 0.9986501],
  ])('up to %f it holds %f (tables; from memory)', (x, share) => expect(normalUpTo(x)).toBeCloseTo(share, 6))

  it('is the inverse of its quantile', () => {
    for (let p = 0.02; p < 1; p += 0.02) expect(normalUpTo(normalQuantile(p))).toBeCloseTo(p, 6)
  })
})
