import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bucketMl, coatMl } from './coatVolume'
import { dryGramsPerLitre, scaledBatch, waterToAdd } from './suspension'

/** Weight of a litre that holds some grams of solids: solids push out their own volume of water. */
const litreWeight = (dryGrams: number, density: number) => 1000 + dryGrams - dryGrams / density

/** Weight of a litre when suspensions are poured together. */
const mixedLitreWeight = (parts: readonly { ml: number; litreGrams: number }[]) =>
  parts.reduce((sum, p) => sum + p.ml * p.litreGrams, 0) / parts.reduce((sum, p) => sum + p.ml, 0)

describe('suspensions', () => {
  it('Brongniart’s formula: a litre of 1500 g with solids of 2.5 g/ml holds 833 g of them (textbook example)', () => {
    expect(dryGramsPerLitre(1500, 2.5)).toBeCloseTo(833.33, 1)
    expect(dryGramsPerLitre(1000)).toBe(0)
  })

  it('is undone by its inverse', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1001, max: 2000, noNaN: true }),
        fc.double({ min: 2, max: 3.5, noNaN: true }),
        (w, d) => {
          expect(litreWeight(dryGramsPerLitre(w, d), d)).toBeCloseTo(w, 6)
        },
      ),
    ))

  it('water to add brings a litre to the wanted weight: volumes and weights add up', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 200, max: 20_000, noNaN: true }),
        fc.double({ min: 1300, max: 1800, noNaN: true }),
        fc.double({ min: 1050, max: 1290, noNaN: true }),
        (ml, from, to) => {
          const water = waterToAdd(ml, from, to)
          if (!water.ok) throw new Error()
          expect(
            mixedLitreWeight([
              { ml, litreGrams: from },
              { ml: water.value, litreGrams: 1000 },
            ]),
          ).toBeCloseTo(to, 6)
        },
      ),
    )
  })

  it('cannot be thickened by water, and says what to do', () => {
    const thick = waterToAdd(1000, 1400, 1500)
    expect(thick.ok).toBe(false)
    if (!thick.ok) expect(JSON.stringify(thick.issue)).toContain('let it settle')
    expect(waterToAdd(1000, 990, 1200).ok).toBe(false)
  })

  it('a batch scales by percent, additions on top of a hundred', () => {
    expect(
      scaledBatch(
        [
          { name: 'Frit', percent: 80 },
          { name: 'Clay', percent: 20 },
          { name: '+ Iron oxide', percent: 5 },
        ],
        2000,
      ),
    ).toEqual([
      { name: 'Frit', grams: 1600 },
      { name: 'Clay', grams: 400 },
      { name: 'Iron oxide', grams: 100 },
    ])
  })
})

describe('volume of coats', () => {
  it('is area times film: 1000 cm² at 150 µm is 15 ml a coat, and a tenth stays in the brush', () => {
    expect(coatMl(1000, 150, 1, 0)).toBeCloseTo(15, 9)
    expect(coatMl(1000, 150, 3, 0.1)).toBeCloseTo(49.5, 9)
    expect(bucketMl(100)).toBeGreaterThan(500)
  })
})
