import { add, cross, dot, minus, times, unit, type Vector } from '../../numeric/vector'
import { profileAt, type Stretch, type TurnedForm } from '../../form/turnedForm'

/** A place on a wall from an anchor: shares of a turn round it, not wrapped, and mm along the skin. */
export type OffAnchor = readonly [turns: number, alongMm: number]

/** A sheet of plain millimetres laid on a wall round an anchor: lengths along its rays are true, and so are the angles between them. */
export interface WallSheet {
  /** Where a point of the sheet lies: mm to the right of the anchor and up from it. */
  readonly at: (x: number, y: number) => OffAnchor
  /** What of the sheet lies at a place; beyond its reach the sheet goes on evenly. */
  readonly under: (place: OffAnchor) => readonly [x: number, y: number]
}

/** Where a sheet is laid. */
export interface Anchor {
  readonly form: TurnedForm
  /** The part of the wall on which it lies; beyond its ends the wall is taken to go straight on. */
  readonly within: Stretch
  /** Share of a turn, and mm along the skin. */
  readonly across: number
  readonly lengthMm: number
  /** Seen from inside: right is the other way round, and up is back along the skin. */
  readonly inside: boolean
  readonly reachMm: number
}

const RAYS = 48

/** Steps of a ray, mm: on small sheets it has more of them. */
const STEP_MM = 1.5
const FEWEST_STEPS = 16

/** Half of the stretch over which the slope of a profile is taken, mm: its points are about 1 mm apart. */
const SLOPE_MM = 1

/** Half of the share of a turn over which the direction of a plan is taken. */
const TURN = 1 / 1024

/** A point of a wall and its two directions: per share of a turn, and per mm of skin. */
interface Ground {
  readonly point: Vector
  readonly round: Vector
  readonly along: Vector
}

/** Profile and its slope at even steps along a stretch, for looking up: r, z, run and rise per mm of skin. */
interface SlopeTable {
  readonly values: Float64Array
  readonly last: number
}

const LOOKED_UP_MM = 0.5

const slopes = new WeakMap<TurnedForm, Map<Stretch, SlopeTable>>()

function slopesOf({ form, within }: Pick<Anchor, 'form' | 'within'>): SlopeTable {
  let known = slopes.get(form)
  if (!known) slopes.set(form, (known = new Map()))
  let table = known.get(within)
  if (!table) {
    const last = Math.max(1, Math.ceil((within.to - within.from) / LOOKED_UP_MM))
    const values = new Float64Array(4 * (last + 1))
    for (let i = 0; i <= last; i++) {
      const s = Math.min(within.to, within.from + i * LOOKED_UP_MM)
      const here = profileAt(form, s)
      const [a, b] = [
        profileAt(form, Math.max(within.from, s - SLOPE_MM)),
        profileAt(form, Math.min(within.to, s + SLOPE_MM)),
      ]
      const steep = Math.hypot(b.r - a.r, b.z - a.z) || 1
      values.set([here.r, here.z, (b.r - a.r) / steep, (b.z - a.z) / steep], 4 * i)
    }
    known.set(within, (table = { values, last }))
  }
  return table
}

/** The wall as a function of share of a turn and mm along the skin, going straight on beyond the ends of `within`. */
function groundOf(anchor: Pick<Anchor, 'form' | 'within'>): (share: number, s: number) => Ground {
  const { form, within } = anchor
  const { plan } = form
  const isRound = plan.plan.kind === 'round'
  const { values, last } = slopesOf(anchor)
  return (share, s) => {
    const inner = Math.min(within.to, Math.max(within.from, s))
    const place = (inner - within.from) / LOOKED_UP_MM
    const k = Math.min(last - 1, Math.floor(place))
    const t = Math.min(1, place - k)
    const value = (c: number) => values[4 * k + c] * (1 - t) + values[4 * k + 4 + c] * t
    const [run, rise] = [value(2), value(3)]
    const r = Math.max(0.5, value(0) + run * (s - inner))
    const z = value(1) + rise * (s - inner)
    const [cx, cz] = plan.at(share)
    let [tx, tz] = [2 * Math.PI * cz, -2 * Math.PI * cx]
    if (!isRound) {
      const [px, pz] = plan.at(share - TURN)
      const [qx, qz] = plan.at(share + TURN)
      ;[tx, tz] = [(qx - px) / (2 * TURN), (qz - pz) / (2 * TURN)]
    }
    return { point: [r * cx, z, r * cz], round: [r * tx, 0, r * tz], along: [run * cx, rise, run * cz] }
  }
}

/** A direction in the plane of a ground, as shares of a turn and mm along the skin. */
function inPlane({ round, along }: Ground, way: Vector): OffAnchor {
  const [e, f, g] = [dot(round, round), dot(round, along), dot(along, along)]
  const [a, b] = [dot(way, round), dot(way, along)]
  const determinant = e * g - f * f || 1
  return [(a * g - b * f) / determinant, (b * e - a * f) / determinant]
}

const alongGround = ({ round, along }: Ground, way: Vector): Vector => {
  const normal = unit(cross(round, along))
  return unit(minus(way, times(normal, dot(way, normal))))
}

/**
 * Lays a sheet on a wall by rays that go straight on from its anchor (geodesic polar coordinates, do Carmo 1976, from memory), each
 * step by the midpoint rule. What is kept is how far the rays are from a flat sheet: between them that changes slowly.
 */
