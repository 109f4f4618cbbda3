import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { amountsOf } from '../measure/amounts'

const studio = demoStudio()

describe('the demo’s cupboard', () => {
  it('says of every piece what its jars still hold, and which colour will not do for all of them', () => {
    const all = studio.order.filter((_, i) => i % 2 === 0).flatMap((id) => amountsOf(studio.pieces[id], studio, true))
    const counted = all.filter((amount) => amount.jars !== null)
    expect(counted.length).toBeGreaterThan(all.length / 2)
    for (const { mediumId, jars, jarsLeft, cost } of counted) {
      const stock = studio.media[mediumId].stock!
      expect(jarsLeft).toBeCloseTo(stock.jars - jars!)
      expect(cost).toBeCloseTo(jars! * stock.price!)
    }
    expect(counted.some((amount) => amount.jarsLeft! < 0)).toBe(true)
  })
})
