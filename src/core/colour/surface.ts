/** What the topmost surface does with light, once, after all layers. */
export interface SurfaceOptics {
  /** Fresnel reflection of outside light. */
  readonly k1: number
  /** Reflection of inside light back into the layer. */
  readonly k2: number
  /** Share of k1 that reaches the eye as haze; for gloss the renderer draws the highlight instead. */
  readonly v: number
}

export type SurfaceKind = 'gloss' | 'satin' | 'matte'

/** Saunderson constants [our choice; fit them from a tile with and without clear]. */
export const SURFACES: Readonly<Record<SurfaceKind, SurfaceOptics>> = {
  gloss: { k1: 0.04, k2: 0.6, v: 0 },
  satin: { k1: 0.04, k2: 0.5, v: 0.5 },
  matte: { k1: 0.04, k2: 0.35, v: 1 },
}

/** Measured reflectance from internal reflectance, both 0–1. Source: Saunderson 1942. */
export function measuredReflectance(internal: number, { k1, k2, v }: SurfaceOptics): number {
  return v * k1 + ((1 - k1) * (1 - k2) * internal) / (1 - k2 * internal)
}

/** Internal reflectance from a measured one: the inverse of `measuredReflectance`; below the surface's own haze it is 0. */
export function internalReflectance(measured: number, { k1, k2, v }: SurfaceOptics): number {
  const u = Math.max(0, measured - v * k1)
  return u / ((1 - k1) * (1 - k2) + k2 * u)
}
