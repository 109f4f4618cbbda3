import { inMm } from '../base/units'
import { fail, ok, type Result } from '../base/result'
import { clamp } from '../numeric/interpolation'
import { planOutline, ROUND, type Plan, type PlanOutline } from './planOutline'
import { holeMm, PRESETS, type FormPreset, type TurnedSizes } from './presets'
import { arcLengths, insideOf, smoothThrough, type ProfilePoint } from './profile'

/** Named parts of the skin, in order from the middle of the base to the middle of the floor. */
export const ZONES = ['base', 'outside', 'rim', 'inside', 'floor'] as const

export type ZoneName = (typeof ZONES)[number]

/** A stretch of the skin, mm along the profile from the middle of the base. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/**
 * A turned form with its skin: one profile from the middle of the base, up the outside, over the rim, down the inside to the
 * middle of the floor. Lengths in mm as made.
 */
export interface TurnedForm {
  readonly profile: readonly ProfilePoint[]
  /** Length along the profile at each of its points. */
  readonly lengths: readonly number[]
  readonly totalMm: number
  readonly zones: Readonly<Record<ZoneName, Stretch>>
  readonly wallMm: number
  readonly heightMm: number
  /** A slab: base is its back, outside its edge, floor its face. */
  readonly flat: boolean
  /** Closed at the top, and hollow: a figure’s body. It has no rim and no inside. */
  readonly closed?: boolean
  /** Of a closed one: width of the hole through its clay, mm; a hollow one has none. */
  readonly holeMm?: number
  /** How it looks from above. Radii of the profile are half its width. */
  readonly plan: PlanOutline
  /** How far a hand-built wall strays from the profile either way, mm. */
  readonly unevenMm: number
}

/** Length once round a form where its profile has a radius, mm. */
export const aroundMm = (form: TurnedForm, radiusMm: number): number => form.plan.length * radiusMm

/** Thinnest wall to reckon with: an uneven wall is thinner in places. */
export const thinnestWallMm = (form: TurnedForm): number => Math.max(1, form.wallMm - 1.4 * form.unevenMm)

/** What shapes a form besides its preset. */
export interface FormVariation {
  readonly plan: Plan
  readonly unevenMm: number
}

const PLAIN: FormVariation = { plan: ROUND, unevenMm: 0 }

/** The floor is thicker than the wall [our choice, common practice]. */
const FLOOR_OVER_WALL = 1.15

/** Builds a form from a preset and its measured sizes. Fails with words when the sizes contradict each other. */
export function buildTurnedForm(preset: FormPreset, sizes: TurnedSizes, variation = PLAIN): Result<TurnedForm> {
  if (PRESETS[preset].flat) return buildSlab(sizes.rimMm / 2, sizes.heightMm, variation)
  if (PRESETS[preset].solid) return buildSolid(preset, sizes, variation)
  if (PRESETS[preset].closed) return buildClosed(PRESETS[preset].outline(sizes), sizes.wallMm, variation)
  const narrowest = Math.min(sizes.rimMm, sizes.footMm)
  if (sizes.wallMm * 2.6 > narrowest) {
    return fail({
      code: 'form-impossible',
      reason: `a wall of ${inMm(sizes.wallMm)} leaves no room in a diameter of ${inMm(narrowest)}; make the wall thinner or the form wider`,
    })
  }
  if (sizes.wallMm * 2 > sizes.heightMm) {
    return fail({
      code: 'form-impossible',
      reason: `a wall of ${inMm(sizes.wallMm)} is too thick for a height of ${inMm(sizes.heightMm)}; make the wall thinner`,
    })
  }
  const outside = smoothThrough(PRESETS[preset].outline(sizes))
  return buildFromOutside(outside, sizes.wallMm, variation)
}

