import { SRGBColorSpace, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import { PRESETS } from '@/core/form/presets'
import { buildTurnedForm, profileAt } from '@/core/form/turnedForm'
import { latheMesh } from '@/core/picture/lathe'
import { atlasOf } from '@/core/skin/atlas'
import type { SkinRows } from '@/core/skin/picture'
import { Aim, clayGeometry, HEAD_MM, headRadius, type WheelView } from './aim'
import { SkinTexture } from './skinTexture'

const built = buildTurnedForm('jug', PRESETS.jug.sizes)
if (!built.ok) throw new Error('the jug does not build')
const form = built.value
const mesh = latheMesh(form)
const geometry = clayGeometry(mesh)

function aimed(view: Partial<WheelView> = {}): Aim {
  const aim = new Aim()
  aim.setForm(geometry, 40)
  aim.resize(880, 480)
  aim.view = { turn: 0, tilt: 0, zoom: 1, flipped: false, ...view }
  return aim
}

describe('the aim', () => {
  it('measures the form', () => {
    const tallest = Math.max(...form.profile.map((p) => p.z))
    const widest = Math.max(...form.profile.map((p) => p.r))
    expect(aimed().form.height).toBeCloseTo(tallest, 1)
    expect(aimed().form.radius).toBeCloseTo(widest, 1)
  })

  it.each([
    ['plate', 26, 135, 80],
    ['platter', 40, 190, 110],
    ['mug with its handle', 98, 82, 38],
    ['bowl', 80, 90, 35],
    ['bottle', 250, 60, 42],
  ])('the wheel head under a %s is within the picture', (_, height, radius, foot) => {
    for (const tilt of [0, 0.3, 0.6, 0.9, 1.2]) {
      const aim = new Aim()
      aim.setForm(geometry, foot)
      aim.form = { height, radius, foot }
      aim.resize(880, 440)
      aim.view = { turn: 0, tilt, zoom: 1, flipped: false }
      aim.take()
      aim.camera.updateMatrixWorld()
      const edge = new Vector3(0, -HEAD_MM, headRadius(radius, foot)).project(aim.camera)
      expect(edge.y).toBeGreaterThan(-1)
    }
  })

  it('meets the wall in the middle of the picture and nothing beside it', () => {
    const aim = aimed()
    const hit = aim.pick(-0.1, 0)
    const { outside } = form.zones
    expect(hit).not.toBeNull()
    expect(hit!.down * form.totalMm).toBeGreaterThan(outside.from)
    expect(hit!.down * form.totalMm).toBeLessThan(outside.to)
    expect(aim.pick(0.95, 0.9)).toBeNull()
  })

  it('turning the wheel moves the spot by as much round the form', () => {
    const spotAt = (turn: number) => aimed({ turn }).pick(-0.1, 0)!.across
    for (const turn of [0.5, 1.5, 3]) {
      const moved = (((spotAt(0) - spotAt(turn)) % 1) + 1) % 1
      expect(moved).toBeCloseTo(turn / (2 * Math.PI), 1)
    }
  })

  it('a point of the wall is seen where it is picked, and not from behind', () => {
    const surface = atlasOf(form, []).charts[0].surface
    for (const [across, up, turn] of [
      [0.02, 40, 0],
      [0.1, 90, 0.3],
      [0.9, 120, 0],
    ]) {
      const alongMm = form.zones.outside.from + up
      const point = surface.ring(alongMm)(across)
      const seen = aimed({ turn }).seenAt(point)
      expect(seen).not.toBeNull()
      const hit = aimed({ turn }).pick((seen!.x / 880) * 2 - 1, 1 - (seen!.y / 480) * 2)
      expect(hit!.down * form.totalMm).toBeCloseTo(alongMm, -1)
      const off = hit!.across - across
      expect(Math.abs(off - Math.round(off))).toBeLessThan(0.02)
      expect(aimed({ turn: turn + Math.PI }).seenAt(point)).toBeNull()
    }
  })

  it('from above it looks inside', () => {
    const hit = aimed({ tilt: 1.5 }).pick(-0.1, 0)
    expect(hit!.down * form.totalMm).toBeGreaterThan(form.zones.inside.from)
  })

  it('the outline lies at the edge of what can be met, at every height', () => {
    const aim = aimed({ tilt: 0 })
    for (const up of [30, 80, 130]) {
      const { r, z } = profileAt(form, form.zones.outside.from + up)
      const { x, y } = aim.outlineAt(r, z)
      const at = (px: number) => aim.pick((px / 880) * 2 - 1, 1 - (y / 480) * 2)
      expect(at(x - 6)).not.toBeNull()
      expect(at(x + 6)).toBeNull()
    }
  })

  it('flipped over, the foot is up', () => {
    const { r, z } = profileAt(form, form.zones.outside.from + 5)
    expect(aimed({ flipped: true }).outlineAt(r, z).y).toBeLessThan(aimed().outlineAt(r, z).y)
  })

  it('coming closer makes it larger', () => {
    const width = (zoom: number) => aimed({ zoom }).outlineAt(60, 100).x - aimed({ zoom }).outlineAt(0, 100).x
    expect(width(2)).toBeGreaterThan(1.7 * width(1))
  })
})

describe('the skin’s texture', () => {
  const rows = (from: number, to: number, value: number): SkinRows => ({
    width: 8,
    height: 16,
    from,
    to,
    colour: new Uint8Array(32 * (to - from)).fill(value),
    relief: new Uint8Array(32 * (to - from)).fill(value + 1),
  })

  it('takes the rows that changed in one piece, on the card and in what is kept of it, and leaves the others', () => {
    const patches: { height: number; at: number; value: number; colour: string }[] = []
    const texture = new SkinTexture('colour', true, ({ image, colorSpace }, _onto, at) =>
      patches.push({ height: image.height, at: at.y, value: (image.data as Uint8Array)[0], colour: colorSpace }),
    )
    texture.take(rows(0, 16, 10))
    const first = texture.texture
    texture.uploaded()
    texture.take(rows(3, 5, 90))
    texture.take(rows(7, 7, 0))
    texture.uploaded()
    expect(texture.texture).toBe(first)
    const data = first.image.data as Uint8Array
    expect([data[32 * 2], data[32 * 3], data[32 * 4 + 31], data[32 * 5]]).toEqual([10, 90, 90, 10])
    expect(patches).toEqual([{ height: 2, at: 3, value: 90, colour: SRGBColorSpace }])
  })

  it('before the first upload it goes whole; of another size it is another texture', () => {
    let patches = 0
    const texture = new SkinTexture('relief', true, () => patches++)
    texture.take(rows(0, 16, 10))
    texture.take(rows(3, 5, 90))
    expect(patches).toBe(0)
    expect((texture.texture.image.data as Uint8Array)[32 * 3]).toBe(91)
    const before = texture.texture
    texture.uploaded()
    texture.take({ width: 4, height: 4, from: 0, to: 4, colour: new Uint8Array(64), relief: new Uint8Array(64) })
    expect(texture.texture).not.toBe(before)
    expect(patches).toBe(0)
  })
})
