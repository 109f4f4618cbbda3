import { COVER_NAMES, type Cover, STAGE } from '../../clay/stages'
import { plainCalendar, type Schedule, type Unmet, type Visit } from '../../model/calendar'
import type { Studio } from '../../model/studio'
import { interleave } from '../../schedule/interleave'
import { BEAM, planPiece, type PiecePlan } from '../../schedule/planPiece'
import {
  capacityLeft,
  firstPlan,
  improvements,
  occasionsOf,
  visitsBySession,
  type StudioPlan,
  type StudioProblem,
} from '../../schedule/planStudio'
import { kilnsAfter, localDay, sessionsBetween, type Session } from '../../schedule/sessions'
import { handsOf, type Job, type Task } from '../../schedule/task'
import { timeline } from '../../plan/timeline'
import { CurveCache, jobOf } from './studioJobs'
import { hoursUntil } from '../../schedule/dryingClock'
import { stepWords } from '../words/stepWords'
import { momentWords } from '../words/timeWords'
import { isSlab } from '../words/told'

const DAY = 86_400_000
const HOUR = 3_600_000

/** How far the days are planned, days. */
const PLAN_DAYS = 56

/** Everything the scheduler needs of a studio at an instant. */
export function daysProblem(studio: Studio, nowMs: number, cache = new CurveCache()): StudioProblem {
  const { calendar } = studio
  const covers: Cover[] = ['open', ...calendar.covers.filter((cover) => cover !== 'open')]
  const jobs = studio.order.flatMap((id) => {
    const job = studio.pieces[id] ? jobOf(studio.pieces[id], studio, nowMs, cache, covers) : null
    return job ? [job] : []
  })
  return {
    jobs,
    sessions: sessionsBetween(calendar, nowMs, nowMs + PLAN_DAYS * DAY),
    kilns: kilnsAfter(calendar, nowMs),
    nowMs,
    settings: { ...BEAM, covers },
  }
}

/**
 * One better schedule after another: the first at once, then improved for a number of rounds or until it is told that it is
 * enough; share 1 is the last, with the smallest changes that would place what is left over.
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

/** The document of a plan. `explain` also looks for the smallest changes that would place what is left over, which takes longer. */
export function scheduleFrom(studio: Studio, problem: StudioProblem, plan: StudioPlan, explain: boolean): Schedule {
  const visits: Visit[] = []
  for (const [, list] of visitsBySession(plan.plans.values())) {
    const { touches } = interleave(list)
    for (const { pieceId, visit } of list) {
      const own = touches.filter((touch) => touch.pieceId === pieceId)
      const startMs = own.length ? own[0].startMs : visit.startMs
      const endMs = own.length ? own[own.length - 1].endMs : visit.endMs
      visits.push({
        pieceId,
        sessionId: visit.session.id,
        at: iso(startMs),
        until: iso(Math.max(startMs, endMs)),
        makes: visit.tasks.some((task) => task.kind === 'make'),
        stepIds: visit.tasks.flatMap((task) => (task.stepId ? [task.stepId] : [])),
        cover: visit.cover,
      })
    }
  }
  visits.sort((a, b) => a.at.localeCompare(b.at) || a.pieceId.localeCompare(b.pieceId))
  const loads = [...plan.plans.values()].flatMap((p) =>
    p.firings.map(({ kiln, task }) => ({
      bookingId: kiln.booking.id,
      pieceId: p.pieceId,
      stepId: task.stepId as string,
    })),
  )
  const unmet = [...plan.plans.values()]
    .filter((p) => p.unplaced.length > 0)
    .map((p): Unmet => unmetOf(studio, problem, plan, p, explain))
  return { madeAt: iso(problem.nowMs), visits, loads, unmet, pins: studio.schedule.pins }
}

const iso = (ms: number) => new Date(Math.round(ms / 60_000) * 60_000).toISOString().replace(/\.\d+Z$/, 'Z')

const titleOf = (studio: Studio, pieceId: string, task: Task): string => {
  const piece = studio.pieces[pieceId]
  const step = piece.steps.find((s) => s.id === task.stepId)
  return step ? stepWords(step, studio, isSlab(piece)).title : 'making it'
}

