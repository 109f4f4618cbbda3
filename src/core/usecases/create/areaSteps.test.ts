import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { buildForm } from '../../form/buildForm'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import * as build from '../../plan/build'
import { isAreaWork, type Step } from '../../plan/step'
import { gridOf, viewAreas } from '../view/areasView'
import { nearestNeighbours, proposePalettes } from './areaPalettes'
import { alikeNeighbours, allInTurn, colourAreas, inAllCopies, jarsOfAreas, neighboursApart } from './areaSteps'
import { drawingOfStep, keepingAreas } from './drawnAreas'
import { gapClosed } from './ownLineArt'
import { mirrored, runOf, setDrawing, snapped } from './setPoints'

const studio = demoStudio()
const plate = studio.pieces['estuary-plate']
const [drawing] = plate.drawings
const built = buildForm(plate.form)
const view = viewAreas(plate, drawing)
if (!built.ok || !view) throw new Error('no plate')
const { areas } = view
let count = 0
const newId = () => `n${++count}`

function after(piece: Piece, wanted: ReadonlyMap<number, string | null>): Piece {
  const command = colourAreas(
    { piece, studio, form: built.ok ? built.value : (null as never), drawing, areas },
    wanted,
    newId,
  )
  const result = applyCommand({ ...studio, pieces: { ...studio.pieces, [piece.id]: piece } }, command)
  if (!result.ok) throw new Error(JSON.stringify(result.issue))
  return result.value.pieces[piece.id]
}
const work = (piece: Piece) => piece.steps.filter(isAreaWork)
const undone = { ...plate, steps: plate.steps.map((step): Step => ({ ...step, done: false })) }

describe('areas that get jars', () => {
  it('one step a jar: an area goes from the step of its former jar to that of its new one', () => {
    const changed = after(undone, new Map([[1, 'iron-brown']]))
    const jars = jarsOfAreas(changed, 'estuary')
    expect(jars.get(1)).toEqual(['iron-brown'])
    expect(work(changed)).toHaveLength(4)
    expect(jars.get(2)).toEqual(['iron-brown'])
    expect(jars.get(4)).toEqual(['pale-green'])
  })

  it('a colour goes under a glaze and leaves it; a new step goes where the clay suits its jar, light before dark', () => {
    const changed = after(
      undone,
      new Map([
        [2, 'marsh-black'],
        [4, 'gorse-yellow'],
        [5, 'gorse-yellow'],
      ]),
    )
    const jars = jarsOfAreas(changed, 'estuary')
    expect(jars.get(2)).toEqual(['marsh-black', 'iron-brown'])
    const colours = work(changed).filter(({ act }) => act === 'colourIn')
    expect(colours.map(({ mediumId }) => mediumId)).toEqual(['gorse-yellow', 'marsh-black'])
    const bisque = changed.steps.findIndex(({ act }) => act === 'fire')
    for (const step of colours) expect(changed.steps.indexOf(step)).toBeLessThan(bisque)
  })

  it('a step that has no area left goes, unless it has been done', () => {
    const none = new Map<number, string | null>([4, 7, 10].map((id) => [id, null]))
    expect(work(after(undone, none)).map(({ mediumId }) => mediumId)).not.toContain('pale-green')
    const done = work(after(plate, none)).find(({ mediumId }) => mediumId === 'pale-green')
    expect(done?.take).toEqual([])
  })

  it('no neighbours alike with as few jars as will do, and too few are told', () => {
    const jars = ['opaque-white-stoneware', 'pale-green', 'iron-brown']
    const wanted = neighboursApart(areas, jars)
    expect(wanted).not.toBeNull()
    expect(alikeNeighbours(areas, jarsOfAreas(after(undone, wanted ?? new Map()), 'estuary'))).toEqual([])
    expect(neighboursApart(areas, ['pale-green'])).toBeNull()
  })

  it('the same place in every copy, and jars in turn round', () => {
    const tiles = studio.pieces['fence-tiles']
    const flower = {
      ...tiles.drawings[0],
      motif: { ...tiles.drawings[0].motif, repeats: 4, heightMm: 40, upMm: 45 },
      areas: [],
    }
    const found = viewAreas(tiles, flower)?.areas ?? []
    const middle = found.find(({ copy, at }) => copy === 0 && Math.abs(at[0]) < 0.1 && Math.abs(at[1] - 0.5) < 0.1)
    if (!middle) throw new Error('no middle')
    const same = inAllCopies(middle, found)
    expect(same.map(({ copy }) => copy).sort()).toEqual([0, 1, 2, 3])
    const turns = allInTurn(found, ['a', 'b'])
    expect(same.map(({ id }) => turns.get(id))).toEqual(['a', 'b', 'a', 'b'])
  })

  it('the same area in every copy of a loose hand, each in one set only', () => {
    const tiles = studio.pieces['fence-tiles']
    const loose = {
      ...tiles.drawings[0],
      motif: build.motif('petals', 5, 52, 34, 1, { side: 'floor', made: 'line', variation: 0.9 }),
      areas: [],
    }
    const found = viewAreas(tiles, loose)?.areas ?? []
    const petals = found.filter(({ mm2, copy }) => copy === 0 && mm2 < 100)
    expect(petals).toHaveLength(9)
    for (const petal of petals)
      expect(
        inAllCopies(petal, found)
          .map(({ copy }) => copy)
          .sort(),
      ).toEqual([0, 1, 2, 3, 4])
    const sets = petals.map((petal) => inAllCopies(petal, found).map(({ id }) => id))
    expect(new Set(sets.flat()).size).toBe(sets.flat().length)
  })

  it('the lines of a step become a drawing that it follows', () => {
    const jugs = studio.pieces['reed-jugs']
    const carve = jugs.steps.find(({ act }) => act === 'carve')
    const command = carve && drawingOfStep(jugs, carve, 'reeds')
    if (!command) throw new Error('no carving')
    const result = applyCommand(studio, command)
    if (!result.ok) throw new Error(JSON.stringify(result.issue))
    const { drawings, steps } = result.value.pieces['reed-jugs']
    expect(drawings.map(({ id }) => id)).toEqual(['reeds'])
    expect(steps.find(({ id }) => id === carve.id)).toMatchObject({ motif: { of: 'reeds' } })
    expect(drawingOfStep(jugs, jugs.steps[0], 'none')).toBeNull()
  })

  it('what was told of areas stays, new ones come to them', () => {
    const known = { ...drawing, areas: [{ ...drawing.areas[0], called: 'evening sky' }] }
    const kept = keepingAreas(known, areas)
    expect(kept.areas).toHaveLength(12)
    expect(kept.areas[0].called).toBe('evening sky')
  })
})

