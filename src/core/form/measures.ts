import type { ProfilePoint } from './profile'
import { profileAt, type Stretch, type TurnedForm } from './turnedForm'

/** Area in mm² of the surface that a polyline sweeps round the axis: Σ π (r₁+r₂) √(Δr²+Δz²), exact for cone frusta. */
export function sweptArea(points: readonly ProfilePoint[]): number {
  let area = 0
  for (let i = 0; i + 1 < points.length; i++) {
    const a = points[i]
    const b = points[i + 1]
    area += Math.PI * (a.r + b.r) * Math.hypot(a.r - b.r, a.z - b.z)
  }
  return area
}

/**
 * Volume in mm³ swept by a closed polygon round the axis: 2π · centroid radius · area. Source: Pappus of Alexandria, second
 * theorem.
 */
export function sweptVolume(polygon: readonly ProfilePoint[]): number {
  let moment = 0
  for (let i = 0; i < polygon.length; i++) {
    const a = polygon[i]
    const b = polygon[(i + 1) % polygon.length]
    moment += (a.r + b.r) * (a.r * b.z - b.r * a.z)
  }
  return Math.abs((2 * Math.PI * moment) / 6)
}

/** Places round an outline at which a slanting area is summed up. */
const ROUND = 256

/**
 * Area in mm² of a stretch of the skin: for each piece of the profile r̄·∮|c′|√(z′² + (r′h)²), h the
 * distance of the outline’s
 * tangent from the middle. A round form has h = 1, and the sum is that of cone frusta.
 */
export function stretchArea(form: TurnedForm, { from, to }: Stretch): number {
  const inside = form.profile.filter((_, i) => form.lengths[i] > from && form.lengths[i] < to)
  const points = [profileAt(form, from), ...inside, profileAt(form, to)]
  const { plan } = form
  if (plan.plan.kind === 'round') return sweptArea(points)
  const supports = Array.from({ length: ROUND }, (_, i) => plan.support((i + 0.5) / ROUND))
  let area = 0
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i], points[i + 1]]
    const slant = supports.reduce((sum, h) => sum + Math.hypot(b.z - a.z, (b.r - a.r) * h), 0) / ROUND
    area += ((a.r + b.r) / 2) * plan.length * slant
  }
  return area
}

/** How much more a form of this plan holds than a round one of the same profile. */
const planShare = ({ plan }: TurnedForm): number => plan.area / Math.PI

/** What the form holds when full to the brim, ml. */
export function capacityMl(form: TurnedForm): number {
  if (form.closed) return 0
  const top = Math.max(...form.profile.map((p) => p.z))
  const rimMiddle = (form.zones.rim.from + form.zones.rim.to) / 2
  const inside = form.profile.filter((_, i) => form.lengths[i] >= rimMiddle)
  return (sweptVolume([{ r: 0, z: top }, { r: inside[0].r, z: top }, ...inside]) * planShare(form)) / 1000
}

/** Clay in the piece, ml as made; a closed body is hollow, or solid but for its hole. */
export const clayMl = (form: TurnedForm): number =>
  form.holeMm
    ? (sweptVolume([...form.profile, { r: 0, z: 0 }]) * planShare(form) -
        Math.PI * (form.holeMm / 2) ** 2 * form.heightMm) /
      1000
    : form.closed
      ? (stretchArea(form, { from: 0, to: form.totalMm }) * form.wallMm) / 1000
      : (sweptVolume(form.profile) * planShare(form)) / 1000
