/** How a kind of clay holds its water. Dry basis throughout: kg water per kg dry clay. */
export interface ClayWater {
  readonly name: string
  /** As thrown, and where shrinkage ends. */
  readonly plastic: number
  readonly shrinkageLimit: number
  /** Sorption after Oswin: X = A (φ/(1−φ))^B. */
  readonly A: number
  readonly B: number
  /** Diffusivity wet and dry at 20 °C, m²/s. */
  readonly fastM2s: number
  readonly slowM2s: number
  /** Density of the grains, kg/m³. */
  readonly grainKgM3: number
}

/**
 * Kinds of clay, invented and fitted so that walls dry as potters find (common practice, no source). Commonly quoted, from memory:
 * plastic clay holds .22–.33, linear drying shrinkage is 4–8 %.
 */
export const CLAY_WATER = {
  fineWhite: {
    name: 'fine white earthenware',
    plastic: 0.26,
    shrinkageLimit: 0.145,
    A: 0.01,
    B: 0.45,
    fastM2s: 3e-9,
    slowM2s: 4e-10,
    grainKgM3: 2600,
  },
  red: {
    name: 'red earthenware',
    plastic: 0.25,
    shrinkageLimit: 0.13,
    A: 0.018,
    B: 0.45,
    fastM2s: 2e-9,
    slowM2s: 3e-10,
    grainKgM3: 2650,
  },
  grogged: {
    name: 'grogged stoneware',
    plastic: 0.22,
    shrinkageLimit: 0.125,
    A: 0.01,
    B: 0.45,
    fastM2s: 6e-9,
    slowM2s: 8e-10,
    grainKgM3: 2650,
  },
  porcelain: {
    name: 'porcelain',
    plastic: 0.25,
    shrinkageLimit: 0.145,
    A: 0.008,
    B: 0.45,
    fastM2s: 2.5e-9,
    slowM2s: 4e-10,
    grainKgM3: 2600,
  },
} as const satisfies Record<string, ClayWater>

export const CLAY_WATER_KINDS = Object.keys(CLAY_WATER) as [ClayWaterKind, ...ClayWaterKind[]]

export type ClayWaterKind = keyof typeof CLAY_WATER

/** Water that clay keeps in air of relative humidity φ (0–1). */
export const equilibrium = ({ A, B }: ClayWater, humidity: number): number => A * (humidity / (1 - humidity)) ** B

/** Activity of the water at a content X: the humidity of air that would neither wet nor dry it. */
export const activity = ({ A, B }: ClayWater, x: number): number => (x <= 0 ? 0 : 1 / (1 + (A / x) ** (1 / B)))

/** Dry clay in the wall as built, kg/m³. */
export const dryDensity = ({ grainKgM3, plastic }: ClayWater): number => 1 / (1 / grainKgM3 + plastic / 1000)

/** Diffusivity of water in the wall, m²/s. */
export const diffusivity = ({ fastM2s, slowM2s, plastic }: ClayWater, x: number, celsius: number): number =>
  slowM2s * Math.exp((Math.log(fastM2s / slowM2s) * x) / plastic + 0.023 * (celsius - 20))

/** Dryness ω: 1 as thrown, 0 where shrinkage ends, below it negative. */
export const dryness = ({ plastic, shrinkageLimit }: ClayWater, x: number): number =>
  (x - shrinkageLimit) / (plastic - shrinkageLimit)

export const contentAt = ({ plastic, shrinkageLimit }: ClayWater, omega: number): number =>
  shrinkageLimit + omega * (plastic - shrinkageLimit)

/** Linear drying shrinkage so far, 0–1, from the water that has left before the shrinkage limit. */
export function dryingShrinkage(clay: ClayWater, x: number): number {
  const volume = (dryDensity(clay) * (clay.plastic - Math.max(x, clay.shrinkageLimit))) / 1000
  return 1 - (1 - volume) ** (1 / 3)
}
