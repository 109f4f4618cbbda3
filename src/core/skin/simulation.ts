import { applyAct, type MediumTraits, type SkinAct } from './acts'
import type { SkinOperation } from './compile/course'
import type { SkinGrid } from './grid'
import { FieldCache, TILE, type LevelField } from './levelField'
import { StackTable } from './stack'

const TILE_TEXELS = TILE * TILE

/** A tile's life: after each group of operations that touches it, which group that was and the ids it left. */
interface TileHistory {
  readonly groups: number[]
  readonly steps: number[]
  readonly pages: Uint32Array[]
}

/** Operations of one step, with their fields. */
interface StepGroup {
  readonly stepIndex: number
  readonly operations: readonly { table: TransitionTable; field: LevelField; number: number }[]
}

/** Remembered transitions of one act: at (id << bits) | level the id it leads to, −1 not yet known. */
class TransitionTable {
  private table = new Int32Array(1 << 12).fill(-1)
  private readonly bits: number

  constructor(
    private readonly act: SkinAct,
    private readonly stacks: StackTable,
    private readonly media: readonly MediumTraits[],
  ) {
    this.bits = act.act === 'coat' && act.coats ? Math.min(8, 4 + Math.ceil(Math.log2(act.coats))) : 4
  }

  /** Applies the act to a tile in place. `levels` starts at row `fieldTop` and is `width` wide. */
  run(page: Uint32Array, field: LevelField, width: number, tileX: number, tileY: number): void {
    const y0 = Math.max(tileY * TILE, field.top)
    const y1 = Math.min(tileY * TILE + TILE, field.bottom)
    const { levels } = field
    const { bits } = this
    let { table } = this
    for (let y = y0; y < y1; y++) {
      let from = (y - field.top) * width + tileX * TILE
      let to = (y - tileY * TILE) * TILE
      for (const end = to + TILE; to < end; to++, from++) {
        const level = levels[from]
        if (level === 0) continue
        const key = (page[to] << bits) | level
        let id = key < table.length ? table[key] : -1
        if (id < 0) {
          id = this.learn(key)
          table = this.table
        }
        page[to] = id
      }
    }
  }

  private learn(key: number): number {
    if (key >= this.table.length) {
      const larger = new Int32Array(2 ** Math.ceil(Math.log2(key + 1))).fill(-1)
      larger.set(this.table)
      this.table = larger
    }
    const before = this.stacks.stacks[key >>> this.bits]
    const id = this.stacks.idOf(applyAct(before, key & ((1 << this.bits) - 1), this.act, this.media))
    this.table[key] = id
    return id
  }
}

/**
 * The skin of one piece, kept in tiles of 64 × 64 stack ids.
 *
 * Every act changes a texel from that texel alone, so each tile keeps its own history: the steps that touched it and the ids
 * each left. An edit replays a tile from the first step that differs, and a tile that no changed step touches not at all.
 * Tried and dropped: whole-raster checkpoints after each step (35 ms and 8 MB a step in a prototype) against 16 KB a touched tile.
 */
export class SkinSimulation {
  readonly stacks = new StackTable()
  private readonly tilesAcross: number
  private readonly tileCount: number
  private histories: TileHistory[]
  private readonly blank = new Uint32Array(TILE_TEXELS)
  private readonly tables = new Map<string, TransitionTable>()
  private readonly numbers = new Map<string, number>()
  private readonly trials = new WeakMap<Uint32Array, { key: string; page: Uint32Array }>()
  /** Tiles replayed by the last update, for measuring. */
  replayedTiles = 0

  constructor(
    readonly grid: SkinGrid,
    private readonly media: readonly MediumTraits[],
    private readonly fields = new FieldCache(),
  ) {
    if (grid.width % TILE || grid.height % TILE) throw new Error(`a skin of ${grid.width} × ${grid.height} is not made of whole tiles of ${TILE}`)
    this.tilesAcross = grid.width / TILE
    this.tileCount = this.tilesAcross * (grid.height / TILE)
    this.histories = Array.from({ length: this.tileCount }, () => ({ groups: [], steps: [], pages: [] }))
  }

  /** Brings the skin up to date with a plan. */
  update(operations: readonly SkinOperation[]): void {
    const groups = this.group(operations)
    this.replayedTiles = 0
    for (let tile = 0; tile < this.tileCount; tile++) this.updateTile(tile, groups)
  }

