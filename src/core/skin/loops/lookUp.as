// Looking up what an act makes of each stack, in AssemblyScript. After a change: node scripts/loops.mjs, which writes loopsBytes.ts.
// In JavaScript it takes 5 to 12 ns a texel, like this 3.

/** Where in the memory of a workbench the page that is worked on lies (4096 × u32), the spots of a field (u16), their levels (u8). */
const PAGE: usize = 0
const SPOTS: usize = 16384
const LEVELS: usize = 24576

/** Transitions are kept in blocks of 64 stacks. */
const BLOCK: u32 = 6
const WITHIN: u32 = 63

/** One more than the stack that `id` leads to at `level`; 0 if that is not known yet. `blocks` is the table of an act. */
// @ts-ignore: decorator
@inline
function next(id: u32, level: u32, blocks: usize, bits: u32): u32 {
  const block = <usize>load<u32>(blocks + (<usize>(id >>> BLOCK) << 2))
  return block == 0 ? 0 : load<u32>(block + (<usize>(((id & WITHIN) << bits) | level) << 2))
}

/** Carries an act out on the spots from `at` to `end`; gives the place of the first that it does not know, or `end`. */
export function runSpots(at: i32, end: i32, blocks: usize, bits: u32): i32 {
  for (let i = at; i < end; i++) {
    const texel = PAGE + (<usize>load<u16>(SPOTS + (<usize>i << 1)) << 2)
    const id = next(load<u32>(texel), <u32>load<u8>(LEVELS + <usize>i), blocks, bits)
    if (id == 0) return i
    store<u32>(texel, id - 1)
  }
  return end
}

/** The same for all texels from `at` to `end`, at one level. */
export function runEven(at: i32, end: i32, level: u32, blocks: usize, bits: u32): i32 {
  for (let i = at; i < end; i++) {
    const texel = PAGE + (<usize>i << 2)
    const id = next(load<u32>(texel), level, blocks, bits)
    if (id == 0) return i
    store<u32>(texel, id - 1)
  }
  return end
}