function unmetOf(
  studio: Studio,
  problem: StudioProblem,
  plan: StudioPlan,
  piecePlan: PiecePlan,
  explain: boolean,
): Unmet {
  const job = problem.jobs.find((j) => j.pieceId === piecePlan.pieceId) as Job
  const task = piecePlan.unplaced[0]
  return {
    pieceId: job.pieceId,
    stepId: task.stepId,
    why: whyUnmet(studio, problem, job, task).slice(0, 400),
    changes: [
      ...(piecePlan.visits.length ? [] : coverNow(studio, problem, job, task)),
      ...(explain ? changesFor(studio, problem, plan, job) : []),
    ].slice(0, 8),
  }
}

/** A cover is worth putting on when it keeps the clay this much longer. Our choice. */
const WORTH_COVERING = 1.25

/**
 * What found no place is not to die meanwhile: the cover to put on at once, and until when the clay then stays right for its next work.
 * Nothing for clay that is too dry already, or that no cover keeps longer.
 */
function coverNow(studio: Studio, problem: StudioProblem, job: Job, task: Task): string[] {
  if (!job.now || task.kind !== 'work' || !task.within || job.now.water.wall <= task.within.driest) return []
  const { water, cover } = job.now
  const { driest } = task.within
  const until = (under: Cover) => hoursUntil(job.curves.wall[under], water.wall, driest)
  const covers = studio.calendar.covers.filter((one) => one !== 'open' && one !== cover)
  const best = covers.reduce<Cover>((a, b) => (until(b) > until(a) ? b : a), cover)
  if (best === cover || until(best) < WORTH_COVERING * until(cover)) return []
  const day = (hours: number) => momentWords(problem.nowMs + hours * HOUR, problem.nowMs, studio)
  const title = titleOf(studio, job.pieceId, task).toLowerCase()
  return [
    `Now, before anything else: ${COVER_NAMES[best]} it stays right for ${title} ` +
      `${Number.isFinite(until(best)) ? `until about ${day(until(best))}` : 'as long as it stays there'}; ` +
      `${COVER_NAMES[cover]}, as it is, only until about ${day(until(cover))}.`,
  ]
}

/** Why a task found no place, in one sentence. */
function whyUnmet(studio: Studio, problem: StudioProblem, job: Job, task: Task): string {
  const title = titleOf(studio, job.pieceId, task)
  if (!problem.sessions.length && task.kind !== 'fire')
    return `There is no session in the next ${PLAN_DAYS} days; enter studio hours.`
  if (task.kind === 'fire') {
    const fitting = problem.kilns.filter(({ booking }) => booking.firing === task.firing && booking.cone === task.cone)
    if (!fitting.length) return `${title} at cone ${task.cone} needs a kiln, and none is booked.`
    return (
      `No ${task.firing} at cone ${task.cone} comes after the piece is ` +
      `ready${task.footDriest !== null ? ' and its foot bone dry' : ''}, with room for ` +
      `${job.count}.`
    )
  }
  const piece = studio.pieces[job.pieceId]
  const index = piece.steps.findIndex((step) => step.id === task.stepId)
  if (task.kind === 'work' && task.within) {
    const stage = STAGE[timeline(piece.steps)[index].stage].name
    if (job.now && job.now.water.wall < task.within.driest)
      return `${title} wants ${stage} clay, and the wall is drier than that already.`
    const longest = Math.max(...problem.sessions.map((s) => (s.endMs - s.startMs) / 60_000))
    if (handsOf(task.phases) > longest)
      return (
        `${title} takes ${Math.round(handsOf(task.phases))} minutes of hands for ${job.count}, and ` +
        `the longest session has ${Math.round(longest)}.`
      )
    return `${title} wants ${stage} clay, and no session with free hands falls in that time under any cover there is.`
  }
  return (
    `${title} finds no session with ` +
    `${Math.round(task.kind === 'work' || task.kind === 'make' ? handsOf(task.phases) : 0)} free ` +
    'minutes.'
  )
}

