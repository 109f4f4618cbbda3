import { MaxRectsPacker } from 'maxrects-packer/dist/maxrects-packer.mjs'
import { surfacesOf } from '../form/assembly'
import type { Part } from '../form/parts'
import type { Surface } from '../form/surfaces/surface'
import { aroundMm, widest, type TurnedForm } from '../form/turnedForm'
import { quadArea, type Vector } from '../numeric/vector'
import { areaWeights, skinGrid, surfaceGrid, texelArea, type SkinGrid } from './grid'
import type { FieldSource } from './levelField'
import { TILE } from './tileSide'

/** One surface in the raster of a piece: its own raster, and where its first texel lies. */
export interface Chart {
  readonly surface: Surface
  readonly grid: SkinGrid
  readonly x: number
  readonly y: number
}

/**
 * The raster that holds all surfaces of a piece: the wall above, all across, and the charts of its parts below it in whole tile
 * rows. A piece without parts has the wall alone.
 */
export interface Atlas {
  readonly width: number
  readonly height: number
  /** The wall first. */
  readonly charts: readonly [Chart, ...Chart[]]
}

/** Texels kept free on each side of a chart, in which its edges are repeated so that pictures do not bleed. */
export const GUTTER = 4

/** How much coarser than the wall charts may become before the atlas grows instead. */
const COARSER = [1, 1.15, 1.3, 1.5, 1.75, 2] as const

/** Most rows of an atlas for each column of it: what graphics cards take. */
const MOST = 1.5

/** Fewest texels round and along a chart. */
const LEAST = 16

const surfaceLists = new WeakMap<Atlas, readonly Surface[]>()

/** All surfaces of an atlas; the same list each time. */
export function surfacesIn(atlas: Atlas): readonly Surface[] {
  let known = surfaceLists.get(atlas)
  if (!known) surfaceLists.set(atlas, (known = atlas.charts.map(({ surface }) => surface)))
  return known
}

/** An atlas of a wall alone. */
export const atlasOfWall = (grid: SkinGrid): Atlas => ({
  width: grid.width,
  height: grid.height,
  charts: [{ surface: grid.surface, grid, x: 0, y: 0 }],
})

const eights = (n: number) => 8 * Math.ceil(n / 8)

/** Texels that a surface wants at a pitch: by its widest row, and by its longest way from end to end. */
function sizeAt({ form, ring }: Surface, pitchMm: number): { width: number; height: number } {
  const roundMm = aroundMm(form, widest(form).diameterMm / 2)
  return {
    width: eights(Math.max(LEAST, roundMm / pitchMm)),
    height: Math.ceil(Math.max(LEAST, longestWay(form.totalMm, ring) / pitchMm)),
  }
}

/** The longest column of a surface, mm: the outer side of a strap is longer than its middle. */
function longestWay(totalMm: number, ring: Surface['ring']): number {
  const rings = Array.from({ length: 33 }, (_, i) => ring((i / 32) * totalMm))
  return Math.max(
    ...Array.from({ length: 8 }, (_, k) =>
      rings.slice(1).reduce((sum, at, i) => {
        const [a, b] = [rings[i](k / 8), at(k / 8)]
        return sum + Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2])
      }, 0),
    ),
  )
}

/** All surfaces of a piece on coarse rasters and not packed: enough to say what acts where. */
export function looseAtlas(form: TurnedForm, parts: readonly Part[]): Atlas {
  const [, ...surfaces] = surfacesOf(form, parts)
  const wall = skinGrid(form, 128, 256)
  return {
    width: wall.width,
    height: wall.height,
    charts: [
      { surface: wall.surface, grid: wall, x: 0, y: 0 },
      ...surfaces.map((surface) => ({ surface, grid: surfaceGrid(surface, 64, 64), x: 0, y: wall.height })),
    ],
  }
}

/** Packs the surfaces of a piece below its wall, as fine as the wall if the raster holds them so. */
export function atlasOf(form: TurnedForm, parts: readonly Part[], width = 2048, height = 1024): Atlas {
  const [, ...surfaces] = surfacesOf(form, parts)
  const wall = skinGrid(form, width, height)
  if (!surfaces.length) return atlasOfWall(wall)
  const pitch = Math.max(wall.rowMm, Math.max(...wall.columnMm))
  for (const coarser of COARSER) {
    const sizes = surfaces.map((surface) => sizeAt(surface, pitch * coarser))
    const packed = lowestStrip(sizes, width, coarser === COARSER.at(-1) ? 16 * width : MOST * width - height)
    if (!packed) continue
    return {
      width,
      height: height + packed.height,
      charts: [
        { surface: wall.surface, grid: wall, x: 0, y: 0 },
        ...surfaces.map((surface, i) => ({
          surface,
          grid: surfaceGrid(surface, sizes[i].width, sizes[i].height),
          x: packed.places[i].x,
          y: height + packed.places[i].y,
        })),
      ],
    }
  }
  throw new Error(`${surfaces.length} surfaces cannot be packed into a raster ${width} wide`)
}

