import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { infiniteReflectance, layerReflectance, mixOptics } from './kubelkaMunk'
import { internalReflectance, measuredReflectance, SURFACES } from './surface'

const positive = (min: number, max: number) => fc.double({ min, max, noNaN: true })

/** dR/dX = S − 2(K + S)R + S R² from R(0) = Rg: the Kubelka–Munk equation itself, integrated with Runge–Kutta. */
function integrated(K: number, S: number, X: number, Rg: number): number {
  const f = (R: number) => S - 2 * (K + S) * R + S * R * R
  const n = 4000
  const h = X / n
  let R = Rg
  for (let i = 0; i < n; i++) {
    const a = f(R)
    const b = f(R + (h / 2) * a)
    const c = f(R + (h / 2) * b)
    const d = f(R + h * c)
    R += (h / 6) * (a + 2 * b + 2 * c + d)
  }
  return R
}

describe('a Kubelka–Munk layer (Kubelka & Munk 1931, Kubelka 1948)', () => {
  it('gives the worked example: K .30, S 1.50, X 2 on .20 is .532', () => {
    expect(layerReflectance(0.3, 1.5, 2, 0.2)).toBeCloseTo(0.532, 3)
  })

  it.each([
    [0.3, 1.5, 2, 0.2],
    [2.4, 0.55, 1, 0.8],
    [0.004, 0.01, 3, 0.4],
    [1.5, 0.1, 0.5, 0.9],
    [0.02, 1.7, 4, 0.05],
    [0.8, 0.8, 1.25, 0],
  ])('agrees with numerical integration (K %f, S %f, X %f, Rg %f)', (K, S, X, Rg) => {
    expect(Math.abs(layerReflectance(K, S, X, Rg) - integrated(K, S, X, Rg))).toBeLessThan(1e-9)
  })

  it('split in two is the same layer', () => {
    fc.assert(
      fc.property(
        positive(1e-4, 5),
        positive(1e-3, 3),
        positive(0.01, 6),
        positive(0, 1),
        positive(0.05, 0.95),
        (K, S, X, Rg, share) => {
          const whole = layerReflectance(K, S, X, Rg)
          const halves = layerReflectance(K, S, X * (1 - share), layerReflectance(K, S, X * share, Rg))
          expect(Math.abs(whole - halves)).toBeLessThan(1e-7)
        },
      ),
    )
  })

  it('has its closed limits', () => {
    expect(layerReflectance(1, 1, 0, 0.37)).toBe(0.37)
    expect(layerReflectance(0.7, 0, 2, 0.5)).toBeCloseTo(0.5 * Math.exp(-2.8), 12)
    expect(layerReflectance(0, 1.3, 2, 0)).toBeCloseTo((1.3 * 2) / (1 + 1.3 * 2), 9)
    fc.assert(
      fc.property(positive(1e-3, 5), positive(0.05, 3), positive(0, 1), (K, S, Rg) => {
        expect(layerReflectance(K, S, 9000, Rg)).toBeCloseTo(infiniteReflectance(K, S), 6)
      }),
    )
    const q = 0.25
    expect(infiniteReflectance(q, 1)).toBeCloseTo(1 + q - Math.sqrt(q * q + 2 * q), 12)
    expect(infiniteReflectance(0, 0)).toBe(1)
    expect(infiniteReflectance(1, 0)).toBe(0)
  })

  it('stays between 0 and 1 and grows with its background', () => {
    fc.assert(
      fc.property(positive(0, 8), positive(0, 4), positive(0, 20), positive(0, 0.98), (K, S, X, Rg) => {
        const R = layerReflectance(K, S, X, Rg)
        expect(R).toBeGreaterThanOrEqual(-1e-12)
        expect(R).toBeLessThanOrEqual(1 + 1e-12)
        expect(layerReflectance(K, S, X, Rg + 0.02)).toBeGreaterThanOrEqual(R - 1e-12)
      }),
    )
  })

  it('mixes by volume, whatever the parts sum to', () => {
    const a = { K: [1, 0.2], S: [0.5, 1] }
    const b = { K: [0, 2], S: [1.5, 1] }
    const mixed = mixOptics([
      { part: 3, optics: a },
      { part: 1, optics: b },
    ])
    expect([...mixed.K]).toEqual([0.75, 0.65])
    expect([...mixed.S]).toEqual([0.75, 1])
  })
})

describe('the surface (Saunderson 1942)', () => {
  it('gives the worked values: .532 inside is .300 through gloss, .448 through matte', () => {
    expect(measuredReflectance(0.532, SURFACES.gloss)).toBeCloseTo(0.3, 3)
    expect(measuredReflectance(0.532, SURFACES.matte)).toBeCloseTo(0.448, 3)
  })

  it.each(Object.entries(SURFACES))('inverts to 1e-12 (%s)', (_, surface) => {
    fc.assert(
      fc.property(positive(0, 1), (R) => {
        expect(Math.abs(internalReflectance(measuredReflectance(R, surface), surface) - R)).toBeLessThan(1e-12)
      }),
    )
    expect(internalReflectance(0, surface)).toBe(0)
  })
})
