import type { Unsure } from '../../model/calendar'
import { namedPots } from '../../model/lots'
import type { Studio } from '../../model/studio'
import { BEAM } from '../../schedule/beam'
import { chancesOf } from '../../schedule/chance'
import type { PiecePlan } from '../../schedule/plan'
import { planPiece } from '../../schedule/planPiece'
import { capacityLeft, occasionsOf, type StudioProblem } from '../../schedule/planStudio'
import { bottled, ofPots, type Job } from '../../schedule/task'
import { roomOf } from '../drying/pieceDrying'
import { CURVES } from './curveCache'
import { jobsOf, WALL_SIGMA } from './studioJobs'
import { HOUR } from '../../base/spans'

/** How unsure the pace of a room is once a piece was weighed in it three times, σ of its logarithm, at most: simulated ones leave less. */
export const WEIGHED_SIGMA = 0.04

/** What helps by less is not worth telling, as a share of all cases [our choice]. */
const HELPS = 0.02

/** For so many lots it is tried out what would make them surer: those that are least sure [our choice]. */
const TRIED_LOTS = 3

/** So many changes are told of each, those that help most first. */
const MOST_CHANGES = 3

const percent = (chance: number): number => Math.round(100 * chance)

/** The least of the chances that hands find clay right; 1 where clay decides nothing. */
const leastOf = (chances: readonly (number | null)[]): number => Math.min(1, ...chances.map((chance) => chance ?? 1))

/**
 * Lots whose clay is found right less often than the studio asked for, the least sure first; `explain` also tries what would make them
 * surer, each by itself, which takes longer.
 */
export function unsureLots(
  studio: Studio,
  problem: StudioProblem,
  lots: readonly { readonly lot: PiecePlan; readonly chances: readonly (number | null)[] }[],
  explain: boolean,
): Unsure[] {
  const sure = Number(studio.calendar.sure) / 100
  const all = lots.map(({ lot }) => lot)
  return lots
    .map(({ lot, chances }) => ({ lot, chances, least: leastOf(chances) }))
    .filter(({ least }) => percent(least) < percent(sure))
    .sort((a, b) => a.least - b.least)
    .map(({ lot, chances, least }, i) => {
      const visit = lot.visits[chances.indexOf(least)]
      const task = visit.tasks.find((one) => one.kind === 'work' && one.within)
      return {
        pieceId: lot.job.pieceId,
        pots: namedPots(studio.pieces[lot.job.pieceId], lot.job.pots),
        sessionId: visit.session.id,
        stepId: task?.stepId ?? null,
        chance: Number(least.toFixed(3)),
        changes: explain && i < TRIED_LOTS ? surer(studio, problem, all, lot, least) : [],
      }
    })
}

/** What would make a lot surer, in sentences: each change tried by itself, everything else as it is. */
function surer(
  studio: Studio,
  problem: StudioProblem,
  all: readonly PiecePlan[],
  lot: PiecePlan,
  least: number,
): string[] {
  const { job } = lot
  const others = all.filter((one) => one.job.id !== job.id)
  const found: { readonly chance: number; readonly words: string }[] = []
  const tryOut = (words: string, tried: Job, change: Partial<StudioProblem> = {}) => {
    const changed = { ...problem, ...change }
    const left = capacityLeft(changed, others)
    const [plan] = planPiece(tried, occasionsOf(changed), left, problem.nowMs, changed.settings ?? BEAM)
    const chance = leastOf(chancesOf(plan, problem.nowMs))
    if (plan.unplaced.length <= lot.unplaced.length && chance > least + HELPS)
      found.push({ chance, words: `${words}: right in ${percent(chance)} of 100 cases.` })
  }
  const piece = studio.pieces[job.pieceId]
  const room = roomOf(studio, piece)
  if (room.factor.sigma > 2 * WEIGHED_SIGMA)
    tryOut(`Three weighings in ${room.name}`, {
      ...job,
      sigma: Math.hypot(WEIGHED_SIGMA, WALL_SIGMA),
    })
  const covers = problem.settings?.covers ?? []
  if (!covers.includes('dampBox')) {
    const wider = [...covers, 'dampBox' as const]
    const curves = jobsOf(piece, studio, problem.nowMs, CURVES, wider).find(({ pots }) => pots.includes(job.pots[0]))
    if (curves)
      tryOut(
        'A damp box',
        { ...job, curves: curves.curves },
        { settings: { ...(problem.settings ?? BEAM), covers: wider } },
      )
  }
  const half = Math.ceil(job.pots.length / 2)
  if (half < job.pots.length) tryOut(`${half} pots instead of ${job.pots.length}`, ofPots(job, job.pots.slice(0, half)))
  tryOut('Sessions that last an hour longer', job, {
    sessions: problem.sessions.map((session) => ({ ...session, endMs: session.endMs + HOUR })),
  })
  if (job.tasks.some((task) => task.kind === 'work' && task.bottle !== null))
    tryOut('A bottle instead of a brush for the coats', bottled(job))
  return found
    .sort((a, b) => b.chance - a.chance)
    .slice(0, MOST_CHANGES)
    .map(({ words }) => words)
}
