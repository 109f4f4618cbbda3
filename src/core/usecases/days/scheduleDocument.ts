import type { Schedule, Unmet, Visit } from '../../model/calendar'
import { namedPots } from '../../model/lots'
import type { Studio } from '../../model/studio'
import { chancesOf } from '../../schedule/chance'
import { interleave, type Touch } from '../../schedule/interleave'
import type { PlannedVisit } from '../../schedule/plan'
import { allPlans, visitsBySession, type StudioPlan, type StudioProblem } from '../../schedule/planStudio'
import { sessionOrder } from '../../schedule/sessionOrder'
import type { Job } from '../../schedule/task'
import { unmetOf } from './unmet'
import { unsureLots } from './unsure'

/** Rounds of the search for the order of one session, when the days are final; before that whoever is ready first comes first. */
const ORDER_ROUNDS = 2500

/**
 * The document of a plan. `final` also searches for the order of work in each session, and for the smallest changes that would place
 * what is left over, which takes longer.
 */
export function scheduleFrom(studio: Studio, problem: StudioProblem, plan: StudioPlan, final: boolean): Schedule {
  const lots = allPlans(plan)
  const touched = new Map<string, readonly Touch[]>()
  const orders: NonNullable<Schedule['orders']> = []
  for (const [sessionId, list] of visitsBySession(lots)) {
    if (!final) {
      touched.set(sessionId, interleave(list).touches)
      continue
    }
    const { touches, changes, gap } = sessionOrder(list, studio.ways.firstGlaze === 'inside', ORDER_ROUNDS)
    touched.set(sessionId, touches)
    if (gap !== null) orders.push({ sessionId, changes, gap: Number(gap.toFixed(3)) })
  }
  const found = lots.map((lot) => ({ lot, chances: chancesOf(lot, problem.nowMs) }))
  const visits = found.flatMap(({ lot, chances }) =>
    lot.visits.map((visit, i) =>
      visitFrom(
        studio,
        lot.job,
        visit,
        chances[i],
        (touched.get(visit.session.id) ?? []).filter((touch) => touch.jobId === lot.job.id),
      ),
    ),
  )
  visits.sort((a, b) => a.at.localeCompare(b.at) || a.pieceId.localeCompare(b.pieceId))
  const loads = lots.flatMap(({ job, firings }) =>
    firings.map(({ kiln, task }) => ({
      bookingId: kiln.booking.id,
      pieceId: job.pieceId,
      pots: namedPots(studio.pieces[job.pieceId], job.pots),
      stepId: task.stepId as string,
    })),
  )
  const unmet = lots
    .filter((lot) => lot.unplaced.length > 0)
    .map((lot): Unmet => unmetOf(studio, problem, plan, lot, final))
  const unsure = unsureLots(studio, problem, found, final)
  return {
    madeAt: iso(problem.nowMs),
    visits,
    loads,
    unmet,
    ...(unsure.length ? { unsure } : {}),
    pins: studio.schedule.pins,
    ...(final ? { orders } : {}),
  }
}

const iso = (ms: number) => new Date(Math.round(ms / 60_000) * 60_000).toISOString().replace(/\.\d+Z$/, 'Z')

/** A visit as the document has it, with what hands do in it. */
function visitFrom(
  studio: Studio,
  job: Job,
  visit: PlannedVisit,
  chance: number | null,
  touches: readonly Touch[],
): Visit {
  const startMs = touches.length ? Math.min(...touches.map((touch) => touch.startMs)) : visit.startMs
  const endMs = touches.length ? Math.max(...touches.map((touch) => touch.endMs)) : visit.endMs
  const works = visit.tasks.flatMap((task) => (task.kind === 'work' ? [task] : []))
  const stepIds = [...new Set(works.map((task) => task.stepId))]
  const parts = stepIds.flatMap((stepId) => {
    const own = works.filter((task) => task.stepId === stepId)
    return own.length === own[0].coats ? [] : [{ stepId, from: own[0].coat, to: own[own.length - 1].coat + 1 }]
  })
  // A lot that is left open for a while is left so for as long when the hands come to it later.
  const coveredMs = visit.coveredMs === null ? null : Math.min(visit.session.endMs, Math.max(visit.coveredMs, endMs))
  return {
    pieceId: job.pieceId,
    pots: namedPots(studio.pieces[job.pieceId], job.pots),
    sessionId: visit.session.id,
    at: iso(startMs),
    until: iso(Math.max(startMs, endMs)),
    makes: visit.tasks.some((task) => task.kind === 'make'),
    stepIds,
    coats: parts,
    opens: visit.opensMs === null ? null : iso(visit.opensMs),
    covered: coveredMs === null ? null : iso(coveredMs),
    cover: visit.cover,
    chance: chance === null ? null : Number(chance.toFixed(3)),
    touches: touches.map((touch) => {
      const task = visit.tasks[touch.task]
      const [outsideUm, insideUm] = task.kind === 'work' ? task.faceWater : [0, 0]
      return {
        stepId: task.stepId,
        coat: task.kind === 'work' ? task.coat : 0,
        at: iso(touch.startMs),
        until: iso(touch.endMs),
        outsideUm: Math.round(outsideUm),
        insideUm: Math.round(insideUm),
      }
    }),
  }
}
