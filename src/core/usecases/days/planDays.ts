import type { Cover } from '../../clay/stages'
import type { Schedule } from '../../model/calendar'
import type { Studio } from '../../model/studio'
import { BEAM, missPenalty } from '../../schedule/beam'
import { improvements } from '../../schedule/improvements'
import { divisions, firstPlan, type StudioProblem } from '../../schedule/planStudio'
import { kilnsAfter, sessionsBetween } from '../../schedule/sessions'
import { CURVES, type CurveCache } from './curveCache'
import { PLAN_DAYS } from './horizon'
import { scheduleFrom } from './scheduleDocument'
import { jobsOf } from './studioJobs'
import { DAY } from '../../base/spans'

/** Everything the scheduler needs of a studio at an instant. */
export function daysProblem(studio: Studio, nowMs: number, cache = CURVES): StudioProblem {
  const { calendar } = studio
  const covers: Cover[] = ['open', ...calendar.covers.filter((cover) => cover !== 'open')]
  return {
    jobs: studio.order.flatMap((id) =>
      studio.pieces[id] ? jobsOf(studio.pieces[id], studio, nowMs, cache, covers) : [],
    ),
    sessions: sessionsBetween(calendar, nowMs, nowMs + PLAN_DAYS * DAY),
    kilns: kilnsAfter(calendar, nowMs),
    nowMs,
    settings: { ...BEAM, covers, missPenalty: missPenalty(Number(calendar.sure) / 100) },
  }
}

/**
 * One better schedule after another: the first at once, with every set whole; then sets divided where they do not fit, then improved for
 * a number of rounds or until it is told that it is enough; share 1 is the last, with the smallest changes that would
 * place what is left over.
 */
export function* planDays(
  studio: Studio,
  nowMs: number,
  rounds: number,
  cache?: CurveCache,
): Generator<{ share: number; schedule: Schedule | null }, void, boolean | undefined> {
  const problem = daysProblem(studio, nowMs, cache)
  let best = firstPlan(problem)
  let enough = yield { share: 0, schedule: scheduleFrom(studio, problem, best, false) }
  for (const divided of divisions(problem, best)) {
    if (enough) break
    const better = divided !== best
    best = divided
    enough = yield { share: 0, schedule: better ? scheduleFrom(studio, problem, best, false) : null }
  }
  let latest = best
  for (const { round, better } of improvements(problem, best, rounds)) {
    if (enough) break
    if (better) best = better
    const report = round % 8 === 0 && best !== latest
    if (report) latest = best
    enough = yield { share: round / (rounds + 1), schedule: report ? scheduleFrom(studio, problem, best, false) : null }
  }
  yield { share: 1, schedule: scheduleFrom(studio, problem, best, true) }
}
