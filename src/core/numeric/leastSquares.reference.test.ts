import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inverseOfTwo } from './inverseOfTwo'
import { inverseSpd, jacobianOf, levenbergMarquardt, linearSolve } from './leastSquares'

/* NIST Statistical Reference Datasets, nonlinear regression, “Misra1a” (dental research, monomolecular adsorption), lower
   difficulty; data and certified values from memory. */
const VOLUME = [10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78]
const PRESSURE = [77.6, 114.9, 141.1, 190.8, 239.9, 289, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760]
const CERTIFIED = {
  b1: 238.94212918,
  b2: 5.5015643181e-4,
  sd1: 2.7070075241,
  sd2: 7.2668688436e-6,
  misfit: 0.12455138894,
  sigma: 0.1018787633,
}

/** Fitted in logarithms, so that both parameters are of one size. */
const residuals = ([ln1, ln2]: readonly number[]) =>
  PRESSURE.map((x, i) => Math.exp(ln1) * (1 - Math.exp(-Math.exp(ln2) * x)) - VOLUME[i])

describe('least squares after Levenberg and Marquardt', () => {
  it.each([
    ['far', 500, 1e-4],
    ['near', 250, 5e-4],
  ])('finds the certified values of Misra1a from the %s start', (_, b1, b2) => {
    const { parameters, misfit, covariance } = levenbergMarquardt([Math.log(b1), Math.log(b2)], residuals, {
      rounds: 200,
    })
    expect(Math.exp(parameters[0]) / CERTIFIED.b1).toBeCloseTo(1, 3)
    expect(Math.exp(parameters[1]) / CERTIFIED.b2).toBeCloseTo(1, 3)
    expect(misfit / CERTIFIED.misfit).toBeCloseTo(1, 4)
    // Certified standard deviations: the residual’s times the root of the covariance; in logarithms they are relative.
    expect((CERTIFIED.sigma * Math.sqrt(covariance[0][0])) / (CERTIFIED.sd1 / CERTIFIED.b1)).toBeCloseTo(1, 1)
    expect((CERTIFIED.sigma * Math.sqrt(covariance[1][1])) / (CERTIFIED.sd2 / CERTIFIED.b2)).toBeCloseTo(1, 1)
  })

  it('finds the bottom of Rosenbrock’s valley', () => {
    const { parameters, misfit } = levenbergMarquardt([-1.2, 1], ([x, y]) => [10 * (y - x * x), 1 - x], { rounds: 300 })
    expect(misfit).toBeLessThan(1e-6)
    expect(parameters[0]).toBeCloseTo(1, 2)
    expect(parameters[1]).toBeCloseTo(1, 2)
  })

  it('a prior is a residual: with little said it wins, with much it yields', () => {
    const fitted = (measurements: number) =>
      levenbergMarquardt([0], ([p]) => [(p - 0) / 1, ...Array.from({ length: measurements }, () => (p - 3) / 1)])
        .parameters[0]
    expect(fitted(0)).toBeCloseTo(0, 6)
    expect(fitted(1)).toBeCloseTo(1.5, 4)
    expect(fitted(29)).toBeCloseTo(2.9, 4)
  })

  it('the Jacobian of a linear function is its matrix', () => {
    const rows = [
      [2, -1, 0.5],
      [0, 3, 7],
    ]
    const of = (p: readonly number[]) => rows.map((row) => row.reduce((sum, v, j) => sum + v * p[j], 0))
    const jacobian = jacobianOf([1, 2, 3], of([1, 2, 3]), of)
    jacobian.forEach((row, i) => row.forEach((v, j) => expect(v).toBeCloseTo(rows[i][j], 6)))
  })
})

describe('linear algebra', () => {
  const matrix = (n: number) =>
    fc.array(fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: n, maxLength: n }), {
      minLength: n,
      maxLength: n,
    })

  it('a solution put back gives the right-hand side', () => {
    fc.assert(
      fc.property(
        matrix(4),
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 4, maxLength: 4 }),
        (noise, b) => {
          const a = noise.map((row, i) => row.map((v, j) => (i === j ? v + 12 : v)))
          const x = linearSolve(a, b)
          a.forEach((row, i) => expect(row.reduce((sum, v, j) => sum + v * x[j], 0)).toBeCloseTo(b[i], 9))
        },
      ),
    )
  })

  it('an inverse times its matrix is one', () => {
    fc.assert(
      fc.property(matrix(5), (m) => {
        const a = m.map((_, i) => m.map((_row, j) => m.reduce((sum, row) => sum + row[i] * row[j], i === j ? 1 : 0)))
        const inverse = inverseSpd(a)
        a.forEach((row, i) =>
          inverse[0].forEach((_, j) =>
            expect(row.reduce((sum, v, k) => sum + v * inverse[k][j], 0)).toBeCloseTo(i === j ? 1 : 0, 8),
          ),
        )
      }),
    )
  })

  it('the inverse of two by two is that of the library', () => {
    fc.assert(
      fc.property(matrix(2), (m) => {
        const a = m.map((_, i) => m.map((_row, j) => m.reduce((sum, row) => sum + row[i] * row[j], i === j ? 1 : 0)))
        inverseOfTwo(a).forEach((row, i) => row.forEach((v, j) => expect(v).toBeCloseTo(inverseSpd(a)[i][j], 9)))
      }),
    )
    expect(() =>
      inverseOfTwo([
        [1, 2],
        [2, 4],
      ]),
    ).toThrow('singular')
  })
})