/** A flat slab: across its back, over its edge and to the middle of its face. */
function buildSlab(radiusMm: number, thickMm: number, variation: FormVariation): Result<TurnedForm> {
  if (thickMm > radiusMm)
    return fail({
      code: 'form-impossible',
      reason: `a slab ${inMm(thickMm)} thick and ${inMm(2 * radiusMm)} wide is no slab; make it thinner or wider`,
    })
  const corner = { r: radiusMm, z: 0 }
  const brow = { r: radiusMm, z: thickMm }
  const profile = joined([
    straight({ r: 0, z: 0 }, corner),
    straight(corner, brow),
    straight(brow, { r: 0, z: thickMm }),
  ])
  const lengths = arcLengths(profile)
  const totalMm = 2 * radiusMm + thickMm
  const over = { from: radiusMm + thickMm, to: radiusMm + thickMm }
  const zones = {
    base: { from: 0, to: radiusMm },
    outside: { from: radiusMm, to: radiusMm + thickMm },
    rim: over,
    inside: over,
    floor: { from: over.from, to: totalMm },
  }
  return ok({ ...turned({ profile, lengths, zones, wallMm: thickMm }, variation), flat: true })
}

/** A form of a profile and its zones. */
const turned = (
  shape: Pick<TurnedForm, 'profile' | 'lengths' | 'zones' | 'wallMm'>,
  { plan, unevenMm }: FormVariation,
): TurnedForm => ({
  ...shape,
  totalMm: shape.lengths[shape.lengths.length - 1],
  heightMm: Math.max(...shape.profile.map((p) => p.z)),
  flat: false,
  plan: planOutline(plan),
  unevenMm,
})

/** A stretch that a form does not have. */
const NONE: Stretch = { from: -1000, to: -1000 }

/** A body of clay all through but for a hole along its axis; its mouths are drawn closed. */
function buildSolid(preset: FormPreset, sizes: TurnedSizes, variation: FormVariation): Result<TurnedForm> {
  const hole = holeMm(sizes)
  if (hole < NARROWEST_HOLE_MM)
    return fail({
      code: 'form-impossible',
      reason:
        `a wall of ${inMm(sizes.wallMm)} leaves no hole in a width of ${inMm(sizes.bellyMm)}; ` +
        'make the wall thinner or the form wider',
    })
  const { profile, lengths, zones } = closedProfile(PRESETS[preset].outline(sizes))
  return ok({
    ...turned({ profile, lengths, zones, wallMm: sizes.wallMm }, variation),
    closed: true,
    holeMm: hole,
  })
}

/** From this width on, as made, a wire still goes through a hole when the clay has shrunk, mm. Common practice, no source. */
const NARROWEST_HOLE_MM = 1.5

/** A body that closes at the top: across its base, up its outside to the axis. */
function buildClosed(outside: readonly ProfilePoint[], wallMm: number, variation: FormVariation): Result<TurnedForm> {
  const widestMm = Math.max(...outside.map((p) => p.r))
  if (wallMm * 2.6 > widestMm)
    return fail({
      code: 'form-impossible',
      reason: `a wall of ${inMm(wallMm)} fills a body ${inMm(Math.round(2 * widestMm))} wide; make the wall thinner or the body wider`,
    })
  return ok({ ...turned({ ...closedProfile(outside), wallMm }, variation), closed: true })
}

function closedProfile(outside: readonly ProfilePoint[]): Pick<TurnedForm, 'profile' | 'lengths' | 'zones'> {
  const profile = joined([straight({ r: 0, z: 0 }, outside[0]), outside])
  const lengths = arcLengths(profile)
  const totalMm = lengths[lengths.length - 1]
  const footAt = lengths[profile.indexOf(outside[0])]
  const zones = {
    base: { from: 0, to: footAt },
    outside: { from: footAt, to: totalMm },
    rim: NONE,
    inside: NONE,
    floor: NONE,
  }
  return { profile, lengths, zones }
}

