import { inverseSpd, jacobianOf, levenbergMarquardt, normalEquations } from '../numeric/leastSquares'
import type { Triple } from './colourSpaces'
import { labUnder, stackReflectance } from './layeredColour'
import { reconstructReflectance } from './reconstruct'
import { internalReflectance, SURFACES, type SurfaceKind } from './surface'
import { colourByBand, type AskedSquare } from './sensitivity'
import { BANDS } from './spectrum'
import type { LayerOptics } from './kubelkaMunk'

/**
 * A measured square in which the medium lies in one film: what is beneath and above it is taken as known, the body by its internal
 * reflectance.
 */
export interface MeasuredSquare extends AskedSquare {
  readonly lab: Triple
  /** Error of the measurement, ΔE, one σ: about .5 measured, 2 from a corrected photograph. */
  readonly sigma: number
}

/**
 * What is believed of a medium before its tiles: the middle, and one σ of ln(K/S) over all bands together, of its roughness from
 * band to band, and of ln S.
 */
export interface OpticsPrior {
  readonly parameters: readonly number[]
  readonly wholeSigma: number
  readonly roughSigma: number
  readonly scatterSigma: number
}

/** Optics with what is not known of them: parameters are ln(K/S) in 36 bands and ln S as a parabola over the bands. */
export interface FittedOptics {
  readonly parameters: readonly number[]
  readonly covariance: readonly (readonly number[])[]
}

const TINT_SIGMA = 0.15

/** Band position from −1 to 1. */
const position = (band: number) => (band - 17.5) / 17.5

/** K and S per coat from parameters. */
export function opticsOf(p: readonly number[]): { K: Float64Array; S: Float64Array } {
  const S = Float64Array.from({ length: BANDS }, (_, i) =>
    Math.exp(clampLn(p[BANDS] + p[BANDS + 1] * position(i) + p[BANDS + 2] * (position(i) ** 2 - 0.35))),
  )
  return { K: S.map((s, i) => s * Math.exp(clampLn(p[i]))), S }
}

const clampLn = (v: number) => Math.max(-14, Math.min(7, v))

/** Parameters nearest to given optics: ln(K/S) as it is, ln S by least squares on its parabola. */
export function parametersOf({ K, S }: LayerOptics): number[] {
  const lnS = Array.from(S, (s) => Math.log(Math.max(1e-4, s)))
  const basis = (i: number) => [1, position(i), position(i) ** 2 - 0.35]
  const normal = [0, 1, 2].map((r) =>
    [0, 1, 2].map((c) => lnS.reduce((sum, _, i) => sum + basis(i)[r] * basis(i)[c], 0)),
  )
  const right = [0, 1, 2].map((r) => lnS.reduce((sum, v, i) => sum + basis(i)[r] * v, 0))
  const inverse = inverseSpd(normal)
  const s = inverse.map((row) => row.reduce((sum, v, i) => sum + v * right[i], 0))
  return [...Array.from(K, (k, i) => Math.log(Math.max(1e-6, k) / Math.max(1e-4, S[i]))), ...s]
}

/** A prior round known or assumed optics. */
export const priorRound = (optics: LayerOptics, wholeSigma: number, scatterSigma: number): OpticsPrior => ({
  parameters: parametersOf(optics),
  wholeSigma,
  roughSigma: 0.35,
  scatterSigma,
})

/** A prior from one colour of a thick film and the usual scattering of its family: all that a swatch can tell. */
export function priorFromSwatch(lab: Triple, surface: SurfaceKind, scatter: number): OpticsPrior {
  const { reflectance } = reconstructReflectance(lab)
  const lnQ = Array.from(reflectance, (r) => {
    const inside = Math.min(0.97, Math.max(0.004, internalReflectance(r, SURFACES[surface])))
    return Math.log((1 - inside) ** 2 / (2 * inside))
  })
  return { parameters: [...lnQ, Math.log(scatter), 0, 0], wholeSigma: 0.6, roughSigma: 0.6, scatterSigma: 0.5 }
}

/** Residuals of what is believed beforehand. */
function priorResiduals(
  p: readonly number[],
  { parameters, wholeSigma, roughSigma, scatterSigma }: OpticsPrior,
): number[] {
  const out: number[] = []
  for (let i = 0; i < BANDS; i++) {
    const off = p[i] - parameters[i]
    out.push(off / (wholeSigma * 6))
    if (i > 0) out.push((off - (p[i - 1] - parameters[i - 1])) / roughSigma)
  }
  let mean = 0
  for (let i = 0; i < BANDS; i++) mean += (p[i] - parameters[i]) / BANDS
  out.push(mean / wholeSigma)
  out.push(
    (p[BANDS] - parameters[BANDS]) / scatterSigma,
    (p[BANDS + 1] - parameters[BANDS + 1]) / TINT_SIGMA,
    (p[BANDS + 2] - parameters[BANDS + 2]) / TINT_SIGMA,
  )
  return out
}

/** Colour of a square with other optics of its medium. */
export const labOfSquare = (square: AskedSquare, optics: LayerOptics): [number, number, number] =>
  labUnder(
    stackReflectance(square.body, [...square.below, { optics, coats: square.coats }, ...square.above], square.surface),
  )

