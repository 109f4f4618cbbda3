import { activity, diffusivity, dryDensity, type ClayWater } from './clayWater'
import { exchange, type Exchange, type Face, type Surroundings } from './airSide'
import { KELVIN, latentHeat, saturatedVapour } from './moistAir'

/** A stretch through the wall from one face to the other. */
export interface Wall {
  readonly clay: ClayWater
  readonly thickM: number
  readonly faces: readonly [Face, Face]
}

/** Water in each cell of a wall (dry basis), its one temperature, and when, hours. */
export interface WallState {
  readonly hours: number
  readonly water: Float64Array
  readonly celsius: number
}

/** Course of a wall's drying: hours, mean water, water at the two faces, temperature. */
export interface WallCourse {
  readonly hours: number[]
  readonly mean: number[]
  readonly faces: [number[], number[]]
  readonly celsius: number[]
}

/** Whether a course need go no further, by the hour and the mean water it has come to. */
export type Enough = (hours: number, mean: number) => boolean

export interface SolverSettings {
  readonly cells: number
  /** Error a step may make, as a share of the plastic water content. */
  readonly tolerance: number
}

/** 20 cells growing ×1.1 from both faces; ×1.25 is too coarse in the middle. */
const SOLVER: SolverSettings = { cells: 20, tolerance: 2e-4 }

const GROWTH = 1.1
const LONGEST_STEP_S = 6 * 3600
const FIRST_STEP_S = 8
const SPECIFIC_HEAT_CLAY = 900
const SPECIFIC_HEAT_WATER = 4186

/** A wall of one water content throughout. */
export const evenWall = (
  clay: ClayWater,
  water: number,
  celsius: number,
  hours = 0,
  cells = SOLVER.cells,
): WallState => ({ hours, water: new Float64Array(cells).fill(Math.min(water, 2 * clay.plastic)), celsius })

/** Widths of the cells, shares of the thickness. */
export function cellShares(cells: number): Float64Array {
  const widths = Float64Array.from({ length: cells }, (_, i) => GROWTH ** Math.min(i, cells - 1 - i))
  const sum = widths.reduce((a, b) => a + b, 0)
  return widths.map((w) => w / sum)
}

/** Mean water of a state. */
export function meanWater(water: Float64Array): number {
  const shares = cellShares(water.length)
  let mean = 0
  for (let i = 0; i < water.length; i++) mean += shares[i] * water[i]
  return mean
}

/**
 * Dries (or damps) a wall in one surrounding: ∂X/∂t = ∂z (D ∂z X) by cell-centred finite volumes, vapour and heat traded at both
 * faces, one temperature for the wall. Implicit Euler with step doubling and Richardson extrapolation.
 * Sources: Luikov-type diffusion drying as in textbooks; error against the slab series (Crank 1975) below 0.75 %.
 */
export class WallSolver {
  private readonly n: number
  private readonly width: Float64Array
  private readonly density: number
  private readonly conductance: Float64Array
  private readonly upper: Float64Array
  private readonly pivot: Float64Array
  private readonly solved: [Float64Array, Float64Array, Float64Array]
  private readonly fluxes: [number, number] = [0, 0]
  private lastActivity = 1
  private readonly activities: [number, number] = [1, 1]
  private readonly surface: [number, number] = [0, 0]

  constructor(
    private readonly wall: Wall,
    private readonly settings: SolverSettings = SOLVER,
  ) {
    this.n = settings.cells
    this.width = cellShares(this.n).map((share) => share * wall.thickM)
    this.density = dryDensity(wall.clay)
    this.conductance = new Float64Array(this.n + 1)
    this.upper = new Float64Array(this.n)
    this.pivot = new Float64Array(this.n)
    this.solved = [new Float64Array(this.n), new Float64Array(this.n), new Float64Array(this.n)]
  }

