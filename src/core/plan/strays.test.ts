import { describe, expect, it } from 'vitest'
import { STARTER_MEDIA } from '../cupboard/media'
import { buildForm } from '../form/buildForm'
import { presetForm } from '../model/presetForm'
import { partAreas } from '../skin/areas/findAreas'
import { areaWeights, skinGrid, texelArea } from '../skin/grid'
import { MediaTable } from '../skin/mediaTable'
import { marksField } from '../skin/motifs/marksField'
import { strayAt, type LaidMotif } from '../skin/motifs/strays'
import type { Motif } from '../vocabulary/motif'
import { motifSchema } from '../vocabulary/motif'
import { followed, led, type PieceDrawing } from '../vocabulary/pieceDrawing'
import * as build from './build'
import { compilePlan } from './compilePlan'
import type { Step, StepContent } from './step'
import { asLaid } from './strays'

const LOOSE_MM = 1.5
const BLUE = STARTER_MEDIA.filter(({ kind }) => kind === 'underglaze')[0].id

const on = (preset: 'mug' | 'plate' | 'tile' | 'bird') => {
  const form = buildForm(presetForm(preset))
  if (!form.ok) throw new Error(preset)
  return skinGrid(form.value, 1024, 512)
}
const media = new MediaTable(STARTER_MEDIA)
const steps = (...contents: StepContent[]): Step[] => contents.map((step, i) => ({ id: `s${i}`, done: false, ...step }))

/** Which texels each step marks, that cut or lay a line. */
function marked(grid: ReturnType<typeof on>, plan: readonly Step[]): Set<number>[] {
  return plan.map((_, index) => {
    const texels = new Set<number>()
    for (const { field, act, stepIndex, aside } of compilePlan(plan, media, grid)) {
      if (stepIndex !== index || aside || (act.act !== 'carve' && act.act !== 'coat')) continue
      const { left, right, top, levels } = field.make()
      const across = right - left
      levels.forEach(
        (level, i) => level > 7 && texels.add((top + Math.floor(i / across)) * grid.width + left + (i % across)),
      )
    }
    return texels
  })
}
const shareIn = (inner: ReadonlySet<number>, outer: ReadonlySet<number>) =>
  [...inner].filter((texel) => outer.has(texel)).length / inner.size

const line = (more: Partial<Motif>) => build.motif('petals', 6, 20, 40, 2, { made: 'line', variation: 0, ...more })
const cut = (more: Partial<Motif>) => build.incise('needle', line(more), 1)
const laid = (more: Partial<Motif>) => build.draw(BLUE, line({ lineMm: 1, ...more }), 'brush', { coats: 1 })

describe('a hand that strays from the line', () => {
  const ground = build.bring('leatherHard')
  for (const [preset, side, upMm] of [
    ['mug', 'outside', 20],
    ['plate', 'floor', 60],
    ['tile', 'floor', 0],
  ] as const) {
    const grid = on(preset)
    const at = { side, upMm, repeats: upMm ? 6 : 1 }
    const plan = (cutMm: number, laidMm: number) =>
      marked(grid, steps(ground, cut({ ...at, strayMm: cutMm }), laid({ ...at, strayMm: laidMm })))

    it(`is followed where it cut, on a ${preset}: what is laid in the cut lies in it, .97 and more`, () => {
      const [, groove, colour] = plan(LOOSE_MM, 0)
      expect(groove.size).toBeGreaterThan(500)
      expect(shareIn(colour, groove)).toBeGreaterThanOrEqual(0.97)
      const [, , loose] = plan(LOOSE_MM, 0.3)
      expect(shareIn(loose, groove)).toBeGreaterThanOrEqual(0.97)
    })

    it(`goes off what is drawn, but not by more than it may, on a ${preset}`, () => {
      const [, straight] = plan(0, 0)
      const [, strayed] = plan(LOOSE_MM, 0)
      expect(shareIn(strayed, straight)).toBeLessThan(0.9)
      const [, broad] = marked(grid, steps(ground, cut({ ...at, lineMm: 2 + 2 * LOOSE_MM })))
      expect(shareIn(strayed, broad)).toBeGreaterThan(0.995)
    })
  }

  it('misses a line that strays otherwise only by its own hand, and lines up again when both are sure', () => {
    const grid = on('mug')
    const [, groove, wild] = marked(grid, steps(ground, cut({ strayMm: LOOSE_MM }), laid({ strayMm: 4 })))
    expect(shareIn(wild, groove)).toBeLessThan(0.8)
    const [, sure, too] = marked(grid, steps(ground, cut({}), laid({})))
    expect(shareIn(too, sure)).toBe(1)
  })

  it('leaves areas between the lines that are there, as many as drawn', () => {
    const grid = on('mug')
    const colour: StepContent = {
      act: 'colourIn',
      mediumId: BLUE,
      motif: line({}),
      take: [],
      tool: 'fineBrush',
      coats: 1,
      waits: true,
    }
    const [, , third] = asLaid(steps(ground, cut({ strayMm: LOOSE_MM }), colour))
    if (third.act !== 'colourIn') throw new Error('another act')
    expect(third.motif).toHaveProperty('strays', [{ mm: LOOSE_MM, seed: expect.any(Number) as number }])
    expect(partAreas(grid, third.motif).labels.count).toBe(partAreas(grid, line({})).labels.count)
  })

  it('is not followed by a step that was skipped', () => {
    const [, skipped] = steps(ground, cut({ strayMm: LOOSE_MM }))
    const [, after] = asLaid([{ ...skipped, mishap: 'skipped' }, ...steps(laid({}))])
    expect(after).not.toHaveProperty('motif.strays')
  })

  it.each(['mug', 'bird'] as const)('is not cut off where hands come together furthest, on a %s', (preset) => {
    const grid = on(preset)
    const weights = areaWeights(grid)
    const motif = build.motif('rings', 4, 45, 3, 0.8, { made: 'line', variation: 0 })
    const marked = (strays: LaidMotif['strays']) => {
      const { levels, top, left, right } = marksField(grid, { ...motif, strays }, 'mask').make()
      const texel = (i: number) => texelArea(weights, left + (i % (right - left)), top + Math.floor(i / (right - left)))
      return levels.reduce((sum, level, i) => sum + level * texel(i), 0)
    }
    // A line that wanders gets longer; one that left what is drawn of it would be lost.
    const straight = marked([])
    for (const seed of [3, 5, 8, 13])
      expect(marked(Array.from({ length: 6 }, () => ({ mm: 5, seed }))) / straight).toBeGreaterThan(0.9)
  })

  it('never goes further than it may', () => {
    for (let i = 0; i < 2000; i++) {
      const [across, up] = strayAt([{ mm: 2, seed: i % 17 }], i * 1.7, i * -0.9, i * 0.4)
      expect(Math.hypot(across, up)).toBeLessThanOrEqual(2)
    }
  })

  it('is of the step, not of the drawing that it follows', () => {
    const drawing: PieceDrawing = { id: 'd', name: 'd', motif: line({}), areas: [] }
    const own = followed(drawing, line({ strayMm: 1 }))
    expect(own.strayMm).toBe(1)
    expect(led(drawing, own).motif.strayMm).toBeUndefined()
    expect(motifSchema.safeParse({ ...own, strayMm: -1 }).success).toBe(false)
  })
})
