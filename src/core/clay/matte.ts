import { STAGE, type Stage } from './stages'

/** What a wet coat is, as far as its drying goes. */
export interface CoatRheology {
  /** Wet film, µm. */
  readonly wetUm: number
  /** Solids by volume as applied, and at the point where the film turns matte. */
  readonly solids: number
  readonly solidsWhenMatte: number
  /** The coat's own resistance to being sucked dry, µm/√s [fitted to common practice]. */
  readonly coatSuction: number
}

/** Evaporation in a still room at 21 °C and 50 % humidity, µm/s. */
const STILL_ROOM_EVAPORATION = 0.0204

/**
 * Seconds until a coat goes from shiny to matte: suction by the clay (∝ √time) and evaporation remove the water
 * w = h(1 − φs/φmax). Solves S(√(t+u²) − u) + e t = w for t, u² the seconds since the first coat on this clay.
 * Common practice, no source: constants fitted to the waits potters quote.
 */
export function secondsUntilMatte(
  coat: CoatRheology,
  stage: Stage,
  secondsSinceFirstCoat = 0,
  evaporation = STILL_ROOM_EVAPORATION,
): number {
  const waterUm = coat.wetUm * (1 - coat.solids / coat.solidsWhenMatte)
  const suction = (1 / STAGE[stage].suction ** 2 + 1 / coat.coatSuction ** 2) ** -0.5
  return secondsToLose(waterUm, suction, evaporation, secondsSinceFirstCoat)
}

/** Seconds to lose `waterUm` of water at a suction S (µm/√s) and evaporation e (µm/s). */
export function secondsToLose(
  waterUm: number,
  suction: number,
  evaporation: number,
  secondsSinceFirstCoat = 0,
): number {
  const u = Math.sqrt(secondsSinceFirstCoat)
  const k = waterUm + suction * u + evaporation * u * u
  const s = (-suction + Math.sqrt(suction * suction + 4 * evaporation * k)) / (2 * evaporation)
  return s * s - u * u
}

/**
 * Waits after each of `coats` coats, laid one after another as soon as the last is matte; seconds. `beneath`: how long ago the first
 * coat went onto this clay, which has drunk since, s.
 */
export function waitsOfCoats(
  coat: CoatRheology,
  stage: Stage,
  coats: number,
  evaporation = STILL_ROOM_EVAPORATION,
  beneath = 0,
): number[] {
  const waits: number[] = []
  let elapsed = beneath
  for (let i = 0; i < coats; i++) {
    const wait = secondsUntilMatte(coat, stage, elapsed, evaporation)
    waits.push(wait)
    elapsed += wait
  }
  return waits
}

/** Wax dries by evaporation at about a third of water's rate plus 20 min for the film to form; on raw glaze nothing sinks in. */
export function waxDrySeconds(
  { wetUm, solids, coatSuction }: CoatRheology,
  stage: Stage,
  evaporation = STILL_ROOM_EVAPORATION,
): number {
  const waterUm = wetUm * (1 - solids)
  if (stage === 'glazedRaw') return waterUm / (0.08 * evaporation)
  const suction = (1 / STAGE[stage].suction ** 2 + 1 / coatSuction ** 2) ** -0.5
  return 20 * 60 + secondsToLose(waterUm, suction, 0.3 * evaporation)
}
