import { describe, expect, it } from 'vitest'
import { good, goodStages, harmful, stageRow } from './stageFit'
import { shrunkIn } from './stageScale'
import { isGreenware, STAGE, stageIndex, STAGES } from './stages'

describe('the stages of clay (common practice, no source)', () => {
  it('clay only loses water and only shrinks along its life', () => {
    for (let i = 1; i < STAGES.length; i++) {
      expect(STAGE[STAGES[i]].water).toBeLessThanOrEqual(STAGE[STAGES[i - 1]].water)
      expect(shrunkIn('red', STAGES[i])).toBeGreaterThanOrEqual(shrunkIn('red', STAGES[i - 1]))
    }
    expect(STAGES.filter(isGreenware).at(-1)).toBe('boneDry')
    expect(stageIndex('fired')).toBe(STAGES.length - 1)
  })

  it('a row that says nothing of fired work calls it too late', () => {
    const row = stageRow(good, harmful('too firm'))
    expect(goodStages(row)).toEqual(['wet'])
    expect(row.softLeatherHard).toEqual({ fit: 'harmful', because: 'too firm' })
    expect(row.fired.fit).toBe('harmful')
  })
})
