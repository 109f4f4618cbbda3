import { dryDensity } from './clayWater'
import { cellShares, type Wall, type WallState } from './wallSolver'

/** Water on each face, µm: what coats have just brought. The first is the face that looks out. */
export type FaceWater = readonly [outsideUm: number, insideUm: number]

/**
 * A wall just after coats were laid: their water fills the clay from the face inwards, as a wetting front does, up to what it held as
 * thrown; what finds no room is spread over the whole. No water is lost or made: it leaves by evaporation only.
 */
export function wetted({ clay, thickM }: Wall, state: WallState, faceUm: FaceWater): WallState {
  const density = dryDensity(clay)
  const shares = cellShares(state.water.length)
  const water = state.water.slice()
  faceUm.forEach((um, side) => {
    // kg/m² of water over kg/m³ of dry clay: what one metre of wall would gain, kg/kg m.
    let left = (um * 1e-3) / density
    for (let k = 0; k < water.length && left > 0; k++) {
      const i = side === 0 ? k : water.length - 1 - k
      const width = shares[i] * thickM
      const takes = Math.min(left, Math.max(0, clay.plastic - water[i]) * width)
      water[i] += takes / width
      left -= takes
    }
    if (left > 0) for (let i = 0; i < water.length; i++) water[i] += left / thickM
  })
  return { ...state, water }
}

/** How much wetter the whole wall is by some water on its faces, kg/kg. */
export const wetterBy = ({ clay, thickM }: Wall, [outsideUm, insideUm]: FaceWater): number =>
  ((outsideUm + insideUm) * 1e-3) / (dryDensity(clay) * thickM)