  /**
   * Runs from a state to `untilHours`, or until it is `enough`, and adds to a course. Gives the state at the end.
   */
  run(from: WallState, around: Surroundings, untilHours: number, course: WallCourse, enough?: Enough): WallState {
    let state = from
    let step = FIRST_STEP_S
    if (course.hours.length === 0) this.note(state, around, course)
    const { tolerance } = this.settings
    const scale = this.wall.clay.plastic
    while (state.hours < untilHours - 1e-9) {
      const left = (untilHours - state.hours) * 3600
      const trial = Math.min(step, left, LONGEST_STEP_S)
      const whole = this.step(state, around, trial)
      const half = this.step(state, around, trial / 2)
      const twice = this.step(half, around, trial / 2)
      let error = 0
      for (let i = 0; i < this.n; i++) error = Math.max(error, Math.abs(twice.water[i] - whole.water[i]) / scale)
      if (error > tolerance && trial > 0.5) {
        step = trial * Math.max(0.2, 0.9 * Math.sqrt(tolerance / error))
        continue
      }
      const water = new Float64Array(this.n)
      for (let i = 0; i < this.n; i++) water[i] = Math.max(1e-9, 2 * twice.water[i] - whole.water[i])
      state = { hours: state.hours + trial / 3600, water, celsius: 2 * twice.celsius - whole.celsius }
      this.note(state, around, course)
      step = trial * Math.min(2.5, 0.9 * Math.sqrt(tolerance / Math.max(error, tolerance / 9)))
      if (enough?.(state.hours, course.mean[course.mean.length - 1])) break
    }
    return state
  }

  /** Adds a state to a course. */
  note(state: WallState, around: Surroundings, course: WallCourse): void {
    course.hours.push(state.hours)
    course.mean.push(this.mean(state.water))
    const [a, b] = this.surfaceNow(state, around)
    course.faces[0].push(a)
    course.faces[1].push(b)
    course.celsius.push(state.celsius)
  }

  private mean(water: Float64Array): number {
    let sum = 0
    for (let i = 0; i < this.n; i++) sum += water[i] * this.width[i]
    return sum / this.wall.thickM
  }

  /** Water at the two faces, where what diffuses to a face leaves it. */
  private surfaceNow(state: WallState, around: Surroundings): [number, number] {
    const saturated = saturatedVapour(state.celsius)
    return [0, 1].map((side) => {
      const x = state.water[side === 0 ? 0 : this.n - 1]
      const face = exchange(this.wall.faces[side], around, state.celsius, activity(this.wall.clay, x))
      return this.surfaceWater(x, this.toFace(side, x, state.celsius), face, saturated, this.surface[side])
    }) as [number, number]
  }

  /** One implicit Euler step of `seconds`. */
  private step(state: WallState, around: Surroundings, seconds: number): WallState {
    const { n, width, density } = this
    const { clay, faces } = this.wall
    const exchanges = faces.map((face, side) =>
      exchange(face, around, state.celsius, activity(clay, state.water[side === 0 ? 0 : n - 1])),
    ) as [Exchange, Exchange]
    // Two passes, so that diffusivity belongs to the end of the step.
    let water = state.water
    let celsius = state.celsius
    for (let pass = 0; pass < 2; pass++) {
      this.factorise(water, celsius, seconds)
      this.solve(this.solved[0], (i) => (state.water[i] * width[i]) / seconds)
      this.solve(this.solved[1], (i) => (i === 0 ? 1 / density : 0))
      this.solve(this.solved[2], (i) => (i === n - 1 ? 1 / density : 0))
      celsius = this.settleTemperature(state, water, exchanges, seconds)
      const next = new Float64Array(n)
      for (let i = 0; i < n; i++)
        next[i] = Math.max(
          1e-9,
          this.solved[0][i] - this.fluxes[0] * this.solved[1][i] - this.fluxes[1] * this.solved[2][i],
        )
      water = next
    }
    return { hours: state.hours + seconds / 3600, water, celsius }
  }

  /** Conductances between cells (harmonic), then the factors of the tridiagonal system. */
  private factorise(water: Float64Array, celsius: number, seconds: number): void {
    const { n, width, conductance, upper } = this
    const { clay } = this.wall
    let before = width[0] / diffusivity(clay, water[0], celsius)
    for (let i = 1; i < n; i++) {
      const here = width[i] / diffusivity(clay, water[i], celsius)
      conductance[i] = 2 / (before + here)
      before = here
    }
    conductance[0] = 0
    conductance[n] = 0
    for (let i = 0; i < n; i++) {
      const diagonal = width[i] / seconds + conductance[i] + conductance[i + 1]
      this.pivot[i] = 1 / (diagonal - (i > 0 ? conductance[i] * upper[i - 1] : 0))
      upper[i] = conductance[i + 1] * this.pivot[i]
    }
  }

  private solve(out: Float64Array, right: (i: number) => number): void {
    const { n, conductance, upper, pivot } = this
    for (let i = 0; i < n; i++) out[i] = (right(i) + (i > 0 ? conductance[i] * out[i - 1] : 0)) * pivot[i]
    for (let i = n - 2; i >= 0; i--) out[i] += upper[i] * out[i + 1]
  }

