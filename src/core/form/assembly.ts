import { add, cross, minus, times, turned, unit, type Vector } from '../numeric/vector'
import { joints, sitsAt, type Part } from './parts'
import { ball, relief, type Stand } from './surfaces/ball'
import { lid } from './surfaces/lid'
import type { Named, Surface, SurfaceZone } from './surfaces/surface'
import { tube, type TubeShape } from './surfaces/tube'
import { facing, PART_ZONES, surfaceNames, ZONE_NAMES } from './zoneNames'
import { aroundMm, profileAt, ZONES, type TurnedForm } from './turnedForm'

/** The id of the wall among the surfaces of a piece. */
export const WALL = 'wall'

/** The wall of a form as the first of its surfaces. */
export function wallSurface(form: TurnedForm): Surface {
  let outer: ReturnType<typeof outerRadius> | null = null
  return {
    id: WALL,
    part: null,
    name: 'wall',
    sits: [],
    form,
    zones: ZONES.filter((zone) => form.zones[zone].to > form.zones[zone].from).map((zone) => ({
      key: zone,
      name: ZONE_NAMES[zone],
      stretch: form.zones[zone],
      arcs: null,
      like: zone,
    })),
    ring: (s) => {
      const { r, z } = profileAt(form, s)
      return (across) => {
        const [x, zed] = form.plan.at(across)
        return [r * x, z, r * zed]
      }
    },
    foot: null,
    holds: ([x, y, z], deepMm) => {
      outer ??= outerRadius(form)
      const r = outer(y)
      if (r <= deepMm) return false
      return planReach(form, x, z) < r - deepMm && y > deepMm && y < form.heightMm - deepMm
    },
    caps: form.closed
      ? [form.zones.base, { from: form.totalMm - (form.totalMm - form.zones.base.to) / 5, to: form.totalMm }]
      : [form.zones.base, form.zones.floor],
    upright: true,
  }
}

/** How far out a point is, in radii of the profile: along the plan’s own outline. */
function planReach(form: TurnedForm, x: number, z: number): number {
  const { kind, ratio } = form.plan.plan
  if (kind === 'oval') return Math.hypot(x / ratio, z)
  return kind === 'rectangle' ? Math.max(Math.abs(x) / ratio, Math.abs(z)) : Math.hypot(x, z)
}

/** Radius of the outside at a height, mm; 0 above and below it. */
function outerRadius(form: TurnedForm): (height: number) => number {
  const { outside } = form.zones
  const points = form.profile.filter((_, i) => form.lengths[i] >= outside.from && form.lengths[i] <= outside.to)
  // The widest place at each half millimetre of height.
  const step = 0.5
  const table = new Float64Array(Math.ceil(form.heightMm / step) + 2)
  for (let i = 1; i < points.length; i++) {
    const [a, b] = points[i - 1].z < points[i].z ? [points[i - 1], points[i]] : [points[i], points[i - 1]]
    for (let k = Math.ceil(a.z / step); k * step <= b.z; k++) {
      const t = b.z > a.z ? (k * step - a.z) / (b.z - a.z) : 1
      table[k] = Math.max(table[k], a.r + (b.r - a.r) * t)
    }
  }
  return (height) => {
    const k = height / step
    if (k < 0 || k > table.length - 1) return 0
    const i = Math.min(table.length - 2, Math.floor(k))
    return table[i] + (table[i + 1] - table[i]) * (k - i)
  }
}

/** A place on the outside of a wall: point, direction away from it, level direction along it, direction up it. */
interface OnWall {
  readonly point: Vector
  readonly out: Vector
  readonly side: Vector
  readonly up: Vector
}