/** Builds a form from the sampled outside, foot to rim. */
export function buildFromOutside(
  outside: readonly ProfilePoint[],
  wallMm: number,
  variation = PLAIN,
): Result<TurnedForm> {
  const floorMm = wallMm * FLOOR_OVER_WALL
  const inside = insideOf(outside, wallMm, floorMm)
  if (inside.length < 4) {
    return fail({
      code: 'form-impossible',
      reason: `a wall of ${inMm(wallMm)} fills this form; make the wall thinner or the form wider`,
    })
  }
  const rimOutside = outside[outside.length - 1]
  const rimInside = inside[inside.length - 1]
  const rim = roundedRim(rimOutside, rimInside)
  const foot = outside[0]
  const innerCorner = inside[0]
  const floor = straight({ r: innerCorner.r, z: floorMm }, { r: 0, z: floorMm })
  const profile = joined([straight({ r: 0, z: 0 }, foot), outside, rim, [...inside].reverse(), floor])
  const lengths = arcLengths(profile)
  const lengthAt = (p: ProfilePoint) => lengths[profile.indexOf(p)]
  const totalMm = lengths[lengths.length - 1]
  const footAt = lengthAt(profile.find((p) => p.r === foot.r && p.z === foot.z) as ProfilePoint)
  const rimFrom = lengthAt(rimOutside)
  const rimTo = lengthAt(rimInside)
  const floorFrom = totalMm - innerCorner.r
  const zones = {
    base: { from: 0, to: footAt },
    outside: { from: footAt, to: rimFrom },
    rim: { from: rimFrom, to: rimTo },
    inside: { from: rimTo, to: floorFrom },
    floor: { from: floorFrom, to: totalMm },
  }
  return ok(turned({ profile, lengths, zones, wallMm }, variation))
}

function straight(a: ProfilePoint, b: ProfilePoint): ProfilePoint[] {
  const pieces = Math.max(2, Math.ceil(Math.hypot(a.r - b.r, a.z - b.z) / 2))
  return Array.from({ length: pieces + 1 }, (_, i) =>
    i === pieces ? b : { r: a.r + ((b.r - a.r) * i) / pieces, z: a.z + ((b.z - a.z) * i) / pieces },
  )
}

/** A half round from the outside edge to the inside edge. */
function roundedRim(outer: ProfilePoint, inner: ProfilePoint): ProfilePoint[] {
  const centre = { r: (outer.r + inner.r) / 2, z: (outer.z + inner.z) / 2 }
  const radius = Math.hypot(outer.r - inner.r, outer.z - inner.z) / 2
  const start = Math.atan2(outer.z - centre.z, outer.r - centre.r)
  return Array.from({ length: 7 }, (_, i) => {
    const angle = start + ((i + 1) / 8) * Math.PI
    return { r: centre.r + radius * Math.cos(angle), z: centre.z + radius * Math.sin(angle) }
  })
}

function joined(parts: readonly (readonly ProfilePoint[])[]): ProfilePoint[] {
  const out: ProfilePoint[] = []
  for (const part of parts) {
    for (const p of part) {
      const last = out[out.length - 1]
      if (last && Math.hypot(last.r - p.r, last.z - p.z) < 1e-9) out[out.length - 1] = p
      else out.push(p)
    }
  }
  return out
}

/** The point of the profile at a length (mm from the middle of the base), with its place in the polyline. */
export function profileAt(
  { profile, lengths }: Pick<TurnedForm, 'profile' | 'lengths'>,
  lengthMm: number,
): ProfilePoint {
  const s = clamp(lengthMm, 0, lengths[lengths.length - 1])
  let low = 0
  let high = lengths.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (lengths[middle] <= s) low = middle
    else high = middle
  }
  const t = (s - lengths[low]) / (lengths[high] - lengths[low] || 1)
  return {
    r: profile[low].r + (profile[high].r - profile[low].r) * t,
    z: profile[low].z + (profile[high].z - profile[low].z) * t,
  }
}

/** The name of the zone at a length along the skin. */
export function zoneAt(form: TurnedForm, lengthMm: number): ZoneName {
  return ZONES.find((zone) => lengthMm <= form.zones[zone].to) ?? 'floor'
}

/**
 * Largest diameter of a form, mm, its rim included, and how far up the skin from the foot it lies: exactly, since a line through points
 * is widest at one of them.
 */
export function widest({ profile, lengths, zones }: TurnedForm): { diameterMm: number; alongMm: number } {
  const at = profile.reduce((best, { r }, i) => (r > profile[best].r ? i : best), 0)
  return { diameterMm: 2 * profile[at].r, alongMm: Math.max(0, lengths[at] - zones.outside.from) }
}
