import { describe, expect, it } from 'vitest'
import { presetForm } from '../model/presetForm'
import { surfacesOf } from './assembly'
import { buildForm } from './buildForm'
import { PART } from './parts'
import type { PartKind } from './partKinds'
import type { FormPreset } from './presets'
import { shelfHeight, standing, stretchesBelow } from './shelf'

/* What a piece stands on. */

function surfaces(preset: FormPreset, ...kinds: PartKind[]) {
  const shape = presetForm(preset)
  const form = buildForm(shape)
  if (!form.ok) throw new Error(preset)
  const parts = kinds.map((kind) => ({ id: kind, kind, ...PART[kind].begins(form.value) }))
  return surfacesOf(form.value, kinds.length ? parts : shape.parts)
}

const touching = (all: ReturnType<typeof surfaces>) =>
  all.filter((surface) => standing(surface, all)).map(({ name }) => name)

describe('what touches the shelf', () => {
  it.each([
    ['a mug stands on its base', surfaces('mug'), ['wall']],
    ['a handle keeps off it', surfaces('mug', 'handle'), ['wall']],
    ['three feet lift a planter off it', surfaces('planter', 'feet'), ['foot 1', 'foot 2', 'foot 3']],
    ['a lid is far above it', surfaces('cylinderJar', 'lid'), ['wall']],
    ['a tile lies on its back', surfaces('tile'), ['wall']],
  ])('%s', (_, all, names) => expect(touching(all)).toEqual(names))

  it('is of a wall its base alone', () => {
    const [wall] = surfaces('mug')
    const { base } = wall.form.zones
    for (const { from, to } of standing(wall, [wall])?.stretches ?? []) {
      expect(from).toBeGreaterThanOrEqual(base.from)
      expect(to).toBeLessThan(base.to + wall.form.totalMm / 256)
    }
  })

  it('is of a foot its tip, and the shelf lies where that ends', () => {
    const all = surfaces('planter', 'feet')
    const foot = all[1]
    const { heightMm, widthMm, thickMm } = foot.part!
    // Common practice, no source: a foot is rounded below, here by half of the narrower of its sides at its end.
    expect(shelfHeight(all)).toBeCloseTo(1.5 - heightMm - 0.35 * Math.min(widthMm, thickMm), 0)
    const [tip] = standing(foot, all)?.stretches ?? []
    expect(tip.to).toBeCloseTo(foot.form.totalMm, 6)
    expect(tip.to - tip.from).toBeLessThan(foot.form.totalMm / 2)
    expect(stretchesBelow(foot, 100)).toEqual([{ from: 0, to: foot.form.totalMm }])
  })
})
