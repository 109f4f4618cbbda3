import { LOOP_BYTES } from './loopsBytes'

const WASM_PAGE = 65_536

interface WasmMemory {
  readonly buffer: ArrayBuffer
  grow(pages: number): number
}

/** The functions of the .as files; all places are bytes from the start of the memory. */
export interface Loops {
  runSpots(at: number, end: number, blocks: number, bits: number): number
  runEven(at: number, end: number, level: number, blocks: number, bits: number): number
  placeTile(page: number, ids: number, first: number, width: number, used: number): void
  tintTile(
    ids: number,
    first: number,
    width: number,
    colours: number,
    heights: number,
    colour: number,
    plane: number,
  ): void
  slopeBox(
    x0: number,
    y0: number,
    x1: number,
    y1: number,
    width: number,
    rows: number,
    plane: number,
    relief: number,
    grain: number,
    across: number,
    down: number,
  ): void
  paintSegment(
    levels: number,
    width: number,
    wraps: number,
    top: number,
    bottom: number,
    rowMm: number,
    columnMm: number,
    ax: number,
    ay: number,
    bx: number,
    by: number,
    halfMm: number,
    reachMm: number,
    edge: number,
    haloMm: number,
    seed: number,
  ): void
  fillRow(
    levels: number,
    width: number,
    wraps: number,
    top: number,
    y: number,
    x0: number,
    x1: number,
    edge: number,
    full: number,
    seed: number,
  ): void
  cutTiles(
    levels: number,
    top: number,
    bottom: number,
    left: number,
    right: number,
    width: number,
    tiles: number,
    even: number,
    starts: number,
    spots: number,
    kept: number,
  ): number
}

/** What the core needs of WebAssembly, which every browser, worker and Node has. */
const { Memory, Module, Instance } = (
  globalThis as unknown as {
    WebAssembly: {
      Memory: new (size: { initial: number }) => WasmMemory
      Module: new (bytes: Uint8Array) => object
      Instance: new (module: object, imports: { env: { memory: WasmMemory } }) => { exports: Loops }
    }
  }
).WebAssembly

let compiled: object | null = null

/** A memory outside the heap, and the compiled loops that work in it. What is allotted stays where it is until all of it goes. */
export class LinearMemory {
  readonly loops: Loops
  private readonly memory: WasmMemory

  /** `used` bytes at the start are spoken for. */
  constructor(private used: number) {
    this.memory = new Memory({ initial: Math.max(1, Math.ceil(used / WASM_PAGE)) })
    compiled ??= new Module(LOOP_BYTES)
    this.loops = new Instance(compiled, { env: { memory: this.memory } }).exports
  }

  /** The memory itself; another one after each `allot`. */
  get buffer(): ArrayBuffer {
    return this.memory.buffer
  }

  /** Room of so many bytes, all 0, at a multiple of eight; its place in the memory. */
  allot(bytes: number): number {
    const at = Math.ceil(this.used / 8) * 8
    this.used = at + bytes
    const missing = this.used - this.buffer.byteLength
    if (missing > 0)
      this.memory.grow(Math.ceil(Math.max(missing, Math.min(this.buffer.byteLength / 2, 16 * 1_048_576)) / WASM_PAGE))
    return at
  }
}