/** The lowest strip in whole tiles that holds all sizes with their gutters, and where each lies in it; null past `most` rows. */
function lowestStrip(
  sizes: readonly { readonly width: number; readonly height: number }[],
  width: number,
  most: number,
): { height: number; places: { x: number; y: number }[] } | null {
  // Gutters are kept in whole eights, so that charts begin at whole eights.
  const boxes = sizes.map((size, i) => ({
    x: 0,
    y: 0,
    width: size.width + 2 * 8,
    height: size.height + 2 * GUTTER,
    i,
  }))
  if (boxes.some((box) => box.width > width)) return null
  const texels = boxes.reduce((sum, box) => sum + box.width * box.height, 0)
  const first = Math.ceil(Math.max(texels / width, ...boxes.map((box) => box.height)) / TILE)
  for (let tiles = first; tiles * TILE <= most; tiles++) {
    const height = tiles * TILE
    const packer = new MaxRectsPacker<(typeof boxes)[number]>(width, height, 0, {
      smart: false,
      pot: false,
      square: false,
      allowRotation: false,
    })
    packer.addArray(boxes.map((box) => ({ ...box })))
    if (packer.bins.length !== 1) continue
    const places = sizes.map(() => ({ x: 0, y: 0 }))
    for (const { x, y, i } of packer.bins[0].rects) places[i] = { x: x + 8, y: y + GUTTER }
    return { height, places }
  }
  return null
}

/** A field of a chart, laid where the chart lies. The wall’s stays as it is. */
export function onAtlas(field: FieldSource, { surface, x, y }: Chart): FieldSource {
  if (x === 0 && y === 0) return field
  const key = `${surface.id}:${field.key}`
  return {
    ...field,
    key,
    make: () => {
      const { top, bottom, left, right, levels } = field.make()
      return { key, top: top + y, bottom: bottom + y, left: left + x, right: right + x, levels }
    },
  }
}

/** The chart of a surface; the wall’s if there is none of that name. */
export const chartOf = ({ charts }: Atlas, on: string | undefined): Chart =>
  charts.find(({ surface }) => surface.id === on) ?? charts[0]

/** The chart at a texel of the atlas; undefined between charts. */
export const chartAt = ({ charts }: Atlas, column: number, row: number): Chart | undefined =>
  charts.find(({ x, y, grid }) => column >= x && column < x + grid.width && row >= y && row < y + grid.height)

/** A part is hidden where it is deeper inside the wall than this, mm [ours]. */
const HIDDEN_MM = 0.2

const areas = { joined: new WeakMap<Chart, Float32Array>(), apart: new WeakMap<Chart, Float32Array>() }

/** True area of each texel of a chart of a part, mm², row by row; once it is joined, nothing where the joint hides it. */
function areasOf(chart: Chart, atlas: Atlas, joined: boolean): Float32Array {
  const kept = joined ? areas.joined : areas.apart
  let known = kept.get(chart)
  if (!known) kept.set(chart, (known = trueAreas(chart, joined ? atlas.charts[0].surface : null)))
  return known
}

/** Side of the squares of texels whose area is worked out together: finer than a hand sees, a sixteenth of the work. */
const SQUARE = 4

function trueAreas({ surface, grid }: Chart, wall: Surface | null): Float32Array {
  const { width, height, rowMm } = grid
  const out = new Float32Array(width * height)
  const across = width / SQUARE
  const corners = (row: number) => {
    const at = surface.ring(Math.min(surface.form.totalMm, row * rowMm))
    return Array.from({ length: across + 1 }, (_, k) => at(k / across))
  }
  let below = corners(0)
  for (let y = 0; y < height; y += SQUARE) {
    const end = Math.min(height, y + SQUARE)
    const above = corners(end)
    for (let k = 0; k < across; k++) {
      if (wall?.holds(middleOf(below[k], above[k + 1]), HIDDEN_MM)) continue
      const mm2 = quadArea(below[k], below[k + 1], above[k + 1], above[k]) / (SQUARE * (end - y))
      for (let row = y; row < end; row++) out.fill(mm2, row * width + k * SQUARE, row * width + (k + 1) * SQUARE)
    }
    below = above
  }
  return out
}

