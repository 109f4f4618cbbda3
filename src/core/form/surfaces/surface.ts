import type { Vector } from '../../numeric/vector'
import type { Part } from '../parts'
import { ROUND, planOutline, type PlanOutline } from '../planOutline'
import type { ProfilePoint } from '../profile'
import type { Stretch, TurnedForm, ZoneName } from '../turnedForm'

/** A zone of a surface in the artist’s words. */
export interface SurfaceZone {
  readonly key: string
  readonly name: string
  readonly stretch: Stretch
  /** Shares of a turn, from–to, if it does not go all round. */
  readonly arcs: readonly (readonly [from: number, to: number])[] | null
  /** What it goes along with when only the wall is named: the top of a lid is glazed with the outside. */
  readonly like: ZoneName
}

/** A point of a surface and the direction away from it. */
export interface Foot {
  readonly point: Vector
  readonly normal: Vector
}

/** What a surface is called, what it is of, and at which heights up the wall it sits on it, mm. */
export type Named = Pick<Surface, 'id' | 'part' | 'name' | 'sits'>

/**
 * One surface of a piece. Each is walked like a wall, columns once round and rows along, so that what can be done on a wall can be
 * done on it; `form` holds it unrolled, and `ring` says where in space it is.
 */
export interface Surface {
  readonly id: string
  /** What it is of; null is the wall. */
  readonly part: Part | null
  readonly name: string
  /** Heights up the wall at which it sits on it, mm: its joints, a lid’s rim, the foot for feet. */
  readonly sits: readonly number[]
  readonly form: TurnedForm
  readonly zones: readonly SurfaceZone[]
  /** The ring at a length along it, mm: where each share of a turn is, mm from the foot of the axis. */
  readonly ring: (lengthMm: number) => (across: number) => Vector
  /** The point of it nearest to one in space; null where marks are placed by the rows and columns of what is turned. */
  readonly foot: ((point: Vector) => Foot) | null
  /** Whether a point in space is deeper than `deepMm` inside what the surface encloses. */
  readonly holds: (point: Vector, deepMm: number) => boolean
  /** Stretches round a pole, where columns run together: there hands and brushes go straight across. */
  readonly caps: readonly Stretch[]
  /** Glaze runs down it to its beginning. */
  readonly upright: boolean
}

/** A stretch that a surface does not have. */
const NONE: Stretch = { from: -1000, to: -1000 }

/** What a part’s surface is unrolled to: half its girth over π as radius at lengths along it. */
export function unrolled(
  profile: readonly ProfilePoint[],
  lengths: readonly number[],
  zones: Partial<Record<ZoneName, Stretch>>,
  more: { readonly wallMm: number; readonly heightMm: number; readonly plan?: PlanOutline },
): TurnedForm {
  return {
    profile,
    lengths,
    totalMm: lengths[lengths.length - 1],
    zones: { base: NONE, outside: NONE, rim: NONE, inside: NONE, floor: NONE, ...zones },
    wallMm: more.wallMm,
    heightMm: more.heightMm,
    flat: false,
    plan: more.plan ?? planOutline(ROUND),
    unevenMm: 0,
  }
}
