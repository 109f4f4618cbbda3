import type { Surface } from '../../form/surfaces/surface'
import { add, cross, dot, lengthOf, minus, times, unit, type Vector } from '../../numeric/vector'
import type { Place } from '../../vocabulary/place'
import type { SprayAim } from '../../vocabulary/spray'
import { inAnyArc } from '../levelField'
import { arcsOn, stretchesOn } from '../place'
import { DepthPicture } from './depthPicture'

/*
 * What a spray gun lays: as light falls, in proportion to how squarely a surface faces it, and not where something stands between.
 * A coat is one where it is meant to be; past what is aimed at the mist thins out.
 */

/** What a surface gets of a spray, in coats, at the nodes of a lattice: columns once round, rows from end to end. */
export interface Received {
  readonly columns: number
  readonly rows: number
  /** (rows + 1) × columns. */
  readonly coats: Float32Array
  /** True area that each node stands for, mm². */
  readonly areaMm2: Float32Array
  /** Whether each node is aimed at, 1 or 0. */
  readonly aimed: Uint8Array
}

/** How something is sprayed: the gun, what it is aimed at, and whether the parts are on the piece already. */
export interface Spraying {
  readonly aim: SprayAim
  readonly place: Place
  readonly joined: boolean
}

/** How fine a lattice is: mm from row to row, and the fewest and most of them; columns of a wall and of a part. */
const LATTICE = { rowMm: 2, least: 16, most: 160, wall: 96, part: 24 } as const

/** Places in which a gun is thought to stand while a piece turns. */
const TURN = 16

/** Side of a depth picture, pixels, and how much nearer something must be to shade, mm [ours]. */
const PIXELS = 160
const BIAS_MM = 0.5

/** A coat takes no more passes than what faces the gun a tenth of the time needs: nobody goes on for what it hardly sees. */
const LEAST_SEEN = 0.1

/** How fast the mist thins out past what is aimed at, mm. Ours: a small gun a hand away. */
const SOFT_MM = 11

interface Lattice {
  readonly surface: Surface
  readonly columns: number
  readonly rows: number
  /** Nodes, mm, and the directions away from the clay there, of length 1: x, y, z each. */
  readonly points: Float32Array
  readonly normals: Float32Array
  readonly areaMm2: Float32Array
  /** A lid is lifted off to be sprayed: it neither shades its pot nor is shaded by it. */
  readonly apart: boolean
}

function latticeOf(surface: Surface, columns: number): Lattice {
  const { totalMm } = surface.form
  const rows = Math.min(LATTICE.most, Math.max(LATTICE.least, Math.round(totalMm / LATTICE.rowMm)))
  const points = Array.from({ length: rows + 1 }, (_, row) => {
    const at = surface.ring((row / rows) * totalMm)
    return Array.from({ length: columns }, (__, k) => at(k / columns))
  })
  const node = (row: number, k: number) => points[Math.min(rows, Math.max(0, row))][(k + columns) % columns]
  const wayAt = (row: number, k: number) =>
    cross(minus(node(row, k + 1), node(row, k - 1)), minus(node(row + 1, k), node(row - 1, k)))
  const ways = points.flatMap((ring, row) => ring.map((_, k) => wayAt(row, k)))
  // At a pole columns run together: there it looks the way of the ring beside it.
  const looks = ways.map((way, i) => {
    const row = Math.floor(i / columns)
    return lengthOf(way) > 1e-6 ? way : wayAt(row === 0 ? 1 : row - 1, i % columns)
  })
  const all = points.flat()
  const centre = times(
    all.reduce((sum, p) => add(sum, p), [0, 0, 0]),
    1 / all.length,
  )
  // Volume tells outside from inside: ⅓ ∮ P · n dA is positive where normals look away from the clay (Gauss’s theorem).
  const outward = all.reduce((sum, p, i) => sum + dot(minus(p, centre), ways[i]), 0) >= 0 ? 1 : -1
  const ends = (i: number) => (i < columns || i >= rows * columns ? 2 : 4)
  return {
    surface,
    columns,
    rows,
    points: Float32Array.from(all.flat()),
    normals: Float32Array.from(looks.flatMap((way) => times(unit(way), outward))),
    areaMm2: Float32Array.from(ways, (way, i) => lengthOf(way) / ends(i)),
    apart: surface.part?.kind === 'lid',
  }
}

const lattices = new WeakMap<readonly Surface[], readonly Lattice[]>()

