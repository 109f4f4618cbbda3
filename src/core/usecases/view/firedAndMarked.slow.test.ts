import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { presetForm } from '../../model/presetForm'
import type { Piece } from '../../model/piece'
import * as build from '../../plan/build'
import type { StepContent } from '../../plan/step'
import { wholeOf } from '../../vocabulary/place'
import { jarsOfAreas } from '../create/areaSteps'
import { PieceViewer, type ViewRequest } from './pieceView'

/* What is seen of pencil marks, of a glazed back, and how light areas fire. */

const studio = demoStudio()

const piece = (preset: 'mug' | 'tile', contents: StepContent[]): Piece => ({
  ...studio.pieces['wax-beakers'],
  form: presetForm(preset),
  bodyId: 'chalk-white',
  steps: build.numbered('s', 0, contents),
})

const viewOf = (of: Piece, kind: ViewRequest['kind'], afterStep = of.steps.length - 1) => {
  const view = new PieceViewer(1024, 512).view({ ...studio, piece: of, afterStep, kind, light: 'daylight' })
  if (!view.ok) throw new Error(JSON.stringify(view.issue))
  return view.value.picture
}

/** Texels that differ in colour, or in slope, by more than a sixteenth. */
function differing(
  a: { colour: Uint8Array; relief: Uint8Array },
  b: { colour: Uint8Array; relief: Uint8Array },
): number {
  let n = 0
  for (let i = 0; i < a.colour.length; i += 4)
    if (
      [0, 1, 2].some(
        (c) => Math.abs(a.colour[i + c] - b.colour[i + c]) > 16 || Math.abs(a.relief[i + c] - b.relief[i + c]) > 16,
      )
    )
      n++
  return n
}

const leather = build.bring('leatherHard')
const fired = [build.bring('boneDry'), build.fire('bisque', '04')]

describe('pencil marks', () => {
  const marked = piece('mug', [leather, build.divide(12, 50), ...fired])
  const unmarked = piece('mug', [leather, ...fired])

  it('are seen on the bench after marking, twelve of them, and burn away', () => {
    const { colour, width } = viewOf(marked, 'bench', 1)
    const before = viewOf(marked, 'bench', 0).colour
    const columns = new Set<number>()
    for (let i = 0; i < colour.length; i += 4) if (before[i] - colour[i] > 16) columns.add((i / 4) % width)
    const begins = [...columns].filter((x) => !columns.has((x + width - 1) % width))
    expect(begins).toHaveLength(12)
    expect(differing(viewOf(marked, 'firedWhole'), viewOf(unmarked, 'firedWhole'))).toBe(0)
  })
})

describe('a glazed back', () => {
  const glazed = (...more: StepContent[]) =>
    piece('tile', [...fired, build.wipeDust(), build.glaze('clear-gloss', wholeOf('base'), 'brush'), ...more])

  it('is torn where it stuck to the shelf, and not on a wire', () => {
    const stuck = viewOf(glazed(build.fire('glaze', '05')), 'firedWhole')
    const free = viewOf(glazed({ ...build.fire('glaze', '05'), wire: true }), 'firedWhole')
    expect(differing(stuck, free) / (stuck.colour.length / 4)).toBeGreaterThan(0.05)
  })
})

describe('how light areas fire', () => {
  const plate =
    studio.pieces['areas-plate'] ??
    Object.values(studio.pieces).find((p) => p.drawings.some(({ areas }) => areas.length))!
  const drawing = plate.drawings.find(({ areas }) => areas.length)!
  const lightness = (of: Piece, wanted: Iterable<number>) => {
    const request = { ...studio, piece: of, afterStep: 0, kind: 'firedWhole', light: 'daylight' } as const
    const answer = new PieceViewer(1024, 512).areasLightness(request, drawing, new Set(wanted))
    if (!answer.ok) throw new Error(JSON.stringify(answer.issue))
    return answer.value
  }

  it('is measured on the skin: what a dark glaze covers fires dark, whatever jar lies below', () => {
    const wanted = [...jarsOfAreas(plate, drawing.id).keys()]
    const before = lightness(plate, wanted)
    expect(before && before.light + before.middle + before.dark).toBeCloseTo(1, 9)
    const last = plate.steps.findLastIndex((step) => step.act === 'fire')
    const cover = {
      ...build.coat('marsh-black', wholeOf('outside', 'inside', 'floor', 'rim'), 4),
      id: 'black',
      done: false,
    }
    const black = { ...plate, steps: [...plate.steps.slice(0, last), cover, ...plate.steps.slice(last)] }
    expect(lightness(black, wanted)?.light).toBeLessThan(0.02)
    expect(lightness(plate, [])).toBeNull()
  })
})
