import { demoStudio } from '../src/core/demo/demoStudio'
import { DEMO_NOW_MS } from '../src/core/demo/demoDays'
import type { Studio } from '../src/core/model/studio'
import { pieceDrying, roomOf } from '../src/core/usecases/drying/pieceDrying'
import { planDays } from '../src/core/usecases/days/planDays'
import { replaySchedule } from '../src/core/usecases/days/replaySchedule'
import { CurveCache } from '../src/core/usecases/days/curveCache'

/* Drying curves cold and warm, and planning the days of 1, 10 and 40 pieces, and of 40 sets of ten; one thread. */

const demo = demoStudio()

/** A studio of n pieces: those of the demo again and again, made an hour apart; as many pots of each as it has, or `pots`. */
function studioOf(n: number, pots?: number): Studio {
  const ids = Array.from({ length: n }, (_, i) => `p${i}`)
  const source = demo.order.map((id) => demo.pieces[id])
  const pieces = Object.fromEntries(
    ids.map((id, i) => {
      const from = source[i % source.length]
      const made = from.making.madeAt
        ? new Date(Date.parse(from.making.madeAt) + Math.floor(i / source.length) * 3_600_000).toISOString()
        : null
      return [id, { ...from, id, count: pots ?? from.count, making: { ...from.making, madeAt: made } }]
    }),
  )
  return { ...demo, pieces, order: ids }
}

function timed<T>(act: () => T): [ms: number, value: T] {
  const start = performance.now()
  const value = act()
  return [performance.now() - start, value]
}

export function benchDays(): void {
  const jugs = demo.pieces['reed-jugs']
  const dry = () => pieceDrying(jugs, demo.bodies[jugs.bodyId], roomOf(demo, jugs), DEMO_NOW_MS)
  const [cold] = timed(dry)
  const warm = Array.from({ length: 5 }, () => timed(dry)[0]).sort((a, b) => a - b)[2]
  console.log(`Drying of one piece with its uncertainty: ${cold.toFixed(0)} ms cold, ${warm.toFixed(0)} ms warm`)
  console.table(
    [[1], [10], [40], [40, 10]].map(([n, pots]) => {
      const studio = studioOf(n, pots)
      const cache = new CurveCache()
      const rounds = 60
      const plan = planDays(studio, DEMO_NOW_MS, rounds, cache)
      const [first, begun] = timed(() => plan.next().value)
      const [improved, last] = timed(() => {
        let schedule = begun?.schedule ?? null
        for (const step of plan) schedule = step.schedule ?? schedule
        return schedule
      })
      const again = planDays(studio, DEMO_NOW_MS, 0, cache)
      const [warmPlan] = timed(() => again.next())
      const [replay, replayed] = timed(() => (last ? replaySchedule(studio, last) : []))
      return {
        pieces: n,
        'pots of each': pots ?? 'as they are',
        'first plan, ms': first.toFixed(0),
        'with warm curves, ms': warmPlan.toFixed(0),
        'improved for 60 rounds, ms': improved.toFixed(0),
        visits: last?.visits.length ?? 0,
        'not placed': last?.unmet.length ?? 0,
        'replay, ms': replay.toFixed(0),
        'outside their window': replayed.filter((r) => !r.inside).length,
      }
    }),
  )
}

benchDays()