/** Weight of chroma differences: large chromas are told apart less well. */
const chromaWeight = ([, a, b]: Triple) => 1 + 0.02 * Math.hypot(a, b)

/**
 * Fits the optics of one medium to its measured squares and to what was believed before, by Levenberg–Marquardt on Lab (weighted
 * by σ and 1 + .02 C). The covariance is that of the linearised posterior.
 */
export function fitOptics(squares: readonly MeasuredSquare[], prior: OpticsPrior): FittedOptics {
  const residuals = (p: readonly number[]): number[] => {
    const optics = opticsOf(p)
    const out = priorResiduals(p, prior)
    for (const square of squares) {
      const lab = labOfSquare(square, optics)
      const weight = square.sigma * chromaWeight(square.lab)
      out.push(
        (lab[0] - square.lab[0]) / square.sigma,
        (lab[1] - square.lab[1]) / weight,
        (lab[2] - square.lab[2]) / weight,
      )
    }
    return out
  }
  // What is believed beforehand is linear in the parameters.
  const { parameters: p0 } = prior
  const priorJacobian = jacobianOf(p0, priorResiduals(p0, prior), (p) => priorResiduals(p, prior))
  const jacobian = (p: readonly number[]): number[][] => [
    ...priorJacobian,
    ...squares.flatMap((square) => {
      const weight = square.sigma * chromaWeight(square.lab)
      const [L, a, b] = sensitivity(p, square)
      return [L.map((v) => v / square.sigma), a.map((v) => v / weight), b.map((v) => v / weight)]
    }),
  ]
  const { parameters, covariance } = levenbergMarquardt(p0, residuals, { jacobian })
  return { parameters, covariance }
}

/** What is believed of a medium that has no tiles. */
export function unfitted(prior: OpticsPrior): FittedOptics {
  const at = priorResiduals(prior.parameters, prior)
  const jacobian = jacobianOf(prior.parameters, at, (p) => priorResiduals(p, prior))
  const { normal } = normalEquations(jacobian, at)
  return { parameters: prior.parameters.slice(), covariance: inverseSpd(normal) }
}

/** How the colour of a square moves with the parameters of its medium: 3 rows. */
export function sensitivity(parameters: readonly number[], square: AskedSquare): number[][] {
  const { byRatio, byScatter } = colourByBand(square, opticsOf(parameters))
  return byRatio.map((row, k) => {
    const tint = [0, 0, 0]
    byScatter[k].forEach((v, i) => {
      const t = position(i)
      tint[0] += v
      tint[1] += v * t
      tint[2] += v * (t ** 2 - 0.35)
    })
    return [...row, ...tint]
  })
}

/** Covariance of a colour, 3 × 3, from that of the parameters. */
export function colourCovariance(
  jacobian: readonly (readonly number[])[],
  covariance: readonly (readonly number[])[],
): number[][] {
  const half = jacobian.map((row) =>
    covariance[0].map((_, j) => row.reduce((sum, v, i) => sum + v * covariance[i][j], 0)),
  )
  return half.map((row) => jacobian.map((other) => row.reduce((sum, v, j) => sum + v * other[j], 0)))
}

/**
 * Expected ΔE00 of a colour with a covariance: the root of its variances along lightness, chroma and hue, each divided by the
 * weight that CIEDE2000 gives it there (SL taken as 1, the rotation of blues left out).
 */
export function expectedDifference(lab: Triple, covariance: readonly (readonly number[])[]): number {
  const C = Math.hypot(lab[1], lab[2])
  const [c, s] = C > 1e-6 ? [lab[1] / C, lab[2] / C] : [1, 0]
  const along = c * c * covariance[1][1] + 2 * c * s * covariance[1][2] + s * s * covariance[2][2]
  const across = s * s * covariance[1][1] - 2 * c * s * covariance[1][2] + c * c * covariance[2][2]
  return Math.sqrt(
    Math.max(0, covariance[0][0]) +
      Math.max(0, along) / (1 + 0.045 * C) ** 2 +
      Math.max(0, across) / (1 + 0.015 * C) ** 2,
  )
}

/** Covariance after one more square would be measured (the measured colour itself does not matter): Kalman’s update. */
export function afterMeasuring(
  { parameters, covariance }: FittedOptics,
  square: Omit<MeasuredSquare, 'lab'>,
): number[][] {
  const jacobian = sensitivity(parameters, square)
  const lab = labOfSquare(square, opticsOf(parameters))
  const weight = [square.sigma, square.sigma * chromaWeight(lab), square.sigma * chromaWeight(lab)]
  const spread = colourCovariance(jacobian, covariance).map((row, i) =>
    row.map((v, j) => v + (i === j ? weight[i] ** 2 : 0)),
  )
  const gainSide = jacobian.map((row) =>
    covariance[0].map((_, j) => row.reduce((sum, v, i) => sum + v * covariance[i][j], 0)),
  )
  const inverse = inverseSpd(spread)
  return covariance.map((row, i) =>
    row.map((v, j) => {
      let taken = 0
      for (let r = 0; r < 3; r++) for (let c = 0; c < 3; c++) taken += gainSide[r][i] * inverse[r][c] * gainSide[c][j]
      return v - taken
    }),
  )
}
