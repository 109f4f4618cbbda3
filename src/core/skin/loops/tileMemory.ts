import { applyOp, type MediumTraits, type StackOp } from '../stackOps'
import type { TiledField } from '../levelField'
import { TILE } from '../tileSide'
import type { StackTable } from '../stack'
import { LinearMemory } from './linearMemory'

const TILE_TEXELS = TILE * TILE

/* The layout of lookUp.as. */
const SPOTS_AT = 16_384
const LEVELS_AT = 24_576
const HEAP_AT = 32_768
const BLOCK_STACKS = 64

/** One page of ids, the tables of all acts, and the loop that reads them; all in one memory outside the heap. */
export class TileMemory {
  private readonly memory = new LinearMemory(HEAP_AT)
  private views = viewsOf(this.memory.buffer)

  /** Loads a page. */
  put(page: Int32Array): void {
    this.views.page.set(page)
  }

  /** Stores the page that is loaded. */
  take(into: Int32Array): void {
    into.set(this.views.page)
  }

  /** Bytes of the memory, all told. */
  get bytes(): number {
    return this.memory.buffer.byteLength
  }

  /** Room of so many bytes, all 0; its place in the memory. */
  allot(bytes: number): number {
    const at = this.memory.allot(bytes)
    if (this.views.words.byteLength !== this.bytes) this.views = viewsOf(this.memory.buffer)
    return at
  }

  /** The memory as numbers of four bytes. */
  get words(): Int32Array {
    return this.views.words
  }

  /** Carries an act out on the page: on the spots of a field in a tile, or all over it where the field is even there. */
  run(table: TransitionTable, { even, starts, spots, levels }: TiledField, tile: number): void {
    const { loops } = this.memory
    const level = even[tile]
    if (level > 0) {
      for (let at = 0; (at = loops.runEven(at, TILE_TEXELS, level, table.blocks, table.bits)) < TILE_TEXELS;)
        table.learn(this.views.page[at], level)
      return
    }
    const start = starts[tile]
    const count = starts[tile + 1] - start
    this.views.spots.set(spots.subarray(start, start + count))
    this.views.levels.set(levels.subarray(start, start + count))
    for (let at = 0; (at = loops.runSpots(at, count, table.blocks, table.bits)) < count;)
      table.learn(this.views.page[this.views.spots[at]], this.views.levels[at])
  }
}

const viewsOf = (buffer: ArrayBuffer) => ({
  page: new Int32Array(buffer, 0, TILE_TEXELS),
  spots: new Uint16Array(buffer, SPOTS_AT, TILE_TEXELS),
  levels: new Uint8Array(buffer, LEVELS_AT, TILE_TEXELS),
  words: new Int32Array(buffer),
})

/**
 * Remembered transitions of one act, in blocks of 64 stacks that are made when one of theirs is met: at (id within the block
 * << bits) | level one more than the id it leads to, 0 not yet known.
 */
export class TransitionTable {
  /** Where the list of blocks lies. */
  blocks: number
  private capacity = 64

  constructor(
    private readonly memory: TileMemory,
    private readonly act: StackOp,
    private readonly stacks: StackTable,
    private readonly media: readonly MediumTraits[],
    /** Bits of its levels. */
    readonly bits: number,
  ) {
    this.blocks = memory.allot(4 * this.capacity)
  }

  /** Makes room for every stack there is; to be called before a run over a page with new ones. */
  makeRoom(): void {
    const needed = Math.ceil(this.stacks.stacks.length / BLOCK_STACKS)
    if (needed <= this.capacity) return
    const larger = 2 ** Math.ceil(Math.log2(needed))
    const at = this.memory.allot(4 * larger)
    this.memory.words.copyWithin(at / 4, this.blocks / 4, this.blocks / 4 + this.capacity)
    this.blocks = at
    this.capacity = larger
  }

  /** Works out where an id leads at a level, and remembers it. */
  learn(id: number, level: number): number {
    if (id >= this.capacity * BLOCK_STACKS) this.makeRoom()
    const next = this.stacks.idOf(applyOp(this.stacks.stacks[id], level, this.act, this.media))
    const entry = this.blocks / 4 + Math.floor(id / BLOCK_STACKS)
    let block = this.memory.words[entry]
    if (block === 0) {
      block = this.memory.allot((4 * BLOCK_STACKS) << this.bits)
      this.memory.words[entry] = block
    }
    this.memory.words[block / 4 + ((id % BLOCK_STACKS) << this.bits) + level] = next + 1
    return next
  }
}
