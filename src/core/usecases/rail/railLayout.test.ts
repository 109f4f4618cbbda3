import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import type { Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { dropPlace, railLayout } from './railLayout'

const studio = demoStudio()
const jugs = studio.pieces['reed-jugs']

describe('the rail', () => {
  it('keeps the order of the plan from left to right', () => {
    for (const piece of Object.values(studio.pieces)) {
      const layout = railLayout(piece.steps, 1200)
      const places = piece.steps.map(
        (_, i) =>
          layout.tags.find((t) => t.index === i)?.x ?? layout.stretches.find((s) => s.openedBy === i)?.from ?? NaN,
      )
      for (let i = 1; i < places.length; i++) expect(places[i]).toBeGreaterThan(places[i - 1])
      expect(layout.width).toBeGreaterThanOrEqual(1199)
      expect(layout.stretches.at(-1)?.to).toBeCloseTo(layout.width, 6)
    }
  })

  it('hangs each step in the stretch of its stage, water falling along it', () => {
    const layout = railLayout(jugs.steps, 1200)
    const times = timeline(jugs.steps)
    for (const tag of layout.tags) {
      const stretch = layout.stretches.find((s) => tag.x >= s.from && tag.x <= s.to)
      expect(stretch?.stage).toBe(times[tag.index].stage === 'glazedRaw' ? 'bisque' : times[tag.index].stage)
    }
    const water = layout.stretches.map((s) => s.water[0])
    expect(water).toEqual([...water].sort((a, b) => b - a))
  })

  it('shows the stages and the kiln that a plan has not reached', () => {
    const layout = railLayout([], 900)
    expect(layout.stretches.map((s) => s.name)).toEqual([
      'wet',
      'soft leather-hard',
      'leather-hard',
      'hard leather-hard',
      'bone dry',
      'kiln',
    ])
    expect(layout.stretches.filter((s) => s.visited).map((s) => s.stage)).toEqual(['wet'])
  })

  it('repeats a stage when the plan sends the clay back', () => {
    const back: Step[] = [jugs.steps[5], { ...jugs.steps[0], id: 'again' }]
    expect(railLayout(back, 900).stretches.filter((s) => s.stage === 'leatherHard')).toHaveLength(2)
  })

  it('knows where a dropped step goes', () => {
    const layout = railLayout(jugs.steps, 1400)
    const tag = (i: number) => layout.tags.find((t) => t.index === i)?.x ?? 0
    expect(dropPlace(layout, jugs.steps, tag(3) + 2)).toMatchObject({ at: 4, stage: 'leatherHard', visited: true })
    expect(dropPlace(layout, jugs.steps, tag(1) - 4)).toMatchObject({ at: 1 })
    const boneDry = layout.stretches.find((s) => s.stage === 'boneDry')
    expect(dropPlace(layout, jugs.steps, (boneDry?.from ?? 0) + 60)).toMatchObject({
      at: 6,
      stage: 'boneDry',
      visited: true,
    })
    const passed = layout.stretches.find((s) => s.stage === 'hardLeatherHard')
    expect(dropPlace(layout, jugs.steps, (passed?.from ?? 0) + 5)).toMatchObject({
      stage: 'hardLeatherHard',
      visited: false,
    })
  })
})
