import type { MediumTraits } from './stackOps'
import type { SkinOperation } from './operation'
import { atlasOfWall, type Atlas } from './atlas'
import type { SkinGrid } from './grid'
import { FieldCache, type TiledField } from './levelField'
import { TILE } from './tileSide'
import { TransitionTable, TileMemory } from './loops/tileMemory'
import { StackTable } from './stack'

const TILE_TEXELS = TILE * TILE

/** What lies in a tile at one moment. Another moment is another page, though its ids may lie where those of a forgotten one lay. */
export interface Page {
  /** TILE × TILE stack ids, row by row. */
  readonly ids: Int32Array
}

/**
 * A tile's life: the groups of operations that touched it, a number for what each did there, and the ids it left. Only every
 * fourth page and the last are kept; the ones between are made again when they are asked for.
 */
interface TileHistory {
  readonly groups: StepGroup[]
  readonly numbers: number[]
  readonly pages: (Page | null)[]
}

const KEPT_EVERY = 4

/** How much a simulation may come to know before it is worn. */
export interface SimulationLimits {
  readonly stacks: number
  readonly bytes: number
}

const LIMITS: SimulationLimits = { stacks: 250_000, bytes: 512 * 1_048_576 }

/** Operations of one step, with their fields. */
interface StepGroup {
  readonly stepIndex: number
  readonly operations: readonly { table: TransitionTable; field: TiledField; number: number }[]
}

/** Whether a field touches a tile. */
const acts = ({ even, starts }: TiledField, tile: number): boolean => even[tile] > 0 || starts[tile] < starts[tile + 1]

const touches = (group: StepGroup, tile: number): boolean => group.operations.some(({ field }) => acts(field, tile))

/** Bits that hold a level: four as a rule, up to eight for several coats in one. */
const bitsFor = (highest: number): number => Math.max(4, Math.ceil(Math.log2(highest + 1)))

/**
 * The skin of one piece, kept in tiles of 64 × 64 stack ids.
 *
 * Every act changes a texel from that texel alone, so each tile keeps its own history: the steps that touched it and the ids
 * each left. An edit replays a tile from the first step that differs, and a tile that no changed step touches not at all.
 * Tried and dropped: whole-raster checkpoints after each step (35 ms and 8 MB a step in a prototype) against 16 KB a touched tile.
 */
export class SkinSimulation {
  readonly stacks = new StackTable()
  readonly atlas: Atlas
  private readonly tilesAcross: number
  private readonly tileCount: number
  private histories: TileHistory[]
  /** Pages that hold one id all over, shared by all tiles. */
  private readonly evenPages = new Map<number, Page>()
  private readonly evenIds = new WeakMap<Page, number>()
  private readonly blank = this.evenPage(0)
  private readonly memory = new TileMemory()
  private readonly tables = new Map<string, TransitionTable>()
  private readonly numbers = new Map<string, number>()
  private readonly trials = new WeakMap<Page, { key: string; page: Page }>()
  /** Room of forgotten pages, to be used again: making it anew costs more than filling it. */
  private readonly spare: Int32Array[] = []
  /** Tiles replayed by the last update, for measuring. */
  replayedTiles = 0

  constructor(
    on: SkinGrid | Atlas,
    private readonly media: readonly MediumTraits[],
    private readonly fields = new FieldCache(),
    private readonly limits = LIMITS,
  ) {
    this.atlas = 'charts' in on ? on : atlasOfWall(on)
    const { width, height } = this.atlas
    if (width % TILE || height % TILE)
      throw new Error(`a skin of ${width} × ${height} is not made of whole tiles of ${TILE}`)
    this.tilesAcross = width / TILE
    this.tileCount = this.tilesAcross * (height / TILE)
    this.histories = Array.from({ length: this.tileCount }, () => ({ groups: [], numbers: [], pages: [] }))
  }

  /** The raster of its wall. */
  get grid(): SkinGrid {
    return this.atlas.charts[0].grid
  }

