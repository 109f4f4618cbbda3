import { linearSolve } from '../numeric/leastSquares'
import { labToXyz, type Triple } from './colourSpaces'
import { LIGHTS, WHITE_D65 } from './light'
import { BANDS, type Spectrum } from './spectrum'

/** A reflectance made from a colour, and whether it had to be drawn towards grey to exist. */
export interface Reconstruction {
  readonly reflectance: Spectrum
  readonly exact: boolean
}

const { weights } = LIGHTS.daylight

/**
 * The smoothest reflectance with given tristimulus values (daylight, 2°): R = (tanh z + 1)/2 with the least Σ(zᵢ₊₁ − zᵢ)².
 * Damped Newton on the Lagrange conditions. Source: S. Burns, least hyperbolic-tangent slope squared (LHTSS), 2020.
 * Colours that no reflectance gives, and near-black saturated ones on which Newton fails, are drawn towards grey until it works.
 */
export function reconstructReflectance(lab: Triple): Reconstruction {
  for (const share of [1, 0.9, 0.75, 0.5, 0.25, 0]) {
    const reflectance = solveLhtss(
      labToXyz([Math.max(1.5, Math.min(99.5, lab[0])), lab[1] * share, lab[2] * share], WHITE_D65),
    )
    if (reflectance) return { reflectance, exact: share === 1 }
  }
  const grey = Math.max(0.01, Math.min(0.98, ((lab[0] + 16) / 116) ** 3))
  return { reflectance: new Float64Array(BANDS).fill(grey), exact: false }
}

function solveLhtss(xyz: Triple): Spectrum | null {
  const n = BANDS
  const start = Math.atanh(Math.max(-0.98, Math.min(0.98, (2 * xyz[1]) / 100 - 1)))
  let z = new Array<number>(n).fill(start)
  let multipliers = [0, 0, 0]
  let norm = Infinity
  for (let round = 0; round < 40; round++) {
    const { residual, matrix } = system(z, multipliers, xyz)
    norm = Math.hypot(...residual)
    if (norm < 1e-9) return Float64Array.from(z, (v) => (Math.tanh(v) + 1) / 2)
    let step: number[]
    try {
      step = linearSolve(matrix, residual)
    } catch {
      return null
    }
    if (!step.every(Number.isFinite)) return null
    let damping = 1
    for (let attempt = 0; attempt < 12; attempt++, damping /= 2) {
      const nextZ = z.map((v, i) => v - damping * step[i])
      const nextMultipliers = multipliers.map((v, i) => v - damping * step[n + i])
      const next = Math.hypot(...system(nextZ, nextMultipliers, xyz).residual)
      if (next < norm || attempt === 11) {
        if (attempt === 11 && next >= norm)
          return norm < 1e-4 ? Float64Array.from(z, (v) => (Math.tanh(v) + 1) / 2) : null
        z = nextZ
        multipliers = nextMultipliers
        break
      }
    }
  }
  return norm < 1e-4 ? Float64Array.from(z, (v) => (Math.tanh(v) + 1) / 2) : null
}

/** Lagrange conditions and their derivative at z and the multipliers; tristimulus values in hundredths. */
function system(
  z: readonly number[],
  multipliers: readonly number[],
  xyz: Triple,
): { residual: number[]; matrix: number[][] } {
  const n = BANDS
  const residual = new Array<number>(n + 3).fill(0)
  const matrix = Array.from({ length: n + 3 }, () => new Array<number>(n + 3).fill(0))
  for (let c = 0; c < 3; c++) residual[n + c] = -xyz[c] / 100
  for (let i = 0; i < n; i++) {
    const tanh = Math.tanh(z[i])
    const slope = (1 - tanh * tanh) / 2
    let pull = 0
    for (let c = 0; c < 3; c++) {
      const weight = weights[c][i] / 100
      pull += multipliers[c] * weight
      residual[n + c] += (weight * (tanh + 1)) / 2
      matrix[n + c][i] = weight * slope
      matrix[i][n + c] = weight * slope
    }
    residual[i] += slope * pull
    matrix[i][i] += -2 * tanh * slope * pull
    if (i > 0) {
      residual[i] += 2 * (z[i] - z[i - 1])
      residual[i - 1] -= 2 * (z[i] - z[i - 1])
      matrix[i][i] += 2
      matrix[i - 1][i - 1] += 2
      matrix[i][i - 1] -= 2
      matrix[i - 1][i] -= 2
    }
  }
  return { residual, matrix }
}
