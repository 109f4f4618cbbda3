import { describe, expect, it } from 'vitest'
import { buildForm } from '../../form/buildForm'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import { presetForm } from '../../model/presetForm'
import * as build from '../../plan/build'
import type { Step } from '../../plan/step'
import { listAreas, partAreas } from '../../skin/areas/findAreas'
import { skinGrid } from '../../skin/grid'
import { strokesOf } from '../../skin/motifs/strokes'
import { strokeOf } from '../../vocabulary/lineArt'
import { drawingSchema, type Drawing, type Motif } from '../../vocabulary/motif'
import { followed, lineNames, ownTools, type PieceDrawing } from '../../vocabulary/pieceDrawing'
import { drawingTold, drawnLines, tellOfLines } from './drawnLines'

const upright = (x: number): [number, number][] => [
  [x, 0],
  [x, 1],
]

/** A square with three upright lines, and a filled disc before it. */
const art: Drawing = {
  name: 'Gate',
  aspect: 1,
  widths: 'tool',
  shapes: [
    {
      kind: 'fill',
      rule: 'evenodd',
      ink: true,
      contours: [
        [
          [0.45, 0.45],
          [0.55, 0.45],
          [0.5, 0.55],
        ],
      ],
    },
    strokeOf([upright(0), upright(0.25), upright(0.5), upright(1)]),
    strokeOf(
      [
        [
          [0, 0],
          [1, 0],
        ],
        [
          [0, 1],
          [1, 1],
        ],
      ],
      'bars',
    ),
  ],
}

const standing = (drawing: Drawing): Motif => ({ ...build.motif('line', 1, 20, 40, 1.2, { made: 'line' }), drawing })

/** A piece with a drawing, and one step that cuts some of its lines. */
function pieceWith(drawing: Drawing, only: string[]): Piece {
  const whole: PieceDrawing = { id: 'gate', name: 'Gate', motif: standing(drawing), areas: [] }
  const demo = demoStudio()
  const motif = followed(whole, { ...standing(drawing), only })
  const steps: Step[] = [{ ...build.incise('needle', motif), id: 'cut', done: false }]
  return { ...demo.pieces[demo.order[0]], apart: [], drawings: [whole], steps }
}

const built = buildForm(presetForm('cylinderJar'))
if (!built.ok) throw new Error('no jar')
const grid = skinGrid(built.value)

describe('lines of a drawing', () => {
  it('are named and given a tool each; every line is still there, and only those that were chosen are told of', () => {
    const all = drawnLines(art)
    expect(all.map(({ key, name }) => `${key} ${name}`.trim())).toEqual([
      '1.0',
      '1.1',
      '1.2',
      '1.3',
      '2.0 bars',
      '2.1 bars',
    ])
    const { drawing, chosen } = tellOfLines(art, ['1.1', '1.2'], { name: 'posts', toolMm: 0.4 })
    expect(drawingSchema.safeParse(drawing).success).toBe(true)
    const now = drawnLines(drawing)
    expect(now.map(({ points }) => JSON.stringify(points)).toSorted()).toEqual(
      all.map(({ points }) => JSON.stringify(points)).toSorted(),
    )
    expect(now.filter(({ name }) => name === 'posts').map(({ key }) => key)).toEqual(chosen)
    expect(now.filter(({ toolMm }) => toolMm === 0.4).map(({ points }) => points[0][0])).toEqual([0.25, 0.5])
    expect(lineNames(drawing)).toEqual(['posts', 'bars'])
    expect(ownTools(drawing)).toEqual([{ name: 'posts', mm: 0.4 }])
  })

  it('take back what was told of them, and telling nothing changes nothing', () => {
    const { drawing, chosen } = tellOfLines(art, ['1.0', '2.0'], { name: 'frame', toolMm: 3 })
    const back = tellOfLines(drawing, chosen, { name: '', toolMm: null })
    expect(ownTools(back.drawing)).toEqual([])
    expect(lineNames(back.drawing)).toEqual(['bars'])
    expect(tellOfLines(art, [], { name: 'x' }).drawing).toEqual(art)
  })

  it('are still taken by their step when they get another name, and all lines are where their name is taken back', () => {
    const piece = pieceWith(tellOfLines(art, ['1.1'], { name: 'posts' }).drawing, ['posts'])
    const [drawing] = piece.drawings
    const line = drawnLines(drawing.motif.drawing!).find(({ name }) => name === 'posts')!
    const onlyAfter = (name: string) => {
      const told = tellOfLines(drawing.motif.drawing!, [line.key], { name }).drawing
      const studio = { ...demoStudio(), pieces: { [piece.id]: piece }, order: [piece.id] }
      const after = applyCommand(studio, drawingTold(piece, drawing, told, name))
      if (!after.ok) throw new Error(JSON.stringify(after.issue))
      const step = after.value.pieces[piece.id].steps[0]
      return 'motif' in step ? step.motif?.only : null
    }
    expect(onlyAfter('uprights')).toEqual(['uprights'])
    expect(onlyAfter('bars')).toEqual(['bars'])
    expect(onlyAfter('')).toBeUndefined()
  })

  it('are as wide on the clay as their own tool, others as the step’s', () => {
    const { drawing } = tellOfLines(art, ['1.0', '1.3'], { toolMm: 3 })
    const { thinnestMm, boldestMm } = strokesOf(grid, standing(drawing))
    expect([thinnestMm, boldestMm]).toEqual([1.2, 3])
    expect(strokesOf(grid, standing(art)).boldestMm).toBe(1.2)
  })

  it('part the same areas whatever tool they are made with', () => {
    const areasOf = (drawing: Drawing) => {
      const motif = standing(drawing)
      return listAreas(partAreas(grid, motif), motif, []).areas.map(({ id, mm2 }) => [id, Math.round(mm2)])
    }
    const bold = tellOfLines(art, ['1.0', '1.1', '1.2', '2.0'], { toolMm: 6 }).drawing
    expect(areasOf(bold)).toEqual(areasOf(art))
    expect(areasOf(art).length).toBe(4)
  })
})