function latticesOf(surfaces: readonly Surface[]): readonly Lattice[] {
  let known = lattices.get(surfaces)
  if (!known) {
    known = surfaces.map((surface) => latticeOf(surface, surface.part ? LATTICE.part : LATTICE.wall))
    lattices.set(surfaces, known)
  }
  return known
}

/** Which nodes of a surface a place names. */
function aimedNodes({ surface, rows, columns, areaMm2 }: Lattice, place: Place): Uint8Array {
  const stretches = stretchesOn(surface, place, false)
  const arcs = arcsOn(surface, place, false)
  return Uint8Array.from(areaMm2, (_, i) => {
    const lengthMm = (Math.floor(i / columns) / rows) * surface.form.totalMm
    return stretches.some(({ from, to }) => lengthMm >= from - 0.01 && lengthMm <= to + 0.01) &&
      inAnyArc((i % columns) / columns, arcs)
      ? 1
      : 0
  })
}

/** The direction towards a gun. */
const towardGun = (upDeg: number, fromDeg: number): Vector => {
  const [up, from] = [(upDeg * Math.PI) / 180, (fromDeg * Math.PI) / 180]
  return [Math.cos(up) * Math.sin(from), Math.sin(up), Math.cos(up) * Math.cos(from)]
}

/** How far nodes lie along a direction, mm. */
function along(xyz: Float32Array, [x, y, z]: Vector): Float32Array {
  const out = new Float32Array(xyz.length / 3)
  for (let i = 0; i < out.length; i++) out[i] = xyz[3 * i] * x + xyz[3 * i + 1] * y + xyz[3 * i + 2] * z
  return out
}

/** Adds to `got` what some lattices get from a gun in one place. */
function sprayFrom(
  group: readonly Lattice[],
  aimed: readonly Uint8Array[],
  toward: Vector,
  got: readonly Float32Array[],
): void {
  const right = unit(Math.abs(toward[1]) > 0.999 ? [1, 0, 0] : [toward[2], 0, -toward[0]])
  const upward = cross(toward, right)
  const across = group.map(({ points }) => along(points, right))
  const up = group.map(({ points }) => along(points, upward))
  const [left, farRight] = range(across)
  const [low, high] = range(up)
  const picture = new DepthPicture(PIXELS, (Math.max(farRight - left, high - low) + 4) / PIXELS)
  const pixels = (mm: Float32Array, from: number) => mm.map((value) => (value - from + 2) / picture.pitchMm - 0.5)
  const seen = group.map(({ points }, n) => ({
    x: pixels(across[n], left),
    y: pixels(up[n], low),
    near: along(points, toward),
  }))
  const squarely = group.map(({ normals }) => along(normals, toward))
  group.forEach(({ rows, columns }, n) => {
    const [facing, meant] = [squarely[n], aimed[n]]
    for (let row = 0; row < rows; row++)
      for (let k = 0; k < columns; k++) {
        const [a, b] = [row * columns + k, row * columns + ((k + 1) % columns)]
        const [c, d] = [b + columns, a + columns]
        // What looks away lies behind what looks this way.
        if (facing[a] <= 0 && facing[b] <= 0 && facing[c] <= 0 && facing[d] <= 0) continue
        const mark = meant[a] + meant[b] + meant[c] + meant[d] >= 3 ? 1 : 0
        picture.triangle(seen[n], a, b, c, mark)
        picture.triangle(seen[n], a, c, d, mark)
      }
  })
  const far = picture.farFromAim()
  const hidden = BIAS_MM + 1.5 * picture.pitchMm
  group.forEach((_, n) => {
    const { x, y, near } = seen[n]
    const [facing, meant, mine] = [squarely[n], aimed[n], got[n]]
    for (let i = 0; i < near.length; i++) {
      if (facing[i] <= 0) continue
      const pixel = picture.pixelAt(x[i], y[i])
      if (pixel < 0 || near[i] < picture.near[pixel] - hidden) continue
      mine[i] += facing[i] * (meant[i] ? 1 : Math.exp(-((far[pixel] / SOFT_MM) ** 2)))
    }
  })
}

function range(lists: readonly Float32Array[]): [number, number] {
  let [least, most] = [Infinity, -Infinity]
  for (const list of lists)
    for (const value of list) {
      if (value < least) least = value
      if (value > most) most = value
    }
  return [least, most]
}

/** Whether some lattices are the same from all sides, aim and all: then one place of the gun tells what all come to. */
const isRound = (group: readonly Lattice[], { sectors }: Place) =>
  !sectors &&
  group.every(({ surface, apart }) => (surface.part === null || apart) && surface.form.plan.plan.kind === 'round')

