import type { Cover } from '../stages'
import { KELVIN, saturatedVapour, saturationPa, vapourDensity } from './moistAir'

/** Air moving over a piece, beyond the room's own draught. */
export const BLOWERS = ['none', 'fan', 'dryer'] as const

export type Blower = (typeof BLOWERS)[number]

/** What surrounds a piece. */
export interface Surroundings {
  readonly celsius: number
  /** Relative humidity of the room, 0–1. */
  readonly humidity: number
  readonly cover: Cover
  readonly blower: Blower
  /** The room's drying factor θ: multiplies everything outside the wall. */
  readonly factor: number
}

/** One side of a wall. */
export interface Face {
  /** `inside` a vessel, `out` in the room, or on a `board`. */
  readonly to: 'out' | 'inside' | 'board'
  /** Length along which the air runs, m. */
  readonly lengthM: number
  readonly upright: boolean
  /** Area of the mouth over area of the inside; 1 where it does not matter. */
  readonly mouthShare: number
}

/** Coefficients of one face: vapour m/s, heat W/(m² K); what the air beyond it is like. */
export interface Exchange {
  readonly vapourMs: number
  readonly convection: number
  readonly radiation: number
  readonly airCelsius: number
  readonly vapourKgM3: number
}

/** Covers as resistances to vapour, m/s [fitted to common practice]; `dampBox` holds the air at 99.8 %. */
const COVER_MS: Readonly<Record<Cover, number | null>> = { open: null, draped: 6e-4, sealed: 3e-5, dampBox: null }

const DAMP_BOX_HUMIDITY = 0.998

/** Air speeds, m/s, and how well a vessel's mouth breathes, m/s [fitted to common practice]. */
const BLOWING: Readonly<Record<Blower, { speed: number; mouth: number; celsius: number | null }>> = {
  none: { speed: 0.1, mouth: 0.02, celsius: null },
  fan: { speed: 2, mouth: 0.06, celsius: null },
  dryer: { speed: 5, mouth: 0.15, celsius: 60 },
}

/** Inside a vessel, and under plastic or in a box: the room’s draught does not get there. */
const STILL_SPEED = 0.03
const BOARD = { vapourMs: 5e-4, convection: 3 }
const GRAVITY = 9.80665
const STEFAN_BOLTZMANN = 5.670374419e-8
const EMISSIVITY = 0.93

interface FilmAir {
  readonly density: number
  readonly conductivity: number
  readonly viscosity: number
  readonly diffusivity: number
  readonly vapour: number
}

/** Properties of air at a film temperature (power laws round 20 °C, values from memory). */
function filmAir(celsius: number): FilmAir {
  const kelvin = celsius + KELVIN
  const r = kelvin / 293.15
  return {
    density: 101_325 / (287.05 * kelvin),
    conductivity: 0.02572 * r ** 0.85,
    viscosity: 1.506e-5 * r ** 1.78,
    diffusivity: 2.14e-5 * r ** 1.81,
    vapour: 2.49e-5 * r ** 1.81,
  }
}

const virtual = (celsius: number, vapourPa: number) => (celsius + KELVIN) / (1 - (0.378 * vapourPa) / 101_325)

/** Heat transfer by free and forced convection together, W/(m² K). Churchill's blending with exponent 3; usual flat-plate laws. */
function convection(
  film: FilmAir,
  lengthM: number,
  upright: boolean,
  speed: number,
  surfaceC: number,
  surfacePa: number,
  airC: number,
  airPa: number,
): number {
  const warm = virtual(surfaceC, surfacePa)
  const cold = virtual(airC, airPa)
  const rayleigh =
    (GRAVITY * Math.abs(warm - cold) * lengthM ** 3) / (((warm + cold) / 2) * film.viscosity * film.diffusivity)
  const free = (upright ? 0.59 : 0.54) * rayleigh ** 0.25
  const reynolds = (speed * lengthM) / film.viscosity
  const prandtl = film.viscosity / film.diffusivity
  const forced = (reynolds < 5e5 ? 0.664 * Math.sqrt(reynolds) : 0.037 * reynolds ** 0.8) * Math.cbrt(prandtl)
  return (Math.cbrt(free ** 3 + forced ** 3) * film.conductivity) / lengthM
}

/**
 * How a face trades heat and vapour with its surroundings. `surfaceC` is the wall's temperature, `surfaceActivity` the activity
 * of the water at the face.
 */
export function exchange(face: Face, around: Surroundings, surfaceC: number, surfaceActivity: number): Exchange {
  const blowing = around.cover === 'open' ? BLOWING[around.blower] : BLOWING.none
  const airC = face.to === 'out' && blowing.celsius !== null ? blowing.celsius : around.celsius
  const roomPa = (around.cover === 'dampBox' ? DAMP_BOX_HUMIDITY : around.humidity) * saturationPa(around.celsius)
  const vapourKgM3 = vapourDensity(roomPa, airC)
  const { factor } = around
  const cover = COVER_MS[around.cover]
  const coverResistance = cover === null ? 0 : 1 / cover
  const muffled = cover === null ? 1 : 0.5
  if (face.to === 'board') {
    return {
      vapourMs: factor / (1 / BOARD.vapourMs + coverResistance),
      convection: BOARD.convection * muffled * factor,
      radiation: 0,
      airCelsius: around.celsius,
      vapourKgM3,
    }
  }
  const film = filmAir((surfaceC + airC) / 2)
  const speed = face.to === 'inside' || around.cover !== 'open' ? STILL_SPEED : blowing.speed
  let heat = convection(
    film,
    face.lengthM,
    face.upright,
    speed,
    surfaceC,
    surfaceActivity * saturationPa(surfaceC),
    airC,
    roomPa,
  )
  let resistance = (film.density * 1006 * (film.diffusivity / film.vapour) ** (2 / 3)) / heat
  let radiation = 0
  if (face.to === 'inside') {
    resistance += 1 / (blowing.mouth * face.mouthShare)
    heat /= 2
  } else radiation = 4 * EMISSIVITY * STEFAN_BOLTZMANN * (around.celsius + KELVIN) ** 3
  return {
    vapourMs: factor / (resistance + coverResistance),
    convection: heat * muffled * factor,
    radiation: radiation * muffled * factor,
    airCelsius: airC,
    vapourKgM3,
  }
}

/** Flux of vapour off a face, kg/(m² s). */
export const vapourFlux = ({ vapourMs, vapourKgM3 }: Exchange, surfaceActivity: number, surfaceC: number): number =>
  vapourMs * (surfaceActivity * saturatedVapour(surfaceC) - vapourKgM3)