/** The smallest changes, each tried by itself, that would place everything of a piece. */
function changesFor(studio: Studio, problem: StudioProblem, plan: StudioPlan, job: Job): string[] {
  const others = [...plan.plans.values()].filter((p) => p.pieceId !== job.pieceId)
  const zone = studio.calendar.timeZone
  const better = (tried: Job, change: Partial<StudioProblem> = {}): number => {
    const changed = { ...problem, ...change }
    return planPiece(
      tried,
      occasionsOf(changed),
      capacityLeft(changed, others),
      problem.nowMs,
      changed.settings ?? BEAM,
    )[0].unplaced.length
  }
  const now = plan.plans.get(job.pieceId)?.unplaced.length ?? job.tasks.length
  const changes: string[] = []
  const fewer = (left: number) =>
    left === 0
      ? 'and everything is placed'
      : `and ${now - left} more ${now - left === 1 ? 'step is' : 'steps are'} placed`
  const visit = extraVisits(problem, zone)
    .map((session) => ({
      session,
      left: better(job, { sessions: [...problem.sessions, session].sort((a, b) => a.startMs - b.startMs) }),
    }))
    .filter(({ left }) => left < now)
    .sort((a, b) => a.left - b.left || a.session.startMs - b.session.startMs)[0]
  if (visit)
    changes.push(
      `One more visit on ${localDay(visit.session.startMs, zone)} in the ${visit.session.name}, ${fewer(visit.left)}.`,
    )
  for (const cover of (['sealed', 'dampBox'] as const).filter((c) => !(problem.settings?.covers ?? []).includes(c))) {
    const wider = jobOf(studio.pieces[job.pieceId], studio, problem.nowMs, new CurveCache(), [
      ...(problem.settings?.covers ?? []),
      cover,
    ])
    const left = wider
      ? better(wider, {
          settings: { ...(problem.settings ?? BEAM), covers: [...(problem.settings?.covers ?? []), cover] },
        })
      : now
    if (left < now) changes.push(`${cover === 'sealed' ? 'Sealing it in plastic' : 'A damp box'}, ${fewer(left)}.`)
  }
  const bottled = {
    ...job,
    tasks: job.tasks.map((task): Task =>
      task.kind === 'work' && task.bottleSaves > 0
        ? {
            ...task,
            phases: [{ hands: Math.max(1, handsOf(task.phases) - task.bottleSaves), wait: task.phases[0].wait }],
          }
        : task,
    ),
  }
  if (job.tasks.some((task) => task.kind === 'work' && task.bottleSaves > 0)) {
    const left = better(bottled)
    if (left < now) changes.push(`A bottle instead of a brush for the coats, ${fewer(left)}.`)
  }
  for (let count = job.count - 1; count >= 1; count--) {
    const share = count / job.count
    const left = better({
      ...job,
      count,
      tasks: job.tasks.map((task): Task =>
        task.kind === 'fire' ? task : { ...task, phases: task.phases.map((p) => ({ ...p, hands: p.hands * share })) },
      ),
    })
    if (left < now) {
      changes.push(`${count} instead of ${job.count} pieces, ${fewer(left)}.`)
      break
    }
  }
  const fire = job.tasks.find(
    (task) =>
      task.kind === 'fire' &&
      !problem.kilns.some(({ booking }) => booking.firing === task.firing && booking.cone === task.cone),
  )
  if (fire?.kind === 'fire') changes.push(`Book a ${fire.firing} firing at cone ${fire.cone}.`)
  return changes
}

/** Hours of visits that nobody has planned yet, on every day. */
const EXTRA_HOURS = [1, 2, 3, 4, 5, 6, 7].flatMap((weekday) => [
  { id: `morning-${weekday}`, name: 'morning', weekday, from: '09:00', to: '11:00' },
  { id: `evening-${weekday}`, name: 'evening', weekday, from: '18:00', to: '20:00' },
])

/** Two hours on each of the next ten days, in the studio’s morning and evening, where nobody is there yet. */
const extraVisits = ({ sessions, nowMs }: StudioProblem, timeZone: string): Session[] =>
  sessionsBetween({ ...plainCalendar(timeZone), weekly: EXTRA_HOURS }, nowMs, nowMs + 10 * DAY).filter(
    (extra) => extra.startMs > nowMs && !sessions.some((s) => s.startMs < extra.endMs && s.endMs > extra.startMs),
  )
