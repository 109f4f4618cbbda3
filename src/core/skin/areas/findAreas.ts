import type { Motif } from '../../vocabulary/motif'
import type { DrawnArea } from '../../vocabulary/pieceDrawing'
import type { SkinGrid } from '../grid'
import { motifPlaces, type MotifPlaces, type OwnPlace, type Spot } from '../motifs/motifPlaces'
import { areaRaster, type AreaRaster } from './areaRaster'
import { depthOf } from './depth'
import { labelAreas, type Labels } from './labels'
import { leaksIn, type Leak } from './leaks'
import { neighboursOf } from './neighbours'

/** A place that lies on a line is looked for in the area nearest to it, up to here, mm: lines may have moved a little. */
const NEAR_MM = 1.6

/** Areas are read in bands as broad as this, from the top down or from the edge inwards, mm. */
const READING_MM = 10

/** An area between the lines of a drawing. */
export interface FoundArea extends DrawnArea {
  /** Its number among the labels. */
  readonly label: number
  readonly mm2: number
  /** Twice the distance of its middle from a line, mm. */
  readonly widthMm: number
  /** Ids of the areas across its lines. */
  readonly neighbours: readonly number[]
  /** Where its number is written, in columns and rows of the surface’s raster. */
  readonly spot: Spot
}

/** A drawing as it parts a surface. */
export interface AreasOf {
  readonly raster: AreaRaster
  readonly labels: Labels
  readonly depth: Float32Array
  readonly places: MotifPlaces
  /** Texels of each area that touch another’s or a line. */
  readonly edges: readonly (readonly number[])[]
  /** Twice the depth of each, mm. */
  readonly widestMm: Float32Array
}

/** Parts a surface by the lines of a drawing. */
export function partAreas(grid: SkinGrid, motif: Motif): AreasOf {
  const raster = areaRaster(grid, motif)
  const labels = labelAreas(raster)
  const depth = depthOf(raster)
  const widestMm = new Float32Array(labels.count)
  const edges = Array.from({ length: labels.count }, (): number[] => [])
  const { label } = labels
  const { width } = raster
  for (let i = 0; i < label.length; i++) {
    const l = label[i]
    if (l < 0) continue
    if (2 * depth[i] > widestMm[l]) widestMm[l] = 2 * depth[i]
    const x = i % width
    const near = [x === 0 ? i + width - 1 : i - 1, x === width - 1 ? i - width + 1 : i + 1, i - width, i + width]
    if (depth[i] < 4 * raster.lineMm && near.some((j) => label[j] !== undefined && label[j] !== l)) edges[l].push(i)
  }
  return { raster, labels, depth, places: motifPlaces(grid, motif), edges, widestMm }
}

/** The label at a spot of the surface, or at the texel of an area nearest to it; −1 if there is none near. */
export function labelAt(
  { width, top, bottom, rowMm, columnMm }: AreaRaster,
  { label }: Labels,
  [column, row]: Spot,
): number {
  const x = Math.floor(column)
  const y = Math.floor(row) - top
  if (y < 0 || y >= bottom - top) return -1
  const at = (i: number, k: number) => label[k * width + (((i % width) + width) % width)]
  if (at(x, y) >= 0) return at(x, y)
  let best = -1
  let least = NEAR_MM
  const [across, along] = [Math.min(width >> 1, Math.ceil(NEAR_MM / columnMm[y])), Math.ceil(NEAR_MM / rowMm)]
  for (let k = Math.max(0, y - along); k <= Math.min(bottom - top - 1, y + along); k++)
    for (let i = x - across; i <= x + across; i++) {
      const far = Math.hypot((i - x) * columnMm[y], (k - y) * rowMm)
      if (far < least && at(i, k) >= 0) [least, best] = [far, at(i, k)]
    }
  return best
}

/** The labels in which places of a drawing lie; those that lie nowhere are left out. */
export function labelsOf({ raster, labels, places }: AreasOf, wanted: readonly OwnPlace[]): Set<number> {
  const found = new Set<number>()
  for (const place of wanted) {
    const spot = places.spotOf(place)
    const label = spot ? labelAt(raster, labels, spot) : -1
    if (label >= 0) found.add(label)
  }
  return found
}

/** All areas of a drawing with the ids they have, and those of its known areas that have none now: two in one, or gone. */
export interface AreaList {
  readonly areas: readonly FoundArea[]
  readonly orphaned: readonly DrawnArea[]
  readonly leaks: readonly Leak[]
}

/**
 * The areas of a drawing. One that is known is the one in which its own place lies, however the drawing was moved, turned or scaled;
 * where two known ones have run together the one with the lower number stays, and the other comes back when the gap is closed. New
 * ones are numbered as one reads them.
 */
export function listAreas(parted: AreasOf, { side }: Motif, known: readonly DrawnArea[]): AreaList {
  const { raster, labels, depth, places } = parted
  const { width, top } = raster
  const deepest = new Int32Array(labels.count).fill(-1)
  // Where its place is found again, as long as some of an area lies there.
  for (const everywhere of [false, true])
    for (let y = 0; y * width < labels.label.length; y++) {
      if (places.knows(top + y + 0.5) === everywhere) continue
      for (let i = y * width; i < (y + 1) * width; i++) {
        const l = labels.label[i]
        if (l < 0 || (everywhere && deepest[l] >= 0 && places.knows(top + Math.floor(deepest[l] / width) + 0.5)))
          continue
        if (deepest[l] < 0 || depth[i] > depth[deepest[l]]) deepest[l] = i
      }
    }
  const spotOf = (l: number): Spot => [(deepest[l] % width) + 0.5, Math.floor(deepest[l] / width) + top + 0.5]
  const owner = new Array<DrawnArea | null>(labels.count).fill(null)
  const orphaned: DrawnArea[] = []
  for (const area of known.toSorted((a, b) => a.id - b.id)) {
    const spot = places.spotOf(area)
    const label = spot ? labelAt(raster, labels, spot) : -1
    if (label >= 0 && !owner[label]) owner[label] = area
    else orphaned.push(area)
  }
  let next = Math.max(0, ...known.map(({ id }) => id)) + 1
  const upward = side === 'outside' ? -1 : 1
  const reading = (l: number): [number, number] => {
    const [column, row] = spotOf(l)
    return [Math.round((upward * row * raster.rowMm) / READING_MM), column]
  }
  const unread = owner.flatMap((area, l) => (area ? [] : [{ l, key: reading(l) }]))
  for (const { l } of unread.sort((a, b) => a.key[0] - b.key[0] || a.key[1] - b.key[1]))
    owner[l] = { id: next++, called: '', note: '', ...places.placeOf(spotOf(l)) }
  const near = neighboursOf(raster, labels)
  const areas = owner.flatMap((area, label): FoundArea[] =>
    area
      ? [
          {
            ...area,
            label,
            mm2: labels.mm2[label],
            widthMm: 2 * depth[deepest[label]],
            neighbours: near[label].flatMap((l) => owner[l]?.id ?? []).sort((a, b) => a - b),
            spot: spotOf(label),
          },
        ]
      : [],
  )
  return { areas: areas.sort((a, b) => a.id - b.id), orphaned, leaks: leaksIn(raster, depth) }
}