/** The place at degrees from the front and millimetres up the outside. */
function onWall(form: TurnedForm, degrees: number, upMm: number): OnWall {
  const { outside } = form.zones
  const at = (share: number, up: number): Vector => {
    const { r, z } = profileAt(form, outside.from + up)
    const [x, zed] = form.plan.at(share)
    return [r * x, z, r * zed]
  }
  const share = degrees / 360
  const point = at(share, upMm)
  const [ax, az] = form.plan.at(share - 0.001)
  const [bx, bz] = form.plan.at(share + 0.001)
  const side = unit([bx - ax, 0, bz - az])
  const length = outside.to - outside.from
  const up = unit(minus(at(share, Math.min(length, upMm + 0.5)), at(share, Math.max(0, upMm - 0.5))))
  return { point, side, out: unit(cross(side, up)), up: unit(cross(unit(cross(side, up)), side)) }
}

const level = ({ side }: OnWall): Vector => unit([-side[2], 0, side[0]])

const curve = (count: number, at: (t: number) => Vector): Vector[] =>
  Array.from({ length: count + 1 }, (_, i) => at(i / count))

function handleShape(form: TurnedForm, part: Part): TubeShape {
  const [low, high] = joints(part).map((up) => onWall(form, part.degrees, up))
  const reach = Math.max(26, part.heightMm * 0.42)
  const out = level(low)
  const path = curve(60, (t) =>
    add(
      add(add(times(low.point, 1 - t), high.point, t), out, reach * Math.sin(Math.PI * t) ** 0.62 * (0.86 + 0.2 * t)),
      [0, 1, 0],
      part.heightMm * 0.1 * Math.sin(Math.PI * t),
    ),
  )
  return {
    path,
    sideways: low.side,
    half: (t) => [
      (part.widthMm * (1 - 0.28 * Math.sin(Math.PI * t))) / 2,
      (part.thickMm * (1 + 0.5 * Math.abs(1 - 2 * t) ** 6)) / 2,
    ],
    end: 'joined',
    wallMm: part.thickMm,
  }
}

function spoutShape(form: TurnedForm, part: Part): TubeShape {
  const base = onWall(form, part.degrees, part.upMm)
  const path = curve(36, (t) =>
    add(
      add(base.point, level(base), part.heightMm * 0.75 * t - 4),
      [0, 1, 0],
      part.heightMm * (0.35 * t + 0.65 * t * t),
    ),
  )
  const half = (t: number) => (part.widthMm * (1 - 0.55 * t)) / 2
  const wallMm = Math.min(part.thickMm, half(1) * 0.6)
  return { path, sideways: base.side, half: (t) => [half(t), half(t)], end: 'open', wallMm }
}

function lugShape(form: TurnedForm, part: Part): TubeShape {
  const base = onWall(form, part.degrees, part.upMm)
  return {
    path: curve(16, (t) => add(base.point, level(base), (part.heightMm - part.thickMm * 0.2) * t - 2)),
    sideways: base.side,
    half: (t) => [(part.widthMm / 2) * Math.sqrt(1 - 0.8 * t * t), (part.thickMm / 2) * Math.sqrt(1 - 0.8 * t * t)],
    end: 'closed',
    wallMm: part.thickMm,
  }
}

function footShape(form: TurnedForm, part: Part, k: number): TubeShape {
  const r = Math.max(part.widthMm / 2, form.zones.base.to - part.widthMm * 0.6)
  const angle = (part.degrees / 180) * Math.PI + (k * 2 * Math.PI) / 3
  return {
    path: curve(12, (t): Vector => [r * Math.sin(angle), -part.heightMm * t + 1.5, r * Math.cos(angle)]),
    sideways: [Math.cos(angle), 0, -Math.sin(angle)],
    half: (t) => [(part.widthMm / 2) * (1 - 0.3 * t), (part.thickMm / 2) * (1 - 0.3 * t)],
    end: 'closed',
    wallMm: part.thickMm,
  }
}

/** How a ball stands: out along the wall’s own direction, leaning out and rolled about the way it looks. */
function ballStand(form: TurnedForm, part: Part): Stand {
  const base = onWall(form, part.degrees, part.upMm)
  const middle = add(base.point, base.out, part.outMm ?? 0)
  const looks = level(base)
  const lean = ((part.leanDeg ?? 0) * Math.PI) / 180
  const roll = ((part.rollDeg ?? 0) * Math.PI) / 180
  const out = turned(looks, base.side, lean)
  const up = turned(turned([0, 1, 0], base.side, lean), out, roll)
  return { middle, out, up }
}

