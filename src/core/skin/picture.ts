import type { LightId } from '../colour/light'
import { latticeRandom } from '../base/random'
import { packTexel, type Look, type StackOptics } from './appearance'
import { GUTTER, type Chart } from './atlas'
import { TILE } from './tileSide'
import { RasterPainter } from './loops/rasterPainter'
import type { Page, SkinSimulation } from './simulation'
import type { Stack } from './stack'

/** The skin as two textures of the atlas's size, RGBA bytes. */
export interface SkinPicture {
  readonly width: number
  readonly height: number
  /** sRGB colour, gloss in alpha. */
  readonly colour: Uint8Array
  /** Slope of the surface across and down (128 is flat, ±127 is ±SLOPE_RANGE), height in the third, grain of the clay in the fourth. */
  readonly relief: Uint8Array
  readonly outOfGamutStacks: number
  /** Tiles that this painting changed. */
  readonly dirtyTiles: number
  /** First and past-the-last row that it changed. */
  readonly dirtyRows: readonly [number, number]
}

/** Rows of a painted skin, to be sent where it is drawn. */
export interface SkinRows {
  readonly width: number
  readonly height: number
  readonly from: number
  readonly to: number
  /** Like those of the picture, rows `from` to `to` only. */
  readonly colour: Uint8Array<ArrayBuffer>
  readonly relief: Uint8Array<ArrayBuffer>
}

/** Copies of rows of a picture: those that changed, or all. */
export function copiedRows(
  { width, height, colour, relief, dirtyRows }: SkinPicture,
  which: 'changed' | 'all',
): SkinRows {
  const [from, to] = which === 'all' ? [0, height] : dirtyRows
  return {
    width,
    height,
    from,
    to,
    colour: new Uint8Array(colour.subarray(4 * from * width, 4 * to * width)),
    relief: new Uint8Array(relief.subarray(4 * from * width, 4 * to * width)),
  }
}

/** A copy of the colours of a picture without their gloss. RGBA, opaque. */
export function opaqueColours({ colour }: SkinPicture): Uint8ClampedArray<ArrayBuffer> {
  const words = new Uint32Array(colour.slice().buffer)
  for (let i = 0; i < words.length; i++) words[i] |= 0xff000000
  return new Uint8ClampedArray(words.buffer)
}

/**
 * A square patch of a picture round a place on a chart (across and down, 0–1): `samples` across, `seesMm` of the skin
 * in true millimetres, up
 * being further along it, lit from the left. RGBA, opaque.
 */
export function skinPatch(
  { width: all, colour, relief }: SkinPicture,
  chart: Pick<Chart, 'grid' | 'x' | 'y'>,
  across: number,
  down: number,
  samples: number,
  seesMm: number,
): Uint8ClampedArray<ArrayBuffer> {
  const out = new Uint8ClampedArray(4 * samples * samples)
  const { grid } = chart
  const { width, height } = grid
  const columnMm = grid.columnMm[Math.min(height - 1, Math.max(0, Math.floor(down * height)))]
  for (let y = 0; y < samples; y++) {
    const row = Math.min(
      height - 1,
      Math.max(0, Math.round(down * height - ((y - samples / 2) * seesMm) / samples / grid.rowMm)),
    )
    for (let x = 0; x < samples; x++) {
      const column = Math.round(across * width + ((x - samples / 2) * seesMm) / samples / columnMm)
      const i = 4 * ((chart.y + row) * all + chart.x + (((column % width) + width) % width))
      const light = 1 - (relief[i] - 128) / 260 + (relief[i + 1] - 128) / 420
      const o = 4 * (y * samples + x)
      for (let c = 0; c < 3; c++) out[o + c] = colour[i + c] * light
      out[o + 3] = 255
    }
  }
  return out
}

/** Largest slope that a relief texture holds. */
export const SLOPE_RANGE = 1.5

/** Colours of stacks, computed once for each stack, look and light. */
export class Palette {
  private colours = new Uint32Array(0)
  private heights = new Float32Array(0)
  private known = 0
  outOfGamut = 0

  constructor(
    private readonly optics: StackOptics,
    private readonly look: Look,
    private readonly light: LightId,
  ) {}

  /** Extends the palette to all of `stacks`. */
  cover(stacks: readonly Stack[], used: Uint8Array): { colours: Uint32Array; heights: Float32Array } {
    if (this.colours.length < stacks.length) {
      const size = Math.max(stacks.length, this.colours.length * 2)
      const colours = new Uint32Array(size)
      const heights = new Float32Array(size).fill(NaN)
      colours.set(this.colours)
      heights.set(this.heights)
      this.colours = colours
      this.heights = heights
    }
    for (let id = 0; id < stacks.length; id++) {
      if (!used[id] || !Number.isNaN(this.heights[id])) continue
      const { linear, gloss, heightUm, outOfGamut } = this.optics.appearance(stacks[id], this.look, this.light)
      this.colours[id] = packTexel(linear, gloss)
      this.heights[id] = heightUm
      if (outOfGamut) this.outOfGamut++
      this.known++
    }
    return { colours: this.colours, heights: this.heights }
  }
}

/** 256 × 256 of clay grain, for the fourth channel. */
const GRAIN = Uint32Array.from(
  { length: 65_536 },
  (_, i) => Math.round(255 * latticeRandom(i & 255, i >> 8, 404)) << 24,
)

/** The painted skin of one piece, repainted only in tiles whose page of ids changed. */
export class SkinPainter {
  private readonly easel: RasterPainter
  private pages: readonly Page[] = []
  private palette: Palette | null = null

  constructor(private readonly simulation: SkinSimulation) {
    const { width, height, charts } = simulation.atlas
    this.easel = new RasterPainter({
      width,
      height,
      fields: charts.map(({ grid, x, y }, i) => ({
        x,
        y,
        width: grid.width,
        height: grid.height,
        gutter: i === 0 ? 0 : GUTTER,
        across: Float32Array.from(grid.columnMm, (mm) => SLOPE_SCALE / (2 * mm)),
        down: SLOPE_SCALE / (2 * grid.rowMm),
      })),
      grain: GRAIN,
    })
  }

  /** Ids of the last painting, row by row. */
  get raster(): Int32Array {
    return this.easel.ids
  }

  /** Paints pages of ids. The arrays of the picture belong to the painter and change with the next painting. */
  paint(pages: readonly Page[], palette: Palette): SkinPicture {
    const { atlas, stacks } = this.simulation
    const { width, height } = atlas
    const repaintAll = palette !== this.palette
    const dirty = pages.flatMap((page, tile) => (repaintAll || page !== this.pages[tile] ? [tile] : []))
    const used = this.easel.place(
      dirty.map((tile) => ({ tile, ids: pages[tile].ids })),
      stacks.stacks.length,
    )
    const { colours, heights } = palette.cover(stacks.stacks, used)
    const painted = this.easel.paint(dirty, colours, heights)
    this.pages = pages.slice()
    this.palette = palette
    return {
      width,
      height,
      ...this.easel.textures,
      outOfGamutStacks: palette.outOfGamut,
      dirtyTiles: dirty.length,
      dirtyRows: this.rowsOf(painted, width / TILE, height),
    }
  }

  private rowsOf(dirty: readonly number[], tilesAcross: number, height: number): [number, number] {
    if (!dirty.length) return [0, 0]
    const rows = dirty.map((tile) => Math.floor(tile / tilesAcross))
    return [Math.max(0, Math.min(...rows) * TILE - 1), Math.min(height, (Math.max(...rows) + 1) * TILE + 1)]
  }
}

const SLOPE_SCALE = 127 / SLOPE_RANGE / 1000