const middleOf = (a: Vector, b: Vector): Vector => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2, (a[2] + b[2]) / 2]

/** A part comes so near to the wall where it is joined, mm: elsewhere nothing of the wall is looked at. */
const NEAR_MM = 4

/** The boxes in space in which a part may hide the wall: round all of it that is in the wall or close to it. */
function jointBox({ form, ring }: Surface, wall: Surface): readonly [low: Vector, high: Vector] | null {
  const low: [number, number, number] = [Infinity, Infinity, Infinity]
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity]
  const rings = Math.max(24, Math.ceil(form.totalMm / NEAR_MM))
  for (let i = 0; i <= rings; i++) {
    const at = ring((form.totalMm * i) / rings)
    for (let k = 0; k < 24; k++) {
      const point = at(k / 24)
      if (!wall.holds(point, -NEAR_MM)) continue
      for (const axis of [0, 1, 2] as const) {
        low[axis] = Math.min(low[axis], point[axis] - NEAR_MM)
        high[axis] = Math.max(high[axis], point[axis] + NEAR_MM)
      }
    }
  }
  return low[0] < Infinity ? [low, high] : null
}

const hidden = new WeakMap<Atlas, Uint8Array | null>()

/** Where joints hide the wall, by its texels, 1 where they do; null for a wall to which nothing is joined. */
export function hiddenWall(atlas: Atlas): Uint8Array | null {
  let known = hidden.get(atlas)
  if (known === undefined) hidden.set(atlas, (known = hiddenTexels(atlas)))
  return known
}

function hiddenTexels({ charts: [{ surface: wall, grid }, ...parts] }: Atlas): Uint8Array | null {
  const joined = parts.flatMap(({ surface }) => {
    const box = jointBox(surface, wall)
    return box ? [{ surface, box }] : []
  })
  if (!joined.length) return null
  const { width, height, rowMm, columnMm } = grid
  const out = new Uint8Array(width * height)
  let any = false
  const hide = (texel: number) => {
    out[texel] = 1
    any = true
  }
  // What is joined to the outside does not come through: the inside stays as it is.
  const last = wall.form.closed ? height : Math.min(height, Math.round(wall.form.zones.outside.to / rowMm))
  for (let y = 0; y < last; y += SQUARE) {
    const end = Math.min(last, y + SQUARE)
    const at = wall.ring(((y + end) / 2) * rowMm)
    const tall = at(0)[1]
    const level = joined.filter(({ box: [low, high] }) => tall >= low[1] && tall <= high[1])
    if (!level.length) continue
    const reachMm = SQUARE * Math.max(rowMm, columnMm[y])
    const rings = Array.from({ length: end - y }, (_, k) => wall.ring((y + k + 0.5) * rowMm))
    for (let x = 0; x < width; x += SQUARE) {
      const middle = at((x + SQUARE / 2) / width)
      const near = level.filter(
        ({ box: [low, high], surface }) =>
          middle.every((value, axis) => value >= low[axis] && value <= high[axis]) && surface.holds(middle, -reachMm),
      )
      if (!near.length) continue
      const whole = near.some(({ surface }) => surface.holds(middle, HIDDEN_MM + reachMm))
      for (let row = y; row < end; row++)
        for (let k = x; k < x + SQUARE; k++)
          if (whole || near.some(({ surface }) => surface.holds(rings[row - y]((k + 0.5) / width), HIDDEN_MM)))
            hide(row * width + k)
    }
  }
  return any ? out : null
}

/**
 * True area of texels, mm²: by column and row of a chart; nothing where a joint hides them. Before its parts are joined
 * (`joined` false) nothing is hidden.
 */
export function areaIn(atlas: Atlas, chart: Chart, joined = true): (column: number, row: number) => number {
  if (chart === atlas.charts[0]) {
    const weights = areaWeights(chart.grid)
    const under = joined ? hiddenWall(atlas) : null
    if (!under) return (x, y) => texelArea(weights, x, y)
    const { width } = chart.grid
    return (x, y) => (under[y * width + x] ? 0 : texelArea(weights, x, y))
  }
  const all = areasOf(chart, atlas, joined)
  return (x, y) => all[y * chart.grid.width + x]
}