describe('palettes from the cupboard', () => {
  const body = studio.bodies['chalk-white']
  it('are of one kind and told apart in all lights; contrast and balance of what is there is measured', () => {
    const palettes = proposePalettes(Object.values(studio.media), body, 'underglaze', 4)
    expect(palettes.length).toBe(3)
    for (const { jars, apart } of palettes) {
      expect(new Set(jars.map(({ kind }) => kind))).toEqual(new Set(['underglaze']))
      expect(jars).toHaveLength(4)
      expect(apart).toBeGreaterThan(8)
    }
    const jars = jarsOfAreas(plate, 'estuary')
    const jarOf = (id: number) => studio.media[jars.get(id)?.at(-1) ?? '']
    const nearest = nearestNeighbours(areas, jarOf)
    expect(nearest?.apart).toBeGreaterThan(10)
  })
})

describe('lines that are closed and set', () => {
  it('a library motif becomes line art of its own when a gap is closed, as broad as it was', () => {
    const grid = gridOf(plate, drawing)
    if (!grid) throw new Error('no grid')
    const petals = { ...drawing.motif, kind: 'petals' as const, drawing: null }
    const closed = gapClosed(grid, petals, { from: [-0.1, 0.5], to: [0.1, 0.5] })
    const shapes = closed.drawing?.shapes ?? []
    expect(shapes).toHaveLength(2)
    expect(shapes[1]).toMatchObject({ kind: 'stroke', name: 'closed gaps' })
    const points = shapes[0].kind === 'stroke' ? shapes[0].lines.flat() : []
    expect(Math.max(...points.map(([, y]) => y))).toBeLessThan(1.1)
    expect(gapClosed(grid, petals, null)).toBe(petals)
  })

  it('points snap to sectors and heights, rings and rays; lines are straight, smooth, closed, mirrored', () => {
    const wall = { widthMm: 240, heightMm: 100, sectors: 12, snapMm: 5, round: false }
    expect(snapped([13, 42], wall)).toEqual([10, 40])
    const face = { widthMm: 100, heightMm: 100, sectors: 4, snapMm: 10, round: true }
    const [x, y] = snapped([28, 79], face)
    expect(Math.hypot(x, y - 50)).toBeCloseTo(40, 6)
    expect(x).toBeCloseTo(y - 50, 6)
    const corner = { points: [[0, 0] as const, [10, 0] as const, [10, 10] as const], smooth: false, closed: true }
    expect(runOf(corner)).toHaveLength(4)
    const smooth = runOf({ ...corner, smooth: true })
    expect(smooth.length).toBe(37)
    for (const p of corner.points) expect(smooth.some(([a, b]) => Math.hypot(a - p[0], b - p[1]) < 1e-9)).toBe(true)
    const art = setDrawing(mirrored([corner]), wall, 'corner')
    expect(art.aspect).toBeCloseTo(2.4, 6)
    const lines = art.shapes[0].kind === 'stroke' ? art.shapes[0].lines : []
    expect(lines).toHaveLength(2)
    expect(lines[0][1][0] + lines[1][1][0]).toBeCloseTo(2.4, 3)
  })
})
