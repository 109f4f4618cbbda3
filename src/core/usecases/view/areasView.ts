import { buildForm } from '../../form/buildForm'
import { surfacesOf, WALL } from '../../form/assembly'
import type { Piece } from '../../model/piece'
import { closing, type Leak } from '../../skin/areas/leaks'
import { listAreas, partAreas, type FoundArea } from '../../skin/areas/findAreas'
import { atlasOf } from '../../skin/atlas'
import { canBeLineArt, liesFlat } from '../../skin/motifs/motifCopies'
import type { MotifPlaces, OwnPlace } from '../../skin/motifs/motifPlaces'
import { surfaceGrid, type SkinGrid } from '../../skin/grid'
import type { DrawnArea, PieceDrawing } from '../../vocabulary/pieceDrawing'

/** Longer side of the map of a drawing’s areas, in its points. */
const MAP = 640

/** An area as it is shown. */
export interface ShownArea extends FoundArea {
  /** Where its number stands on the map, as shares of its width and height. */
  readonly on: readonly [number, number]
}

/** A gap in an outline, where it is on the map, and the line of the drawing’s own that closes it. */
export interface ShownLeak {
  readonly on: readonly [number, number]
  readonly widthMm: number
  readonly closes: {
    readonly copy: number
    readonly from: readonly [number, number]
    readonly to: readonly [number, number]
  } | null
}

/** The areas of a drawing, and a map of them: a wall unrolled with its rim on top, a flat part as one looks at it. */
export interface AreasView {
  readonly areas: readonly ShownArea[]
  readonly orphaned: readonly DrawnArea[]
  readonly leaks: readonly ShownLeak[]
  readonly width: number
  readonly height: number
  /** True width and height of the map, mm: once round at its widest, or across. */
  readonly mm: readonly [number, number]
  /** The id of the area at each point; 0 on lines, −1 off the surface. */
  readonly ids: Int16Array
}

/** The raster of the surface on which a drawing stands; null if the form cannot be or the surface is gone. */
export function gridOf(piece: Pick<Piece, 'form'>, { motif }: Pick<PieceDrawing, 'motif'>): SkinGrid | null {
  const form = buildForm(piece.form)
  if (!form.ok) return null
  const on = motif.on ?? WALL
  const surface = surfacesOf(form.value, piece.form.parts).find(({ id }) => id === on)
  if (!surface) return null
  const chart = atlasOf(form.value, piece.form.parts).charts.find((c) => c.surface.id === on)
  return chart ? chart.grid : surfaceGrid(surface, 1024, 512)
}

/** The areas between the lines of a drawing, for the screen; null where it has no surface to stand on. */
export function viewAreas(piece: Pick<Piece, 'form'>, drawing: PieceDrawing): AreasView | null {
  const grid = gridOf(piece, drawing)
  if (!grid) return null
  const { motif } = drawing
  const parted = partAreas(grid, motif)
  const list = listAreas(parted, motif, drawing.areas)
  const idOf = new Map(list.areas.map(({ label, id }) => [label, id]))
  const map = liesFlat(motif)
    ? flatMap(grid, motif.side === 'base')
    : wallMap(grid, parted.raster.top, parted.raster.bottom)
  const ids = new Int16Array(map.width * map.height)
  const { raster, labels } = parted
  for (let y = 0; y < map.height; y++)
    for (let x = 0; x < map.width; x++) {
      const spot = map.spot(x + 0.5, y + 0.5)
      const row = spot ? Math.floor(spot[1]) - raster.top : -1
      const i = y * map.width + x
      if (!spot || row < 0 || row >= raster.bottom - raster.top) ids[i] = -1
      else ids[i] = idOf.get(labels.label[row * raster.width + Math.floor(spot[0])]) ?? 0
    }
  const { places } = parted
  const shownLeak = (leak: Leak): ShownLeak => {
    const ends = closing(raster, leak)
    const own = ends?.map(([x, y]) => places.placeOf([x, y + raster.top]))
    const same = own && own[0].copy === own[1].copy ? own : own && [own[0], inCopy(places, own[0].copy, own[1])]
    return {
      on: map.on([leak.column + 0.5, leak.row + raster.top + 0.5]),
      widthMm: leak.widthMm,
      closes: same ? { copy: same[0].copy, from: same[0].at, to: same[1].at } : null,
    }
  }
  return {
    areas: list.areas.map((area) => ({ ...area, on: map.on(area.spot) })),
    orphaned: list.orphaned,
    // Patterns by sector and borders bent round a face are narrow where they are meant to be.
    leaks: canBeLineArt(motif) ? list.leaks.map(shownLeak) : [],
    width: map.width,
    height: map.height,
    mm: map.mm,
    ids,
  }
}