  /** So much has been tried in it that a fresh one is better: what is known of stacks and transitions is never forgotten. */
  get tableFull(): boolean {
    return this.stacks.stacks.length > this.limits.stacks || this.memory.bytes > this.limits.bytes
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
  pagesAfter(stepIndex: number, trial: readonly SkinOperation[] = []): Page[] {
    const groups = this.group(trial)
    return this.histories.map((history, tile) => {
      let last = history.groups.length - 1
      while (last >= 0 && history.groups[last].stepIndex > stepIndex) last--
      let page = this.pageAt(history, tile, last)
      for (const group of groups) if (touches(group, tile)) page = this.tried(group, page, tile)
      return page
    })
  }

  /** Ids of the whole skin after step `stepIndex`, row by row. */
  idsAfter(stepIndex: number, trial: readonly SkinOperation[] = []): Int32Array {
    const ids = new Int32Array(this.atlas.width * this.atlas.height)
    this.pagesAfter(stepIndex, trial).forEach((page, tile) => this.placeTile(ids, page, tile))
    return ids
  }

  /** Copies a tile's page into a raster of the whole skin. */
  placeTile(ids: Int32Array, page: Page, tile: number): void {
    const { width } = this.atlas
    const start = Math.floor(tile / this.tilesAcross) * TILE * width + (tile % this.tilesAcross) * TILE
    for (let row = 0; row < TILE; row++) ids.set(page.ids.subarray(row * TILE, row * TILE + TILE), start + row * width)
  }

  private tried(group: StepGroup, page: Page, tile: number): Page {
    const key = `${this.groupNumber(group, tile)}@${tile}`
    const known = this.trials.get(page)
    if (known && known.key === key) return known.page
    const copy = this.runGroup(group, page, tile) ?? this.take()
    if (page !== this.blank) this.trials.set(page, { key, page: copy })
    return copy
  }

  private updateTile(tile: number, groups: readonly StepGroup[]): void {
    const touching = groups.filter((group) => touches(group, tile))
    const history = this.histories[tile]
    const wanted = touching.map((group) => this.groupNumber(group, tile))
    let same = 0
    while (same < wanted.length && history.numbers[same] === wanted[same]) same++
    // The same work may have come under another step.
    for (let i = 0; i < same; i++) history.groups[i] = touching[i]
    for (let i = same; i < history.pages.length; i++) this.forget(history.pages[i])
    history.groups.length = history.numbers.length = history.pages.length = same
    if (same === touching.length) {
      this.pageAt(history, tile, same - 1)
      return
    }
    this.replayedTiles++
    let page: Page | null = this.pageAt(history, tile, same - 1)
    for (let i = same; i < touching.length; i++) {
      page = this.runGroup(touching[i], page, tile)
      if (i === touching.length - 1 || (i + 1) % KEPT_EVERY === 0) page ??= this.take()
      history.groups.push(touching[i])
      history.numbers.push(wanted[i])
      history.pages.push(page)
    }
  }

  /** The page of a tile after its i-th group; blank before the first. */
  private pageAt({ groups, pages }: TileHistory, tile: number, i: number): Page {
    let from = i
    while (from >= 0 && !pages[from]) from--
    let page = from < 0 ? this.blank : pages[from]
    for (let k = from + 1; k <= i; k++) page = this.runGroup(groups[k], page, tile)
    page ??= this.take()
    if (i >= 0) pages[i] = page
    return page
  }

  /** Carries a group out in a tile. Null stands for the page that lies on the memory, before and after. */
  private runGroup(group: StepGroup, before: Page | null, tile: number): Page | null {
    let page = before
    for (const { table, field } of group.operations) {
      if (!acts(field, tile)) continue
      const level = field.even[tile]
      const id = page && level > 0 ? this.evenIds.get(page) : undefined
      if (id !== undefined) {
        page = this.evenPage(table.learn(id, level))
        continue
      }
      if (page) this.memory.put(page.ids)
      page = null
      table.makeRoom()
      this.memory.run(table, field, tile)
    }
    return page
  }

  /** The page on the memory, kept. */
  private take(): Page {
    const ids = this.spare.pop() ?? new Int32Array(TILE_TEXELS)
    this.memory.take(ids)
    return { ids }
  }

  private forget(page: Page | null): void {
    if (page && !this.evenIds.has(page)) this.spare.push(page.ids)
  }

  private evenPage(id: number): Page {
    let page = this.evenPages.get(id)
    if (!page) {
      page = { ids: new Int32Array(TILE_TEXELS).fill(id) }
      this.evenPages.set(id, page)
      this.evenIds.set(page, id)
    }
    return page
  }

  /** A number for what a group does in a tile: equal numbers mean equal operations there. */
  private groupNumber(group: StepGroup, tile: number): number {
    let key = ''
    for (const { field, number } of group.operations) if (acts(field, tile)) key += `${number},`
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
    const groups: { stepIndex: number; operations: { table: TransitionTable; field: TiledField; number: number }[] }[] =
      []
    for (const { stepIndex, act, field } of operations) {
      const actKey = JSON.stringify(act)
      const made = this.fields.get(field, this.atlas)
      const bits = bitsFor(made.highest)
      let table = this.tables.get(`${bits}${actKey}`)
      if (!table) {
        table = new TransitionTable(this.memory, act, this.stacks, this.media, bits)
        this.tables.set(`${bits}${actKey}`, table)
      }
      const entry = { table, field: made, number: this.numberOf(`${actKey}@${field.key}`) }
      const last = groups[groups.length - 1]
      if (last && last.stepIndex === stepIndex) last.operations.push(entry)
      else groups.push({ stepIndex, operations: [entry] })
    }
    return groups
  }
}