  /**
   * Pages of all tiles after step `stepIndex` (−1 before the first), with operations that are tried but not kept. An unchanged
   * tile gives the same page object again, so that a picture can be repainted only where it changed.
   */
  pagesAfter(stepIndex: number, trial: readonly SkinOperation[] = []): Uint32Array[] {
    const groups = this.group(trial)
    return this.histories.map(({ steps, pages }, tile) => {
      let last = steps.length - 1
      while (last >= 0 && steps[last] > stepIndex) last--
      let page = last < 0 ? this.blank : pages[last]
      for (const group of groups) if (this.touches(group, tile)) page = this.tried(group, page, tile)
      return page
    })
  }

  /** Ids of the whole skin after step `stepIndex`, row by row. */
  idsAfter(stepIndex: number, trial: readonly SkinOperation[] = []): Uint32Array {
    const ids = new Uint32Array(this.grid.width * this.grid.height)
    this.pagesAfter(stepIndex, trial).forEach((page, tile) => this.placeTile(ids, page, tile))
    return ids
  }

  /** Copies a tile's page into a raster of the whole skin. */
  placeTile(ids: Uint32Array, page: Uint32Array, tile: number): void {
    const { width } = this.grid
    const start = Math.floor(tile / this.tilesAcross) * TILE * width + (tile % this.tilesAcross) * TILE
    for (let row = 0; row < TILE; row++) ids.set(page.subarray(row * TILE, row * TILE + TILE), start + row * width)
  }

  private tried(group: StepGroup, page: Uint32Array, tile: number): Uint32Array {
    const key = `${this.groupNumber(group, tile)}@${tile}`
    const known = this.trials.get(page)
    if (known && known.key === key) return known.page
    const copy = page.slice()
    this.runGroup(group, copy, tile)
    if (page !== this.blank) this.trials.set(page, { key, page: copy })
    return copy
  }

  private updateTile(tile: number, groups: readonly StepGroup[]): void {
    const touching = groups.filter((group) => this.touches(group, tile))
    const history = this.histories[tile]
    const wanted = touching.map((group) => this.groupNumber(group, tile))
    let same = 0
    while (same < wanted.length && history.groups[same] === wanted[same]) same++
    history.groups.length = same
    history.pages.length = same
    history.steps.length = 0
    for (let i = 0; i < same; i++) history.steps.push(touching[i].stepIndex)
    if (same === touching.length) return
    this.replayedTiles++
    let page = same > 0 ? history.pages[same - 1] : this.blank
    for (let i = same; i < touching.length; i++) {
      page = page.slice()
      this.runGroup(touching[i], page, tile)
      history.groups.push(wanted[i])
      history.steps.push(touching[i].stepIndex)
      history.pages.push(page)
    }
  }

  private runGroup(group: StepGroup, page: Uint32Array, tile: number): void {
    const tileX = tile % this.tilesAcross
    const tileY = Math.floor(tile / this.tilesAcross)
    for (const { table, field } of group.operations) {
      if (field.occupied[tile]) table.run(page, field, this.grid.width, tileX, tileY)
    }
  }

  private touches = (group: StepGroup, tile: number): boolean => group.operations.some(({ field }) => field.occupied[tile])

  /** A number for what a group does in a tile: equal numbers mean equal operations there. */
  private groupNumber(group: StepGroup, tile: number): number {
    let key = ''
    for (const { field, number } of group.operations) if (field.occupied[tile]) key += `${number},`
    return this.numberOf(key)
  }

  private numberOf(key: string): number {
    let number = this.numbers.get(key)
    if (number === undefined) {
      number = this.numbers.size
      this.numbers.set(key, number)
    }
    return number
  }

  private group(operations: readonly SkinOperation[]): StepGroup[] {
    const groups: { stepIndex: number; operations: { table: TransitionTable; field: LevelField; number: number }[] }[] = []
    for (const { stepIndex, act, field } of operations) {
      const actKey = JSON.stringify(act)
      let table = this.tables.get(actKey)
      if (!table) {
        table = new TransitionTable(act, this.stacks, this.media)
        this.tables.set(actKey, table)
      }
      const made = this.fields.get(field)
      const entry = { table, field: made, number: this.numberOf(`${actKey}@${field.key}`) }
      const last = groups[groups.length - 1]
      if (last && last.stepIndex === stepIndex) last.operations.push(entry)
      else groups.push({ stepIndex, operations: [entry] })
    }
    return groups
  }
}
