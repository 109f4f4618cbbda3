import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../../base/random'
import { compiled } from '../../../../scripts/loops.mjs'
import { applyOp, type MediumTraits, type StackOp } from '../stackOps'
import type { TiledField } from '../levelField'
import { TILE } from '../tileSide'
import { BARE, StackTable, withFilm } from '../stack'
import { LOOP_BYTES } from './loopsBytes'
import { TransitionTable, TileMemory } from './tileMemory'

const TEXELS = TILE * TILE
const MEDIA: MediumTraits[] = [
  { kind: 'underglaze', filmUm: 30 },
  { kind: 'slip', filmUm: 100 },
  { kind: 'glaze', filmUm: 120 },
]

const ACTS: StackOp[] = [
  { act: 'coat', medium: 0, gain: 1, settles: 'even' },
  { act: 'coat', medium: 2, gain: 3, settles: 'even' },
  { act: 'carve', depthUm: 400, cutsBody: true },
  { act: 'fire', cone: 6, melts: true },
]

/** A field of one tile, with a share of its spots at levels up to the highest; 1 and one level make it even. */
function fieldOf(random: () => number, share: number, highest: number): TiledField {
  const spots: number[] = []
  for (let spot = 0; spot < TEXELS; spot++) if (random() < share) spots.push(spot)
  if (share === 1)
    return {
      key: 'even',
      even: Uint8Array.of(highest),
      starts: Int32Array.of(0, 0),
      spots: new Uint16Array(0),
      levels: new Uint8Array(0),
      highest,
    }
  const levels = Uint8Array.from(spots, () => 1 + Math.floor(random() * highest))
  return {
    key: 'spots',
    even: Uint8Array.of(0),
    starts: Int32Array.of(0, spots.length),
    spots: Uint16Array.from(spots),
    levels,
    highest,
  }
}

describe('the workbench of the simulator', () => {
  it('holds the bytes of its source', async () => {
    expect(LOOP_BYTES).toEqual(new Uint8Array(await compiled()))
  })

  it('does to a page what the acts say texel by texel, at any levels, in even tiles and in spots', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1e6 }),
        fc.constantFrom(...ACTS),
        fc.constantFrom(0.01, 0.4, 0.97, 1),
        fc.constantFrom(9, 15, 16, 45, 255),
        (seed, act, share, highest) => {
          const random = seededRandom(seed)
          const stacks = new StackTable()
          for (let i = 0; i < 300; i++)
            stacks.idOf(
              withFilm(
                withFilm(BARE, Math.floor(random() * 2), 1 + Math.floor(random() * 30)),
                1,
                Math.floor(random() * 12),
              ),
            )
          const before = Int32Array.from({ length: TEXELS }, () => Math.floor(random() * stacks.stacks.length))
          const bench = new TileMemory()
          const table = new TransitionTable(bench, act, stacks, MEDIA, highest > 15 ? 8 : 4)
          const field = fieldOf(random, share, highest)
          bench.put(before)
          table.makeRoom()
          bench.run(table, field, 0)
          const after = new Int32Array(TEXELS)
          bench.take(after)
          const levels = new Uint8Array(TEXELS).fill(field.even[0])
          field.spots.forEach((spot, i) => (levels[spot] = field.levels[i]))
          const done = new Set(Array.from(after, (id, i) => `${before[i]} ${levels[i]} ${id}`))
          for (const one of done) {
            const [from, level, to] = one.split(' ').map(Number)
            expect(stacks.stacks[to]).toEqual(applyOp(stacks.stacks[from], level, act, MEDIA))
          }
        },
      ),
      { numRuns: 24 },
    )
  })

  it('a stack beyond its room does not run into the tables of others', () => {
    const stacks = new StackTable()
    for (let i = 0; i < 9000; i++) stacks.idOf({ ...BARE, cutDepthUm: 40 * i + 40 })
    const bench = new TileMemory()
    const [one, other] = [0, 1].map(
      (medium) => new TransitionTable(bench, { act: 'coat', medium, gain: 1, settles: 'even' }, stacks, MEDIA, 4),
    )
    const known = other.learn(5, 8)
    for (const id of [8999, 4096, 4160])
      expect(stacks.stacks[one.learn(id, 8)].films).toEqual([{ medium: 0, eighths: 8 }])
    bench.put(new Int32Array(TEXELS).fill(5))
    bench.run(other, fieldOf(seededRandom(1), 1, 8), 0)
    const after = new Int32Array(TEXELS)
    bench.take(after)
    expect(new Set(after)).toEqual(new Set([known]))
  })

  it('keeps what it knows when its memory and its lists grow', () => {
    const stacks = new StackTable()
    const bench = new TileMemory()
    const table = new TransitionTable(bench, { act: 'coat', medium: 1, gain: 1, settles: 'even' }, stacks, MEDIA, 4)
    const first = table.learn(0, 8)
    const small = bench.bytes
    for (let i = 0; i < 9000; i++) stacks.idOf({ ...BARE, cutDepthUm: 40 * i + 40 })
    table.makeRoom()
    for (let id = 0; id < 9000; id++) table.learn(id, 8)
    expect(bench.bytes).toBeGreaterThan(small)
    bench.put(Int32Array.from({ length: TEXELS }, (_, i) => (i === 7 ? 0 : 8000)))
    bench.run(table, fieldOf(seededRandom(1), 1, 8), 0)
    const after = new Int32Array(TEXELS)
    bench.take(after)
    expect(after[7]).toBe(first)
    expect(stacks.stacks[after[8]]).toEqual(
      applyOp(stacks.stacks[8000], 8, { act: 'coat', medium: 1, gain: 1, settles: 'even' }, MEDIA),
    )
  })
})
