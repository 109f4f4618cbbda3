import type { Stretch } from '../form/turnedForm'
import type { SkinGrid } from './grid'
import { cutTiles } from './loops/tileCutter'
import { TILE } from './tileSide'

/**
 * How strongly a step acts at each texel: 0 not at all, 15 most. 8 is the nominal coat. Only rows `top`–`bottom` are kept, and
 * columns `left`–`right`.
 */
export interface LevelField {
  /** Equal keys mean equal fields. */
  readonly key: string
  readonly top: number
  readonly bottom: number
  readonly left: number
  readonly right: number
  /** (right − left) × (bottom − top), row by row. */
  readonly levels: Uint8Array
}

/** Shares of a turn, from–to; `to` may pass 1. */
export type Arc = readonly [from: number, to: number]

/**
 * A field that is made when it is first needed. `area` acts all over its stretches (within its arcs, if it has any), `marks`
 * only in the lines of a motif, `patches` only here and there.
 */
export interface FieldSource {
  readonly key: string
  readonly kind: 'area' | 'marks' | 'patches'
  readonly stretches: readonly Stretch[]
  readonly arcs: readonly Arc[] | null
  readonly make: () => LevelField
  /** Whether it acts at a place, if its stretches do not tell: mm along and a share of a turn. */
  readonly within?: (lengthMm: number, across: number) => boolean
}

/** A field of which only some sectors act. */
export function inArcs(grid: SkinGrid, source: FieldSource, arcs: readonly Arc[] | null): FieldSource {
  if (!arcs) return source
  const key = `${source.key}@${arcs.map(([a, b]) => `${a.toFixed(4)}-${b.toFixed(4)}`).join('_')}`
  return {
    ...source,
    key,
    arcs,
    make: () => {
      const field = source.make()
      const open = columnsIn(grid.width, arcs)
      const levels = field.levels.slice()
      for (let i = 0; i < levels.length; i++) if (!open[i % grid.width]) levels[i] = 0
      return levelField(grid, key, field.top, levels)
    },
  }
}

/** Which columns lie in arcs: 1 or 0. */
export function columnsIn(width: number, arcs: readonly Arc[]): Uint8Array {
  const open = new Uint8Array(width)
  for (const [from, to] of arcs)
    for (let x = Math.round(from * width); x < Math.round(to * width); x++) open[((x % width) + width) % width] = 1
  return open
}

/** Whether a share of a turn lies in one of the arcs. */
export const inAnyArc = (across: number, arcs: readonly Arc[] | null): boolean =>
  !arcs || arcs.some(([from, to]) => [across - 1, across, across + 1].some((a) => a >= from && a < to))

/** Several fields of one act laid one after another, their levels added up. */
export function addedUp(grid: SkinGrid, sources: readonly FieldSource[]): FieldSource {
  if (sources.length === 1) return sources[0]
  const key = `sum:${sources.map((s) => s.key).join('+')}`
  return {
    ...sources[0],
    key,
    make: () => {
      const [first, ...rest] = sources.map((source) => source.make())
      const levels = first.levels.slice()
      for (const { levels: more } of rest)
        for (let i = 0; i < levels.length; i++) levels[i] = Math.min(255, levels[i] + more[i])
      return levelField(grid, key, first.top, levels)
    },
  }
}

/** Levels of a grid from row `top` on. */
export const levelField = (grid: SkinGrid, key: string, top: number, levels: Uint8Array): LevelField => ({
  key,
  top,
  bottom: top + levels.length / grid.width,
  left: 0,
  right: grid.width,
  levels,
})

/** A field of which only what `open` says acts; `key` says how it was cut. */
export function cutTo(
  grid: SkinGrid,
  source: FieldSource,
  cut: string,
  open: (column: number, row: number) => boolean,
): FieldSource {
  const key = `${source.key}@${cut}`
  return {
    ...source,
    key,
    make: () => {
      const field = source.make()
      const levels = field.levels.slice()
      for (let i = 0; i < levels.length; i++)
        if (levels[i] && !open(i % grid.width, field.top + Math.floor(i / grid.width))) levels[i] = 0
      return levelField(grid, key, field.top, levels)
    },
  }
}

/** A field as the simulator reads it: of each tile only the spots above level 0, and of a tile at one level only that level. */
export interface TiledField {
  readonly key: string
  /** For each tile its one level; 0 where there are several or none. */
  readonly even: Uint8Array
  /** Where in `spots` and `levels` each tile begins; one number more than there are tiles. */
  readonly starts: Int32Array
  /** Places in the tile, row by row from 0 to TILE × TILE − 1. */
  readonly spots: Uint16Array
  readonly levels: Uint8Array
  /** The highest level in it. */
  readonly highest: number
}

/** A raster as it is cut into tiles. */
export type RasterOf = Pick<SkinGrid, 'width' | 'height'>

/** A field cut into the tiles of a raster. */
export const tiled = ({ key, levels, ...box }: LevelField, { width, height }: RasterOf): TiledField => ({
  key,
  ...cutTiles(levels, box, width, (width / TILE) * Math.ceil(height / TILE)),
})

/** Keeps the most recently used fields up to a budget of bytes. */
export class FieldCache {
  private readonly fields = new Map<string, TiledField>()
  private bytes = 0

  constructor(private readonly budgetBytes = 384 * 1_048_576) {}

  /** The field of a source on a raster. */
  get({ key, make }: FieldSource, grid: RasterOf): TiledField {
    const known = this.fields.get(key)
    if (known) {
      this.fields.delete(key)
      this.fields.set(key, known)
      return known
    }
    const made = tiled(make(), grid)
    this.fields.set(key, made)
    this.bytes += sizeOf(made)
    for (const [oldKey, old] of this.fields) {
      if (this.bytes <= this.budgetBytes || oldKey === key) break
      this.fields.delete(oldKey)
      this.bytes -= sizeOf(old)
    }
    return made
  }
}

const sizeOf = ({ spots, levels }: TiledField): number => spots.buffer.byteLength + levels.buffer.byteLength
