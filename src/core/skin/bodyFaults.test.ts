import { describe, expect, it } from 'vitest'
import { presetForm } from '../model/presetForm'
import { buildForm } from '../form/buildForm'
import { bloatField, crackField } from './bodyFaults'
import { skinGrid } from './grid'

const built = buildForm(presetForm('jug'))
if (!built.ok) throw new Error('the jug does not build')
const form = built.value
const grid = skinGrid(form, 1024, 512)

/** Rows, counted in mm along the skin, on which a field acts, with how many texels. */
function rowsOf({ top, left, right, levels }: ReturnType<ReturnType<typeof bloatField>['make']>): [number, number][] {
  const wide = right - left
  const rows: [number, number][] = []
  for (let y = 0; y * wide < levels.length; y++) {
    const n = levels.subarray(y * wide, (y + 1) * wide).reduce((sum, v) => sum + (v > 0 ? 1 : 0), 0)
    if (n) rows.push([(top + y + 0.5) * grid.rowMm, n])
  }
  return rows
}

const share = (cones: number) =>
  bloatField(grid, cones, 7)
    .make()
    .levels.reduce((sum, v) => sum + (v > 0 ? 1 : 0), 0) /
  (grid.width * grid.height)

/* Common practice, no source. */
describe('clay past its heat', () => {
  it('bloats more the hotter it was, and never all over', () => {
    expect(share(1)).toBeGreaterThan(0.005)
    expect(share(2)).toBeGreaterThan(1.5 * share(1))
    expect(share(3)).toBeGreaterThan(share(2))
    expect(share(9)).toBeLessThan(0.4)
    expect(share(9)).toBe(share(4))
  })

  it('bloats are domes: of many heights', () => {
    const { levels } = bloatField(grid, 2, 7).make()
    const seen = [...new Set(levels)]
    expect(seen.length).toBeGreaterThanOrEqual(5)
    expect([Math.min(...seen), Math.max(...seen)]).toEqual([0, 15])
  })

  it('stands everywhere, on narrow places as on wide ones', () => {
    const rows = rowsOf(bloatField(grid, 4, 7).make())
    for (const zone of [form.zones.outside, form.zones.inside, form.zones.floor])
      expect(rows.some(([at]) => at > zone.from && at < zone.to)).toBe(true)
    const onMm2 = (from: number, to: number) => {
      const inside = rows.filter(([at]) => at > from && at < to)
      const mm2 = (at: number) => grid.columnMm[Math.floor(at / grid.rowMm)]
      const whole = inside.reduce((sum, [at]) => sum + grid.width * mm2(at), 0)
      return inside.reduce((sum, [at, n]) => sum + n * mm2(at), 0) / whole
    }
    const { from, to } = form.zones.outside
    const [neck, belly] = [onMm2(to - 40, to), onMm2(from + 40, from + 120)]
    expect(neck / belly).toBeGreaterThan(0.4)
    expect(neck / belly).toBeLessThan(2.5)
  })
})

describe('a rim that dried too fast', () => {
  const rows = rowsOf(crackField(grid, 3).make())
  const lip = (form.zones.rim.from + form.zones.rim.to) / 2

  it('cracks from the lip down both sides, no further than 30 mm', () => {
    expect(Math.min(...rows.map(([at]) => at))).toBeGreaterThan(lip - 32)
    expect(Math.max(...rows.map(([at]) => at))).toBeLessThan(lip + 32)
    expect(rows.some(([at]) => at < form.zones.outside.to)).toBe(true)
    expect(rows.some(([at]) => at > form.zones.inside.from)).toBe(true)
  })

  it('is open widest at the lip', () => {
    const near = rows.filter(([at]) => Math.abs(at - lip) < 2)
    const far = rows.filter(([at]) => lip - at > 12)
    const mean = (list: [number, number][]) => list.reduce((sum, [, n]) => sum + n, 0) / list.length
    expect(mean(near)).toBeGreaterThan(2 * mean(far))
  })

  it('on a shallow dish stays on the wall that there is', () => {
    const dish = buildForm(presetForm('tile'))
    if (!dish.ok) throw new Error('the tile does not build')
    const { levels } = crackField(skinGrid(dish.value, 256, 128), 3).make()
    expect(levels.every((v) => v >= 0 && v <= 15)).toBe(true)
  })
})
