import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import * as build from '../plan/build'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import { OUTSIDE } from '../vocabulary/place'
import { ladderOf } from '../usecases/cupboard/ladder'
import { coverageAt } from './coverage'
import { planned } from './fixtures/mistakes'
import { JudgedPlan } from './judgedPlan'

const studio = demoStudio()
const hiding = Object.values(studio.media).filter((m) => MEDIUM_KIND[m.kind].hides)

/** What the judge needs of one medium on a clay at the cone of the ladder’s row, bare or under a clear. */
function needed(mediumId: string, bodyId: string, cone: string, clearId: string | null) {
  const piece = planned(
    [
      build.bring('leatherHard'),
      build.coat(mediumId, OUTSIDE, 1),
      build.bring('boneDry'),
      build.fire('bisque', cone as never),
      ...(clearId ? [build.glaze(clearId, OUTSIDE, 'dip'), build.fire('glaze', cone as never)] : []),
    ],
    { bodyId, use: 'display' },
  )
  const plan = JudgedPlan.of(piece, studio)
  if (!plan.ok) throw new Error()
  const step = piece.steps[1]
  return step.act === 'coat' ? coverageAt(plan.value, 1, step)?.needed : undefined
}

describe('one answer to “how many coats”', () => {
  const pairs = hiding.flatMap((medium) => Object.keys(studio.bodies).map((bodyId) => [medium.id, bodyId] as const))

  it.each(pairs)('%s on %s: ladder and judge say the same, bare and under each clear', (mediumId, bodyId) => {
    for (const row of ladderOf(studio.media[mediumId], studio).filter((r) => r.bodyId === bodyId && r.fits)) {
      const judged = needed(mediumId, bodyId, row.cone, row.withId)
      expect(row.covers ?? 'more', `${row.withId}`).toBe(judged !== undefined && judged <= 4 ? judged : 'more')
    }
  })

  it('is asked under the clear that follows: a white on red clay takes more there than bare', () => {
    expect(needed('chalk-slip', 'estuary-red', '05', 'clear-gloss')).toBeGreaterThanOrEqual(
      needed('chalk-slip', 'estuary-red', '05', null)!,
    )
  })
})
