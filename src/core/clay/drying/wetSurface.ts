import { exchange, vapourFlux, type Face, type Surroundings } from './airSide'
import { latentHeat } from './moistAir'

/** A steady wet face: its temperature, °C, and what evaporates, kg/(m² s). */
export function steadyWetFace(face: Face, around: Surroundings): { celsius: number; flux: number } {
  let low = around.celsius - 30
  let high = Math.max(around.celsius, 60)
  for (let i = 0; i < 50; i++) {
    const celsius = (low + high) / 2
    const e = exchange(face, around, celsius, 1)
    const balance =
      e.convection * (e.airCelsius - celsius) +
      e.radiation * (around.celsius - celsius) -
      latentHeat(celsius) * vapourFlux(e, 1, celsius)
    if (balance > 0) low = celsius
    else high = celsius
  }
  return { celsius: low, flux: vapourFlux(exchange(face, around, low, 1), 1, low) }
}

const COATED_WALL: Face = { to: 'out', lengthM: 0.1, upright: true, mouthShare: 1 }

/** How fast a fresh coat loses water to the air, µm/s. */
export const coatEvaporation = (around: Surroundings): number =>
  Math.max(1e-4, steadyWetFace(COATED_WALL, { ...around, cover: 'open' }).flux * 1000)