export function layOnWall(anchor: Anchor): WallSheet {
  const { across, lengthMm, inside, reachMm } = anchor
  const ground = groundOf(anchor)
  const here = ground(across, lengthMm)
  const hand = inside ? -1 : 1
  const right = times(unit(here.round), hand)
  const up = times(alongGround(here, minus(here.along, times(right, dot(here.along, right)))), hand)
  const [toRight, toUp] = [inPlane(here, right), inPlane(here, up)]
  const flat = (x: number, y: number): OffAnchor => [x * toRight[0] + y * toUp[0], x * toRight[1] + y * toUp[1]]
  const stepMm = Math.min(STEP_MM, reachMm / FEWEST_STEPS)
  const nodes = Math.ceil(reachMm / stepMm) + 2
  const table = new Float64Array(RAYS * nodes * 2)
  for (let ray = 0; ray < RAYS; ray++) {
    const angle = (ray / RAYS) * 2 * Math.PI
    let way = add(times(right, Math.cos(angle)), up, Math.sin(angle))
    let [turns, off] = [0, 0]
    let on = here
    for (let k = 0; k < nodes; k++) {
      const even = flat(k * stepMm * Math.cos(angle), k * stepMm * Math.sin(angle))
      table.set([turns - even[0], off - even[1]], (ray * nodes + k) * 2)
      const [halfTurns, half] = inPlane(on, times(way, stepMm / 2))
      const middle = ground(across + turns + halfTurns, lengthMm + off + half)
      const [dTurns, dOff] = inPlane(middle, times(alongGround(middle, way), stepMm))
      ;[turns, off] = [turns + dTurns, off + dOff]
      const next = ground(across + turns, lengthMm + off)
      // Of both the chord and the old direction, laid on the new ground: their errors sideways cancel where the wall twists.
      const chord = times(minus(next.point, on.point), 0.6 / stepMm)
      way = alongGround(next, add(chord, way, 0.4))
      on = next
    }
  }
  const uneven = (x: number, y: number): OffAnchor => {
    const turn = ((Math.atan2(y, x) / (2 * Math.PI) + 1) % 1) * RAYS
    const far = Math.min(nodes - 1.001, Math.hypot(x, y) / stepMm)
    const [ray, k] = [Math.floor(turn) % RAYS, Math.floor(far)]
    const [u, v] = [turn - Math.floor(turn), far - k]
    const a = (ray * nodes + k) * 2
    const b = (((ray + 1) % RAYS) * nodes + k) * 2
    const mixed = (c: number) =>
      (table[a + c] * (1 - v) + table[a + 2 + c] * v) * (1 - u) + (table[b + c] * (1 - v) + table[b + 2 + c] * v) * u
    return [mixed(0), mixed(1)]
  }
  const at = (x: number, y: number): OffAnchor => {
    const [even, more] = [flat(x, y), uneven(x, y)]
    return [even[0] + more[0], even[1] + more[1]]
  }
  const cross2 = toRight[0] * toUp[1] - toRight[1] * toUp[0]
  const back = ([turns, off]: OffAnchor): readonly [number, number] => [
    (turns * toUp[1] - off * toUp[0]) / cross2,
    (off * toRight[0] - turns * toRight[1]) / cross2,
  ]
  const under = (place: OffAnchor): readonly [number, number] => {
    let [x, y] = back(place)
    for (let i = 0; i < ROUNDS; i++) {
      const [turns, off] = at(x, y)
      const left = [place[0] - turns, place[1] - off] as const
      const h = 0.5
      const [ahead, above] = [at(x + h, y), at(x, y + h)]
      const [a, b] = [(ahead[0] - turns) / h, (above[0] - turns) / h]
      const [c, d] = [(ahead[1] - off) / h, (above[1] - off) / h]
      const determinant = a * d - b * c
      if (Math.abs(determinant) < 1e-12) break
      const [dx, dy] = [(left[0] * d - left[1] * b) / determinant, (left[1] * a - left[0] * c) / determinant]
      const shorter = Math.min(1, MOST_MM / (Math.hypot(dx, dy) || 1))
      x += dx * shorter
      y += dy * shorter
      if (Math.hypot(dx, dy) < 0.005) break
    }
    return [x, y]
  }
  return { at, under }
}

/** Rounds in which a place is found on its sheet, and how far one of them goes at most, mm. */
const ROUNDS = 12
const MOST_MM = 20

const sheets = new WeakMap<TurnedForm, Map<string, WallSheet>>()

/** So many sheets are kept of a form. */
const KEPT = 128

/** The same, kept: round a form of round plan all sheets at one height are alike. */
export function wallSheetAt(anchor: Anchor): WallSheet {
  const { form, across, lengthMm, inside, reachMm } = anchor
  let known = sheets.get(form)
  if (!known) sheets.set(form, (known = new Map()))
  const place = form.plan.plan.kind === 'round' ? 0 : ((across % 1) + 1) % 1
  const key = [place.toFixed(6), lengthMm.toFixed(3), Math.ceil(reachMm), inside].join()
  let sheet = known.get(key)
  if (!sheet) {
    if (known.size >= KEPT) known.clear()
    known.set(key, (sheet = layOnWall({ ...anchor, reachMm: Math.ceil(reachMm) })))
  }
  return sheet
}
