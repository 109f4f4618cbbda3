import { CholeskyDecomposition, Matrix, solve } from 'ml-matrix'

/** Solves A x = b for a square A. Throws when A is singular. */
export const linearSolve = (a: readonly (readonly number[])[], b: readonly number[]): number[] =>
  solve(new Matrix(a.map((row) => row.slice())), Matrix.columnVector(b.slice())).to1DArray()

/** The inverse of a symmetric positive definite matrix, as rows. */
export function inverseSpd(a: readonly (readonly number[])[]): number[][] {
  const n = a.length
  // Rounding leaves the halves a little apart.
  return new CholeskyDecomposition(new Matrix(a.map((row, i) => row.map((v, j) => (v + a[j][i]) / 2))))
    .solve(Matrix.eye(n))
    .to2DArray()
}

/** A result of `levenbergMarquardt`. */
export interface LeastSquares {
  readonly parameters: number[]
  /** Sum of squared residuals. */
  readonly misfit: number
  /** Covariance of the parameters by linearisation at the optimum: (JᵀJ)⁻¹. */
  readonly covariance: number[][]
  readonly rounds: number
}

/**
 * Least squares by Levenberg and Marquardt, with a Jacobian that is given or by forward differences. Residuals are to be divided
 * by their σ, priors among them, so that JᵀJ is the information.
 * Sources: Levenberg 1944; Marquardt 1963. The registry's fitting packages take y(x) only, not residual vectors with priors.
 */
export function levenbergMarquardt(
  start: readonly number[],
  residuals: (p: readonly number[]) => number[],
  {
    rounds = 40,
    jacobian: jacobianAt,
  }: {
    readonly rounds?: number
    /** Rows are residuals, columns parameters; forward differences where it is not given. */
    readonly jacobian?: (p: readonly number[]) => number[][]
  } = {},
): LeastSquares {
  let parameters = start.slice()
  let now = residuals(parameters)
  let misfit = sumSquares(now)
  let damping = 1e-2
  const moves = (p: readonly number[], at: readonly number[]) => jacobianAt?.(p) ?? jacobianOf(p, at, residuals)
  let jacobian = moves(parameters, now)
  let round = 0
  for (; round < rounds; round++) {
    const { normal, gradient } = normalEquations(jacobian, now)
    let better = false
    for (let attempt = 0; attempt < 8 && !better; attempt++) {
      const damped = new Matrix(normal)
      for (let i = 0; i < gradient.length; i++) damped.set(i, i, normal[i][i] * (1 + damping) + 1e-12)
      const step = new CholeskyDecomposition(damped).solve(Matrix.columnVector(gradient)).to1DArray()
      const trial = parameters.map((p, i) => p - step[i])
      const next = residuals(trial)
      const nextMisfit = sumSquares(next)
      if (nextMisfit < misfit) {
        const gain = misfit - nextMisfit
        parameters = trial
        now = next
        misfit = nextMisfit
        damping = Math.max(1e-9, damping / 5)
        better = gain > 1e-6 * misfit
        if (!better) break
      } else damping *= 5
    }
    if (!better) break
    jacobian = moves(parameters, now)
  }
  return { parameters, misfit, covariance: inverseSpd(normalEquations(jacobian, now).normal), rounds: round }
}

const sumSquares = (values: readonly number[]) => values.reduce((sum, v) => sum + v * v, 0)

/** Rows are residuals, columns parameters. */
export function jacobianOf(
  parameters: readonly number[],
  at: readonly number[],
  of: (p: readonly number[]) => readonly number[],
): number[][] {
  const rows = at.map(() => new Array<number>(parameters.length))
  const shifted = parameters.slice()
  for (let j = 0; j < parameters.length; j++) {
    const h = 1e-4 * Math.max(1, Math.abs(parameters[j]))
    shifted[j] = parameters[j] + h
    const moved = of(shifted)
    shifted[j] = parameters[j]
    for (let i = 0; i < rows.length; i++) rows[i][j] = (moved[i] - at[i]) / h
  }
  return rows
}

/** JᵀJ and Jᵀr. */
export function normalEquations(
  jacobian: readonly (readonly number[])[],
  residual: readonly number[],
): { normal: number[][]; gradient: number[] } {
  const n = jacobian[0].length
  const normal = Array.from({ length: n }, () => new Array<number>(n).fill(0))
  const gradient = new Array<number>(n).fill(0)
  jacobian.forEach((row, k) => {
    for (let i = 0; i < n; i++) {
      if (row[i] === 0) continue
      gradient[i] += row[i] * residual[k]
      for (let j = i; j < n; j++) normal[i][j] += row[i] * row[j]
    }
  })
  for (let i = 0; i < n; i++) for (let j = 0; j < i; j++) normal[i][j] = normal[j][i]
  return { normal, gradient }
}
