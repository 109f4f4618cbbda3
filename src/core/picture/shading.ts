import { clamp, smoothstep } from '../numeric/interpolation'

type Vector = readonly [number, number, number]

/**
 * The light in which pieces stand: an even neutral sky, a large window to the left and a weaker one behind to the right.
 * The same function stands in the shader of the turning form, so that thumbnails and form agree.
 */
export function diffuseLight([x, y, z]: Vector, openness: number): number {
  const sky = 0.42 + 0.26 * y
  const window = Math.max(0, -0.52 * x + 0.5 * y + 0.69 * z)
  const back = Math.max(0, 0.85 * x + 0.25 * y + 0.2 * z)
  return openness * (sky + 0.62 * window + 0.12 * back)
}

/** What a mirror at the surface would see in direction r: two windows with soft edges; wider and fainter when the surface is rough. */
export function reflectedLight([x, y, z]: Vector, gloss: number): number {
  const soft = 0.05 + 0.5 * (1 - gloss)
  const azimuth = Math.atan2(x, z)
  const pane = (centre: number, half: number, low: number, high: number) =>
    smoothstep(-soft, soft, half - Math.abs(azimuth - centre)) *
    smoothstep(-soft, soft, y - low) *
    smoothstep(-soft, soft, high - y)
  const panes = pane(-0.95, 0.26, 0.05, 0.78) + 0.35 * pane(1.25, 0.16, -0.1, 0.7)
  return gloss * (0.9 * panes + 0.1 + 0.12 * clamp(y, 0, 1))
}

/** Schlick's approximation of the share reflected at the angle whose cosine is given, for glass (Schlick 1994). */
export const fresnel = (cosine: number): number => 0.04 + 0.96 * (1 - clamp(cosine, 0, 1)) ** 5
