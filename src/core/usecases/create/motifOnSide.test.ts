import { describe, expect, it } from 'vitest'
import { buildForm } from '../../form/buildForm'
import { FORM_PRESETS } from '../../form/presets'
import { presetForm } from '../../model/presetForm'
import { aroundMm } from '../../form/turnedForm'
import { skinGrid } from '../../skin/grid'
import { motifMiddle, motifWidth } from '../../skin/motifs/motifCopies'
import { motif } from '../../plan/build'
import { motifAspect } from '../../skin/motifs/motifAspect'
import { MOTIF_SIDES, type Drawing } from '../../vocabulary/motif'
import { asInitials, drawnSide, motifOfDrawing, motifOnSide } from './motifOnSide'

describe('a motif put on another side', () => {
  it.each(FORM_PRESETS)('of a %s fits there', (preset) => {
    const form = buildForm(presetForm(preset))
    if (!form.ok) throw new Error()
    for (const side of MOTIF_SIDES)
      for (const [kind, repeats, text] of [
        ['leaves', 8, ''],
        ['letters', 1, 'A.M. 26'],
      ] as const) {
        const long = form.value.zones[side].to - form.value.zones[side].from
        const moved = motifOnSide(motif(kind, repeats, 60, 80, 2, { text }), side, form.value)
        const flat = side === 'floor' || side === 'base'
        if (long < 4) continue
        expect(moved.side).toBe(side)
        if (!flat) expect(moved.upMm + moved.heightMm).toBeLessThanOrEqual(long + 1)
        else if (repeats === 1) expect(moved.heightMm * motifAspect(moved)).toBeLessThanOrEqual(2 * long)
        else expect(moved.upMm + moved.heightMm / 2).toBeLessThanOrEqual(long + 1)
      }
  })

  it('that fits as it is keeps its size', () => {
    const form = buildForm(presetForm('jug'))
    if (!form.ok) throw new Error()
    const small = motif('star', 6, 20, 12, 1)
    expect(motifOnSide(small, 'inside', form.value)).toEqual({ ...small, side: 'inside' })
  })
})

describe('a motif that takes a drawing of one’s own', () => {
  const drawingOf = (aspect: number): Drawing => ({
    name: 'Eel',
    aspect,
    widths: 'tool',
    shapes: [
      {
        kind: 'stroke',
        lines: [
          [
            [0, 0],
            [aspect, 1],
          ],
        ],
        width: null,
        cap: 'round',
        join: 'round',
        ink: true,
      },
    ],
  })
  it.each([
    ['keeps its repeats where they fit', 0.5, 8, 8],
    ['is repeated fewer times where it is wide', 3, 8, 3],
    ['stands once, and smaller, where it would not go round', 20, 8, 1],
  ])('%s', (_, aspect, repeats, expected) => {
    const form = buildForm(presetForm('jug'))
    if (!form.ok) throw new Error()
    for (const side of ['outside', 'inside'] as const) {
      const own = motifOfDrawing(motif('leaves', repeats, 60, 40, 2, { side }), drawingOf(aspect), form.value)
      const grid = skinGrid(form.value, 256, 256)
      const roundMm = aroundMm(form.value, motifMiddle(grid, own).radiusMm)
      expect(motifWidth(grid, own) * own.repeats).toBeLessThan(1.05 * roundMm)
      if (side === 'outside') expect(own.repeats).toBe(expected)
    }
  })
})

describe('initials', () => {
  it.each(['mug', 'moonJar', 'bottle', 'plate', 'tile'] as const)(
    'begin once, in the middle of the side that is drawn on, and fit there: %s',
    (preset) => {
      const form = buildForm(presetForm(preset))
      if (!form.ok) throw new Error(preset)
      const side = drawnSide(form.value)
      const own = asInitials({ ...motif('reeds', 12, 10, 60, 1.5, {}), side, rows: 2, startDeg: 40 }, form.value)
      expect([own.kind, own.repeats, own.rows, own.startDeg]).toEqual(['letters', 1, 1, 0])
      const { from, to } = form.value.zones[side]
      const grid = skinGrid(form.value)
      if (side === 'floor') expect(own.upMm).toBe(0)
      else expect(own.upMm + own.heightMm / 2).toBeCloseTo((to - from) / 2, -0.1)
      expect(own.heightMm).toBeLessThan(2 * (to - from))
      if (side === 'outside')
        expect(motifWidth(grid, own)).toBeLessThan(aroundMm(form.value, motifMiddle(grid, own).radiusMm) / 2)
    },
  )
})
