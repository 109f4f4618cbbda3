import { describe, expect, it } from 'vitest'
import { goodStages, STAGE_FIT, TECHNIQUES, type Technique } from './stageFit'
import { isGreenware, STAGE, stageIndex, STAGES, type Stage } from './stages'

describe('technique by stage (common practice, no source)', () => {
  it.each(TECHNIQUES)('%s has a judgement at every stage, with a reason wherever it is not good', (technique) => {
    for (const stage of STAGES) {
      const fit = STAGE_FIT[technique][stage]
      if (fit.fit !== 'good') expect(fit.because.length).toBeGreaterThan(15)
    }
    expect(goodStages(technique).length).toBeGreaterThan(0)
  })

  it.each<[Technique, Stage, string]>([
    ['underglaze', 'wet', 'harmful'],
    ['underglaze', 'leatherHard', 'good'],
    ['underglaze', 'boneDry', 'good'],
    ['underglaze', 'bisque', 'good'],
    ['slip', 'leatherHard', 'good'],
    ['slip', 'boneDry', 'harmful'],
    ['slip', 'bisque', 'harmful'],
    ['sgraffito', 'leatherHard', 'good'],
    ['sgraffito', 'hardLeatherHard', 'good'],
    ['sgraffito', 'softLeatherHard', 'workable'],
    ['sgraffito', 'boneDry', 'harmful'],
    ['wax', 'boneDry', 'good'],
    ['wax', 'glazedRaw', 'good'],
    ['glaze', 'bisque', 'good'],
    ['glaze', 'softLeatherHard', 'harmful'],
    ['wipeDust', 'glazedRaw', 'harmful'],
  ])('%s on %s clay is %s', (technique, stage, wanted) => {
    expect(STAGE_FIT[technique][stage].fit).toBe(wanted)
  })

  it('clay only loses water and only shrinks along its life', () => {
    for (let i = 1; i < STAGES.length; i++) {
      expect(STAGE[STAGES[i]].water).toBeLessThanOrEqual(STAGE[STAGES[i - 1]].water)
      expect(STAGE[STAGES[i]].shrunk).toBeGreaterThanOrEqual(STAGE[STAGES[i - 1]].shrunk)
    }
    expect(STAGES.filter(isGreenware).at(-1)).toBe('boneDry')
    expect(stageIndex('fired')).toBe(STAGES.length - 1)
  })
})
