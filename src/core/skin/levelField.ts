import type { Stretch } from '../form/turnedForm'
import type { SkinGrid } from './grid'

/** Side of the square tiles in which the skin is kept, texels. */
export const TILE = 64

/** How strongly a step acts at each texel: 0 not at all, 15 most. 8 is the nominal coat. Only rows `top`–`bottom` are kept. */
export interface LevelField {
  /** Equal keys mean equal fields. */
  readonly key: string
  readonly top: number
  readonly bottom: number
  /** width × (bottom − top), row by row. */
  readonly levels: Uint8Array
  /** For each tile of the skin, 1 if any texel in it is above 0. */
  readonly occupied: Uint8Array
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
  for (const [from, to] of arcs) for (let x = Math.round(from * width); x < Math.round(to * width); x++) open[((x % width) + width) % width] = 1
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
      for (const { levels: more } of rest) for (let i = 0; i < levels.length; i++) levels[i] = Math.min(255, levels[i] + more[i])
      return levelField(grid, key, first.top, levels)
    },
  }
}

/** Wraps levels with the map of the tiles they touch. */
export function levelField(grid: SkinGrid, key: string, top: number, levels: Uint8Array): LevelField {
  const rows = levels.length / grid.width
  const tilesAcross = grid.width / TILE
  const occupied = new Uint8Array(tilesAcross * Math.ceil(grid.height / TILE))
  for (let y = 0; y < rows; y++) {
    const tileRow = Math.floor((top + y) / TILE) * tilesAcross
    for (let tile = 0; tile < tilesAcross; tile++) {
      if (occupied[tileRow + tile]) continue
      const start = y * grid.width + tile * TILE
      for (let i = start; i < start + TILE; i++) {
        if (levels[i]) {
          occupied[tileRow + tile] = 1
          break
        }
      }
    }
  }
  return { key, top, bottom: top + rows, levels, occupied }
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

/** A field cut into tiles. */
export function tiled({ key, top, bottom, levels, occupied }: LevelField, width: number): TiledField {
  const tilesAcross = width / TILE
  const starts = new Int32Array(occupied.length + 1)
  const even = new Uint8Array(occupied.length)
  // Four levels at a time: most of a drawing is empty.
  const fours = new Uint32Array(levels.buffer, levels.byteOffset, levels.length >> 2)
  let size = 0
  for (let i = 0; i < fours.length; i++) if (fours[i] !== 0) size += 4
  const spots = new Uint16Array(size)
  const kept = new Uint8Array(size)
  let highest = 0
  let n = 0
  for (let tile = 0; tile < occupied.length; tile++) {
    starts[tile] = n
    if (!occupied[tile]) continue
    const tileTop = Math.floor(tile / tilesAcross) * TILE
    const x0 = (tile % tilesAcross) * TILE
    for (let y = Math.max(top, tileTop); y < Math.min(bottom, tileTop + TILE); y++) {
      const row = (y - top) * width + x0
      const spot = (y - tileTop) * TILE
      for (let x = 0; x < TILE; x++) {
        if ((x & 3) === 0 && fours[(row + x) >> 2] === 0) {
          x += 3
          continue
        }
        const level = levels[row + x]
        if (level === 0) continue
        if (level > highest) highest = level
        spots[n] = spot + x
        kept[n++] = level
      }
    }
    const start = starts[tile]
    if (n - start === TILE * TILE && isEven(kept, start, n)) {
      even[tile] = kept[start]
      n = start
    }
  }
  starts[occupied.length] = n
  return { key, even, starts, spots: spots.subarray(0, n), levels: kept.subarray(0, n), highest }
}

function isEven(levels: Uint8Array, start: number, end: number): boolean {
  for (let i = start + 1; i < end; i++) if (levels[i] !== levels[start]) return false
  return true
}

/** Keeps the most recently used fields up to a budget of bytes. */
export class FieldCache {
  private readonly fields = new Map<string, TiledField>()
  private bytes = 0

  constructor(private readonly budgetBytes = 384 * 1_048_576) {}

  /** The field of a source on a grid of `width` texels. */
  get({ key, make }: FieldSource, width: number): TiledField {
    const known = this.fields.get(key)
    if (known) {
      this.fields.delete(key)
      this.fields.set(key, known)
      return known
    }
    const made = tiled(make(), width)
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