/** Each row at the mean of itself. */
function levelled({ columns, rows }: Lattice, got: Float32Array): void {
  for (let row = 0; row <= rows; row++) {
    const ring = got.subarray(row * columns, (row + 1) * columns)
    ring.fill(ring.reduce((sum, value) => sum + value, 0) / columns)
  }
}

/**
 * What one coat of spray lays on all surfaces of a piece, in coats at their lattices. On a turning piece a coat is what the middle
 * of what is aimed at gets; from one side, what faces the gun squarely gets.
 */
function spray(surfaces: readonly Surface[], { aim, place, joined }: Spraying): readonly Received[] {
  const all = latticesOf(surfaces)
  const aimed = all.map((lattice) => aimedNodes(lattice, place))
  const got = all.map(({ areaMm2 }) => new Float32Array(areaMm2.length))
  const { upDeg, fromDeg } = aim
  for (const chosen of groupsOf(all, joined)) {
    // Nobody sprays what is not aimed at and stands by itself.
    if (!chosen.some((n) => aimed[n].includes(1))) continue
    const of = <T>(list: readonly T[]) => chosen.map((n) => list[n])
    const round = fromDeg === null && isRound(of(all), place)
    const guns = fromDeg !== null ? [fromDeg] : round ? [0] : Array.from({ length: TURN }, (_, k) => (360 * k) / TURN)
    for (const gun of guns) sprayFrom(of(all), of(aimed), towardGun(upDeg, gun), of(got))
    for (const n of chosen) {
      if (round) levelled(all[n], got[n])
      else got[n].forEach((sum, i) => (got[n][i] = sum / guns.length))
    }
  }
  const coat = fromDeg === null ? Math.max(LEAST_SEEN, middleGot(all, aimed, got)) : 1
  return all.map(({ columns, rows, areaMm2 }, n) => ({
    columns,
    rows,
    coats: got[n].map((share) => share / coat),
    areaMm2,
    aimed: aimed[n],
  }))
}

/** Which surfaces stand together before the gun: a lid by itself, and until they are joined each part. */
function groupsOf(all: readonly Lattice[], joined: boolean): number[][] {
  if (!joined) return all.map((_, n) => [n])
  const [pot, lids] = [false, true].map((apart) => all.flatMap((lattice, n) => (lattice.apart === apart ? [n] : [])))
  return lids.length ? [pot, lids] : [pot]
}

/** What the middle of the area gets that is aimed at and reached; 0 where nothing is. */
function middleGot(all: readonly Lattice[], aimed: readonly Uint8Array[], got: readonly Float32Array[]): number {
  const reached = all
    .flatMap(({ areaMm2 }, n) =>
      Array.from(areaMm2, (mm2, i) => (aimed[n][i] && got[n][i] > 0 ? { mm2, got: got[n][i] } : null)),
    )
    .filter((one) => one !== null)
    .sort((a, b) => a.got - b.got)
  const total = reached.reduce((sum, { mm2 }) => sum + mm2, 0)
  let below = 0
  for (const one of reached) if ((below += one.mm2) >= total / 2) return one.got
  return 0
}

/** What is received at a share of the way along a surface and a share of a turn, in coats. */
export function receivedAt({ columns, rows, coats }: Received, along: number, across: number): number {
  const row = Math.min(rows, Math.max(0, Math.round(along * rows)))
  return coats[row * columns + (((Math.round(across * columns) % columns) + columns) % columns)]
}

/** So many mists of a piece are kept: each of its sprays as it is held and as it might be; the oldest go first. */
const KEPT = 48

const mists = new WeakMap<readonly Surface[], Map<string, readonly Received[]>>()

/** A spray’s key: equal for equal sprays on the same surfaces. */
export const mistKey = ({ aim: { upDeg, fromDeg }, place: { parts, on, band, sectors }, joined }: Spraying): string =>
  JSON.stringify([upDeg, fromDeg, parts, on, band, sectors, joined])

/** What one coat of spray lays on all surfaces of a piece; worked out once for the same list of surfaces. */
export function mistOn(surfaces: readonly Surface[], spraying: Spraying): readonly Received[] {
  let known = mists.get(surfaces)
  if (!known) mists.set(surfaces, (known = new Map()))
  const key = mistKey(spraying)
  let mist = known.get(key)
  if (!mist) {
    known.set(key, (mist = spray(surfaces, spraying)))
    const [oldest] = known.keys()
    if (known.size > KEPT) known.delete(oldest)
  }
  return mist
}
