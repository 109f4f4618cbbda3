import { describe, expect, it } from 'vitest'
import { clayMl } from '../form/measures'
import { drawingFigures, MOST_DRAWINGS, sectionFigure } from './cardFigures'
import { artOf, DISC, inputOf, linesFrom, motifOf } from './fixtures/input'
import { boxOfAll, pointsOf, type Spot } from './pen'
import type { PathItem, Sheet } from './sheet'

const filled = ({ items }: Sheet) => items.find((item): item is PathItem => item.kind === 'path' && Boolean(item.fill))!
const words = ({ items }: Sheet) => items.flatMap((item) => (item.kind === 'text' ? [item.text] : []))

/** Area of a polygon, and how far its middle is from a line straight up. */
function areaAndArm(points: readonly Spot[], axis: number): [area: number, arm: number] {
  let [area, moment] = [0, 0]
  points.forEach(([ax, ay], i) => {
    const [bx, by] = points[(i + 1) % points.length]
    const cross = (ax - axis) * by - (bx - axis) * ay
    area += cross / 2
    moment += (cross * (ax + bx - 2 * axis)) / 6
  })
  return [Math.abs(area), Math.abs(moment / area)]
}

describe('the section on a card', () => {
  it.each(['jug', 'mug', 'bowl', 'plate'] as const)(
    'of a %s turns into its clay (Pappus, after Guldin 1641)',
    (preset) => {
      const input = inputOf(preset)
      const section = sectionFigure(input, 48, 56)!
      const wall = pointsOf(filled(section).d)
      // The axis is where the wall of the closed foot ends.
      const axis = Math.max(...wall.map(([x]) => x))
      const tall = Math.max(...wall.map(([, y]) => y)) - Math.min(...wall.map(([, y]) => y))
      const k = tall / input.form.heightMm
      const [area, arm] = areaAndArm(wall, axis)
      expect((2 * Math.PI * arm * area) / k ** 3 / 1000 / clayMl(input.form)).toBeCloseTo(1, 2)
    },
  )

  it('keeps within what it may take, and writes heights one below the other', () => {
    const heights = [10, 11, 12, 13, 90].map((upMm, i) => ({ upMm, words: `${i + 1} step` }))
    const section = sectionFigure(inputOf('jug', {}, { heights }), 48, 56)!
    const wall = pointsOf(filled(section).d)
    const [left, top, right, bottom] = boxOfAll([filled(section)])
    expect(bottom - top).toBeLessThanOrEqual(48.001)
    expect(right - left).toBeLessThanOrEqual(28.001)
    expect(wall.length).toBeGreaterThan(50)
    const labels = section.items.flatMap((item) => (item.kind === 'text' ? [item.at[1]] : [])).toSorted((a, b) => a - b)
    expect(labels).toHaveLength(heights.length)
    for (let i = 1; i < labels.length; i++) expect(labels[i] - labels[i - 1]).toBeGreaterThan(3)
    expect(words(section)[0]).toMatch(/^\d+(\.\d)? mm {2}1 step$/)
  })

  it('is none of a slab or of a closed form', () => {
    expect(sectionFigure(inputOf('tile'), 48, 56)).toBeNull()
    expect(sectionFigure(inputOf('bird'), 48, 56)).toBeNull()
  })
})

describe('drawings on a card', () => {
  it('are as large as they may be, the first few, and say how tall they are', () => {
    const art = Array.from({ length: 5 }, (_, i) =>
      linesFrom(
        motifOf(
          i
            ? DISC
            : artOf([
                [0, 0],
                [1, 0],
                [1, 1],
              ]),
          { repeats: 4 },
        ),
      ),
    )
    const figures = drawingFigures(inputOf('mug', {}, { lines: art.flat() }), 40)
    expect(figures).toHaveLength(MOST_DRAWINGS)
    for (const figure of figures) {
      expect(Math.max(figure.widthMm, figure.heightMm)).toBeCloseTo(42, 0)
      expect(figure.words).toEqual(['one of 4, 40 mm tall'])
    }
  })
})