/** A place of another copy as one of this copy. */
const inCopy = (places: MotifPlaces, copy: number, place: OwnPlace): OwnPlace => {
  const spot = places.spotOf(place)
  return spot ? places.placeIn(copy, spot) : place
}

/** The area at a point of a map, as shares of it; the nearest one within a few points of it. */
export function areaOnMap(
  { ids, width, height }: Pick<AreasView, 'ids' | 'width' | 'height'>,
  x: number,
  y: number,
): number {
  const [column, row] = [Math.floor(x * width), Math.floor(y * height)]
  for (let reach = 0; reach < 6; reach++)
    for (let dy = -reach; dy <= reach; dy++)
      for (let dx = -reach; dx <= reach; dx++) {
        const [i, k] = [column + dx, row + dy]
        if (i < 0 || k < 0 || i >= width || k >= height) continue
        const id = ids[k * width + i]
        if (id > 0) return id
      }
  return 0
}

interface AreaMap {
  readonly width: number
  readonly height: number
  readonly mm: readonly [number, number]
  readonly spot: (x: number, y: number) => readonly [number, number] | null
  readonly on: (spot: readonly [number, number]) => readonly [number, number]
}

function wallMap(grid: SkinGrid, top: number, bottom: number): AreaMap {
  const mm = [Math.max(...grid.columnMm.slice(top, bottom)) * grid.width, (bottom - top) * grid.rowMm] as const
  const width = MAP
  const height = Math.max(40, Math.round((MAP * mm[1]) / mm[0]))
  return {
    width,
    height,
    mm,
    // Its front stands in the middle.
    spot: (x, y) => [((x / width + 0.5) % 1) * grid.width, bottom - (y / height) * (bottom - top) - 1e-6],
    on: ([column, row]) => [(((column / grid.width + 0.5) % 1) + 1) % 1, 1 - (row - top) / (bottom - top)],
  }
}

function flatMap(grid: SkinGrid, below: boolean): AreaMap {
  const { form, rowMm } = grid
  const { base, rim, floor } = form.zones
  const reach = below ? base.to : floor.to - rim.from
  const ratio = Math.max(1, form.plan.plan.ratio)
  const mm = [2 * reach * ratio, 2 * reach] as const
  const width = MAP
  const height = Math.round(MAP / ratio)
  const hand = below ? -1 : 1
  const table = Array.from({ length: 2048 }, (_, i) => form.plan.at(i / 2048))
  const turns = table.map(([x, z]) => (((Math.atan2(x, z) / (2 * Math.PI)) % 1) + 1) % 1)
  const shareOf = (turn: number): number => {
    let [low, high] = [0, 2047]
    while (high - low > 1) {
      const middle = (low + high) >> 1
      if (turns[middle] <= turn) low = middle
      else high = middle
    }
    return low / 2048
  }
  return {
    width,
    height,
    mm,
    spot: (x, y) => {
      const px = hand * (x / width - 0.5) * mm[0]
      const pz = (y / height - 0.5) * mm[1]
      const share = shareOf((((Math.atan2(px, pz) / (2 * Math.PI)) % 1) + 1) % 1)
      const [ux, uz] = table[Math.round(share * 2048) % 2048]
      const r = Math.hypot(px, pz) / Math.hypot(ux, uz)
      if (r > reach) return null
      return [share * grid.width, (below ? r : form.totalMm - r) / rowMm - 1e-6]
    },
    on: ([column, row]) => {
      const r = below ? row * rowMm : form.totalMm - row * rowMm
      const [ux, uz] = form.plan.at(column / grid.width)
      return [0.5 + (hand * ux * r) / mm[0], 0.5 + (uz * r) / mm[1]]
    },
  }
}
