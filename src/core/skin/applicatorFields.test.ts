import { describe, expect, it } from 'vitest'
import { presetForm } from '../model/presetForm'
import { buildForm } from '../form/buildForm'
import { TEXTURE_KINDS, TEXTURE } from '../vocabulary/textures'
import {
  blendField,
  BLEND_STEPS,
  bottleField,
  dripField,
  spatterField,
  spongeField,
  swipeField,
  textureField,
} from './applicatorFields'
import { brushField, evenField } from './coatFields'
import { NOMINAL } from './levels'
import { skinGrid } from './grid'
import { addedUp, columnsIn, inAnyArc, inArcs } from './levelField'

const built = buildForm(presetForm('beaker'))
if (!built.ok) throw new Error('the beaker does not build')
const form = built.value
const grid = skinGrid(form, 512, 256)
const wall = [form.zones.outside]
const mean = (levels: Uint8Array) => levels.reduce((a, b) => a + b, 0) / levels.length

describe('what each applicator lays', () => {
  it('a bottle lies evenly, a sponge in cells with gaps, spatter in drops', () => {
    const bottle = bottleField(grid, wall, 3).make().levels
    const sponge = spongeField(grid, wall, 3).make().levels
    const spatter = spatterField(grid, wall, 3).make().levels
    expect(Math.abs(mean(bottle) - NOMINAL)).toBeLessThan(0.5)
    expect(bottle.every((l) => l >= 5)).toBe(true)
    const bare = (levels: Uint8Array) => levels.filter((l) => l === 0).length / levels.length
    expect(bare(sponge)).toBeGreaterThan(0.05)
    expect(bare(sponge)).toBeLessThan(0.6)
    expect(bare(spatter)).toBeGreaterThan(0.7)
    expect(bare(spatter)).toBeLessThan(0.99)
  })

  it('the steps of a blend share the field out: each texel in one of them, none lost', () => {
    for (const along of ['height', 'around'] as const) {
      const base = brushField(grid, wall, true, 4)
      const whole = base.make().levels
      const sum = new Uint8Array(whole.length)
      for (let k = 0; k < BLEND_STEPS; k++)
        blendField(grid, base, wall, along, k)
          .make()
          .levels.forEach((l, i) => (sum[i] += l))
      expect(Buffer.compare(sum, whole)).toBe(0)
    }
  })

  it('coats laid one after another add up, texel by texel', () => {
    const coats = [0, 1, 2].map((i) => brushField(grid, wall, i % 2 === 0, 9 + i))
    const together = addedUp(grid, coats)
    const fields = coats.map((c) => c.make().levels)
    expect(together.make().levels.every((l, i) => l === fields[0][i] + fields[1][i] + fields[2][i])).toBe(true)
    expect(addedUp(grid, [coats[0]])).toBe(coats[0])
    expect(together.key).not.toBe(coats[0].key)
  })

  it('drips hang from the rim down the outside and thin out toward the foot', () => {
    const field = dripField(grid, grid.form.zones.outside.to, 5).make()
    const rows = field.levels.length / grid.width
    const wet = (y: number) => field.levels.subarray(y * grid.width, (y + 1) * grid.width).filter((l) => l > 0).length
    expect(wet(rows - 3)).toBeGreaterThan(wet(Math.round(rows * 0.7)))
    expect(wet(5)).toBe(0)
  })

  it('a sponge wipes hard nearly everywhere', () => {
    const { levels } = swipeField(grid, wall, 1).make()
    expect(levels.every((l) => l === 13 || l === 15)).toBe(true)
    expect(mean(levels)).toBeGreaterThan(13.5)
  })

  it.each(TEXTURE_KINDS)('%s is pressed between nothing and its full depth, and closes round the form', (texture) => {
    const { levels } = textureField(grid, wall, texture, 6).make()
    const [least, most] = levels.reduce(([a, b], l) => [Math.min(a, l), Math.max(b, l)], [15, 0])
    expect(most).toBeGreaterThan(9)
    expect(least).toBeLessThan(5)
    const rows = levels.length / grid.width
    let jump = 0
    let ordinary = 0
    for (let y = 0; y < rows; y++) {
      jump += Math.abs(levels[y * grid.width] - levels[(y + 1) * grid.width - 1])
      ordinary += Math.abs(levels[y * grid.width + 200] - levels[y * grid.width + 201])
    }
    expect(jump / rows).toBeLessThan(Math.max(4, 3 * (ordinary / rows)))
    expect(TEXTURE[texture].words.length).toBeGreaterThan(5)
  })
})

describe('sectors', () => {
  it('cut a field to their columns, across the seam as well', () => {
    const cut = inArcs(grid, evenField(grid, wall, 15), [[0.9, 1.1]]).make().levels
    expect([cut[0], cut[Math.round(grid.width * 0.5)], cut[grid.width - 1]]).toEqual([15, 0, 15])
    expect(cut.filter((l) => l > 0).length / cut.length).toBeCloseTo(0.2, 2)
    expect(columnsIn(100, [[0.25, 0.5]]).reduce((a, b) => a + b, 0)).toBe(25)
  })

  it('know whether a place lies in them', () => {
    expect(inAnyArc(0.3, null)).toBe(true)
    expect(inAnyArc(0.95, [[0.9, 1.1]])).toBe(true)
    expect(inAnyArc(0.05, [[0.9, 1.1]])).toBe(true)
    expect(inAnyArc(0.5, [[0.9, 1.1]])).toBe(false)
  })
})
