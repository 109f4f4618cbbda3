import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { presetForm } from '../../model/presetForm'
import * as build from '../../plan/build'
import type { Motif } from '../../vocabulary/motif'
import { viewAreas } from './areasView'

const plate = { form: presetForm('plate') }
const viewOf = (motif: Motif) => viewAreas(plate, { id: 'd', name: 'D', areas: [], motif })

describe('the areas of a drawing as they are shown', () => {
  it('patterns by sector have areas and no gaps to close: they are narrow where they are meant to be', () => {
    const motif = build.motif('sectors', 8, 43, 64, 1.6, { side: 'floor', variation: 0, made: 'line' })
    const view = viewOf(motif)
    expect(view?.areas.length).toBeGreaterThan(40)
    expect(view?.leaks).toEqual([])
  })

  it('every gap that is told of can be closed in one press', () => {
    const open: Motif['drawing'] = {
      name: 'open ring',
      aspect: 1,
      widths: 'tool',
      shapes: [
        {
          kind: 'stroke',
          lines: [
            Array.from({ length: 97 }, (_, i): [number, number] => [
              0.5 + 0.5 * Math.cos((i / 98) * 2 * Math.PI),
              0.5 + 0.5 * Math.sin((i / 98) * 2 * Math.PI),
            ]),
          ],
          width: null,
          cap: 'round',
          join: 'round',
          ink: true,
        },
      ],
    }
    const motif: Motif = { ...build.motif('line', 1, 0, 40, 0.4, { side: 'floor', made: 'line' }), drawing: open }
    const leaks = viewOf(motif)?.leaks ?? []
    expect(leaks.length).toBe(1)
    expect(leaks[0].closes).not.toBeNull()
  })

  it.each(
    Object.values(demoStudio().pieces).flatMap((piece) =>
      piece.drawings.map((drawing) => [piece.name, drawing.name, piece, drawing] as const),
    ),
  )('of %s, %s, are all found where they are told to be', (_, __, piece, drawing) => {
    expect(viewAreas(piece, drawing)?.orphaned).toEqual([])
  })

  it.each([
    ['tile', 'floor'],
    ['tile', 'base'],
    ['plate', 'floor'],
    ['platter', 'floor'],
    ['bowl', 'floor'],
  ] as const)('one told of in the very middle of a %s, on its %s, is found there', (preset, side) => {
    const motif = build.motif('petals', 1, 0, 40, 1, { side, variation: 0, made: 'line' })
    const middle = { id: 7, called: 'middle', note: '', copy: 0, at: [0, 0.5] as [number, number] }
    const view = viewAreas({ form: presetForm(preset) }, { id: 'd', name: 'D', motif, areas: [middle] })
    expect([view?.orphaned.length, view?.areas.some(({ id }) => id === 7)]).toEqual([0, true])
  })
})