/** The outside at millimetres to the side and up from a part, turned by its roll. */
function groundOf(form: TurnedForm, part: Part) {
  const { outside } = form.zones
  const roll = ((part.rollDeg ?? 0) * Math.PI) / 180
  const [cos, sin] = [Math.cos(roll), Math.sin(roll)]
  return (x: number, y: number) => {
    const up = Math.min(outside.to - outside.from, Math.max(0, part.upMm + x * sin + y * cos))
    const around = aroundMm(form, Math.max(1, profileAt(form, outside.from + up).r))
    return onWall(form, part.degrees + (360 * (x * cos - y * sin)) / around, up)
  }
}

/** Zones of a part with where they are on its surface. */
const zonesOf = (
  kind: Part['kind'],
  where: (key: string) => Pick<SurfaceZone, 'stretch'> & Partial<Pick<SurfaceZone, 'arcs'>>,
): SurfaceZone[] => PART_ZONES[kind].map((zone) => ({ ...zone, arcs: null, ...where(zone.key) }))

const whole = ({ totalMm }: TurnedForm) => ({ stretch: { from: 0, to: totalMm } })

/** What of a strap is seen from outside, and what looks at the pot. */
const STRAP_ARCS: Readonly<Record<string, SurfaceZone['arcs']>> = { outer: [[0.25, 0.75]], inner: [[0.75, 1.25]] }

const strapZones = (form: TurnedForm) => zonesOf('handle', (key) => ({ ...whole(form), arcs: STRAP_ARCS[key] ?? null }))

const spoutZones = ({ zones }: TurnedForm) =>
  zonesOf('spout', (key) => ({
    stretch: key === 'mouth' ? zones.rim : key === 'inside' ? zones.inside : zones.outside,
  }))

/** One of a pair stands mirrored at the plane in which the piece faces. */
function mirrored(form: TurnedForm, part: Part): Part {
  const degrees = (((2 * facing(form.plan.plan) - part.degrees) % 360) + 360) % 360
  return { ...part, degrees, rollDeg: -(part.rollDeg ?? 0) }
}

/** The surfaces that a part has; both of a pair. */
function surfacesOfPart(form: TurnedForm, part: Part, parts: readonly Part[]): Surface[] {
  const sits = sitsAt(form, part)
  const names = surfaceNames(part, { parts, plan: form.plan.plan }).map((own) => ({ ...own, part, sits }))
  if (part.kind === 'feet')
    return names.map((named, k) => tube(footShape(form, part, k), (own) => zonesOf('feet', () => whole(own)), named))
  return names.flatMap((named, k) => surfaceOf(form, k ? mirrored(form, part) : part, named))
}

function surfaceOf(form: TurnedForm, standing: Part, named: Named): Surface[] {
  const { kind, widthMm, heightMm, thickMm, taper = 0 } = standing
  switch (kind) {
    case 'handle':
      return [tube(handleShape(form, standing), strapZones, named)]
    case 'spout':
      return [tube(spoutShape(form, standing), spoutZones, named)]
    case 'lug':
      return [tube(lugShape(form, standing), (own) => zonesOf('lug', () => whole(own)), named)]
    case 'feet':
      return []
    case 'lid':
      return form.zones.rim.to > form.zones.rim.from ? [lid(form, standing, named)] : []
    case 'ball':
      return [
        ball({ across: widthMm / 2, up: heightMm / 2, deep: thickMm / 2, taper }, ballStand(form, standing), named),
      ]
    case 'relief':
      return [relief({ across: widthMm / 2, up: heightMm / 2, high: thickMm, taper }, groundOf(form, standing), named)]
  }
}

/** All surfaces of a piece, the wall first. */
export const surfacesOf = (form: TurnedForm, parts: readonly Part[]): Surface[] => [
  wallSurface(form),
  ...parts.flatMap((part) => surfacesOfPart(form, part, parts)),
]