  /** The temperature at the end of the step: Newton on the heat balance; leaves the fluxes at that temperature. */
  private settleTemperature(
    state: WallState,
    water: Float64Array,
    exchanges: readonly [Exchange, Exchange],
    seconds: number,
  ): number {
    const capacity =
      (this.density * this.wall.thickM * (SPECIFIC_HEAT_CLAY + SPECIFIC_HEAT_WATER * this.mean(water))) / seconds
    const [one, two] = exchanges
    const room = Math.min(one.airCelsius, two.airCelsius)
    let celsius = state.celsius
    for (let i = 0; i < 30; i++) {
      const saturated = saturatedVapour(celsius)
      this.settleFluxes(water, exchanges, celsius, saturated)
      const latent = latentHeat(celsius)
      let heat = capacity * (state.celsius - celsius)
      let slope = capacity
      for (let side = 0; side < 2; side++) {
        const face = exchanges[side]
        heat +=
          face.convection * (face.airCelsius - celsius) + face.radiation * (room - celsius) - latent * this.fluxes[side]
        slope +=
          face.convection +
          face.radiation +
          latent * face.vapourMs * this.activities[side] * saturatedSlope(celsius, saturated)
      }
      const change = heat / slope
      celsius += change
      if (Math.abs(change) < 1e-4) break
    }
    return celsius
  }

  /** The fluxes at both faces at a temperature: each face in turn, until they agree. */
  private settleFluxes(
    water: Float64Array,
    exchanges: readonly [Exchange, Exchange],
    celsius: number,
    saturated: number,
  ): void {
    const { n, solved, fluxes, activities } = this
    for (let round = 0; round < 8; round++) {
      let change = 0
      for (let side = 0; side < 2; side++) {
        const cell = side === 0 ? 0 : n - 1
        const free = solved[0][cell] - fluxes[1 - side] * solved[2 - side][cell]
        const face = exchanges[side]
        const surface = this.surfaceWater(
          free,
          solved[1 + side][cell] + this.toFace(side, Math.max(1e-9, water[cell]), celsius),
          face,
          saturated,
          this.surface[side],
        )
        const flux = face.vapourMs * (this.lastActivity * saturated - face.vapourKgM3)
        change = Math.max(change, Math.abs(flux - fluxes[side]))
        fluxes[side] = flux
        activities[side] = this.lastActivity
        this.surface[side] = surface
      }
      if (change < 1e-10) return
    }
  }

  /** Resistance from the middle of an outer cell to its face, m² s/kg. */
  private toFace = (side: number, x: number, celsius: number): number =>
    this.width[side === 0 ? 0 : this.n - 1] / (2 * this.density * diffusivity(this.wall.clay, x, celsius))

  /**
   * The water at a face, from X = free − resistance · flux(X): Newton kept inside a bracket that shrinks; the step is tested
   * before the bracket would be halved.
   */
  private surfaceWater(free: number, resistance: number, face: Exchange, saturated: number, guess: number): number {
    const { clay } = this.wall
    let low = 1e-9
    let high = Math.max(2 * clay.plastic, free) + 1e-9
    let x = guess > low && guess < high ? guess : Math.min(high, Math.max(low, free))
    for (let i = 0; i < 60; i++) {
      const a = activity(clay, x)
      const f = x - free + resistance * face.vapourMs * (a * saturated - face.vapourKgM3)
      if (f > 0) high = x
      else low = x
      const slope = 1 + (resistance * face.vapourMs * saturated * a * (1 - a)) / (clay.B * x)
      const next = x - f / slope
      const to = next > low && next < high ? next : (low + high) / 2
      this.lastActivity = Math.min(1, a + (a * (1 - a) * (to - x)) / (clay.B * x))
      if (Math.abs(to - x) < 1e-7) return to
      x = to
    }
    return x
  }
}

/** Change of the density of saturated vapour with temperature, kg/(m³ K), by Clausius and Clapeyron. */
const saturatedSlope = (celsius: number, saturated: number) =>
  saturated * (latentHeat(celsius) / (461.52 * (celsius + KELVIN) ** 2) - 1 / (celsius + KELVIN))

export const emptyCourse = (): WallCourse => ({ hours: [], mean: [], faces: [[], []], celsius: [] })
