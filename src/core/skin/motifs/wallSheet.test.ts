import { describe, expect, it } from 'vitest'
import { wallSurface } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import { FORM_PRESETS } from '../../form/presets'
import type { TurnedForm } from '../../form/turnedForm'
import { presetForm } from '../../model/presetForm'
import { lengthOf, minus } from '../../numeric/vector'
import { layOnWall, type WallSheet } from './wallSheet'

const WAYS = 8
const PIECES = 60

/** The longest and the shortest diameter of a circle as it lies on the clay, mm: walked point by point in space. */
function diameters(form: TurnedForm, across: number, lengthMm: number, radiusMm: number, sheet: WallSheet): number[] {
  const { ring } = wallSurface(form)
  return Array.from({ length: WAYS }, (_, k) => {
    const angle = (k / WAYS) * Math.PI
    const points = Array.from({ length: PIECES + 1 }, (__, i) => {
      const t = (2 * i) / PIECES - 1
      const [turns, off] = sheet.at(radiusMm * t * Math.cos(angle), radiusMm * t * Math.sin(angle))
      return ring(lengthMm + off)(across + turns)
    })
    return points.slice(1).reduce((sum, point, i) => sum + lengthOf(minus(point, points[i])), 0)
  })
}

const sized = (preset: (typeof FORM_PRESETS)[number], scale: number): TurnedForm => {
  const form = presetForm(preset)
  const sizes = Object.fromEntries(
    Object.entries(form.sizes).map(([name, mm]) => [name, mm * scale]),
  ) as typeof form.sizes
  const built = buildForm({ ...form, sizes })
  if (!built.ok) throw new Error(`${preset} at ${scale}`)
  return built.value
}

describe('a circle on a wall is as wide one way as another', () => {
  const cases = FORM_PRESETS.flatMap((preset) => [0.6, 1, 1.7].map((scale) => [preset, scale] as const))
  it.each(cases)('%s at %d of its size: within .5 % at four heights and four angles', (preset, scale) => {
    const form = sized(preset, scale)
    const { outside } = form.zones
    const wall = outside.to - outside.from
    for (const height of [0.2, 0.4, 0.6, 0.8])
      for (const degrees of [0, 35, 90, 210]) {
        const across = degrees / 360
        const lengthMm = outside.from + height * wall
        const radiusMm = Math.min(12, 0.18 * wall)
        const sheet = layOnWall({ form, within: outside, across, lengthMm, inside: false, reachMm: radiusMm + 2 })
        for (const mm of diameters(form, across, lengthMm, radiusMm, sheet))
          expect(Math.abs(mm / (2 * radiusMm) - 1), `${height} up, ${degrees}°: ${mm}`).toBeLessThan(0.005)
      }
  })
})

describe('a sheet on the inside of a wall', () => {
  it('is read from inside: its right is against the columns, its up towards the rim', () => {
    const form = sized('bowl', 1)
    const { inside } = form.zones
    const lengthMm = (inside.from + inside.to) / 2
    const sheet = layOnWall({ form, within: inside, across: 0.2, lengthMm, inside: true, reachMm: 12 })
    const [right, up] = [sheet.at(5, 0), sheet.at(0, 5)]
    expect(right[0]).toBeLessThan(0)
    expect(up[1]).toBeLessThan(-4.9)
    for (const mm of diameters(form, 0.2, lengthMm, 10, sheet)) expect(Math.abs(mm / 20 - 1)).toBeLessThan(0.005)
  })

  it.each(['jug', 'platter'] as const)('what lies at a place is found again: %s', (preset) => {
    const form = sized(preset, 1)
    const { outside } = form.zones
    const lengthMm = outside.from + 0.4 * (outside.to - outside.from)
    const sheet = layOnWall({ form, within: outside, across: 0.1, lengthMm, inside: false, reachMm: 20 })
    for (const [x, y] of [
      [0, 0],
      [7, -3],
      [-12, 9],
      [4, 15],
    ]) {
      const [foundX, foundY] = sheet.under(sheet.at(x, y))
      expect(Math.hypot(foundX - x, foundY - y)).toBeLessThan(0.02)
    }
  })
})
