import { counted } from '../../base/words'
import { COVER_NAMES, STAGE, type Cover } from '../../clay/stages'
import { plainCalendar, type FiringBooking, type Unmet } from '../../model/calendar'
import { namedPots } from '../../model/lots'
import type { Studio } from '../../model/studio'
import { timeline } from '../../plan/timeline'
import { BEAM } from '../../schedule/beam'
import { hoursUntil } from '../../schedule/dryingClock'
import type { PiecePlan } from '../../schedule/plan'
import { planPiece } from '../../schedule/planPiece'
import { allPlans, capacityLeft, occasionsOf, type StudioPlan, type StudioProblem } from '../../schedule/planStudio'
import { localDay, sessionsBetween, type Kiln, type Session } from '../../schedule/sessions'
import { bottled, handsOf, ofPots, type Job, type Task } from '../../schedule/task'
import { stepWords } from '../words/stepWords'
import { momentWords } from '../words/timeWords'
import { CURVES } from './curveCache'
import { PLAN_DAYS } from './horizon'
import { jobsOf } from './studioJobs'
import { DAY, HOUR } from '../../base/spans'

const titleOf = (studio: Studio, pieceId: string, task: Task): string => {
  const piece = studio.pieces[pieceId]
  const step = piece.steps.find((s) => s.id === task.stepId)
  return step ? stepWords(step, studio, piece).title : 'making it'
}

/** What found no place, why, and what would help; `explain` also looks for the smallest changes, which takes longer. */
export function unmetOf(
  studio: Studio,
  problem: StudioProblem,
  plan: StudioPlan,
  lot: PiecePlan,
  explain: boolean,
): Unmet {
  const { job } = lot
  const task = lot.unplaced[0]
  return {
    pieceId: job.pieceId,
    pots: namedPots(studio.pieces[job.pieceId], job.pots),
    stepId: task.stepId,
    why: [sessionsNeeded(problem, wholeOf(problem, job)), whyUnmet(studio, problem, job, task)]
      .filter((words) => words !== null)
      .join(' ')
      .slice(0, 400),
    changes: [
      ...(lot.visits.length ? [] : coverNow(studio, problem, job, task)),
      ...(explain ? changesFor(studio, problem, plan, lot) : []),
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
    `Do this now: ${COVER_NAMES[best]} it stays right for ${title} ` +
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
      `${job.pots.length}.`
    )
  }
  const piece = studio.pieces[job.pieceId]
  const index = piece.steps.findIndex((step) => step.id === task.stepId)
  if (task.kind === 'work' && task.within) {
    const stage = STAGE[timeline(piece.steps)[index].stage].name
    if (job.now && job.now.water.wall < task.within.driest)
      return `${title} wants ${stage} clay, and the wall is drier than that already.`
    const longest = Math.max(...problem.sessions.map((s) => (s.hands * (s.endMs - s.startMs)) / 60_000))
    const minutes = handsOf(task, job.pots.length)
    if (minutes > longest)
      return (
        `${title} takes ${Math.round(minutes)} minutes of hands for ${job.pots.length}, and ` +
        `the longest session has ${Math.round(longest)}.`
      )
    return `${title} wants ${stage} clay, and no session with free hands falls in that time under any cover there is.`
  }
  return `${title} finds no session with ` + `${Math.round(handsOf(task, job.pots.length))} free ` + 'minutes.'
}

/** The job of which a lot is a part. */
const wholeOf = ({ jobs }: StudioProblem, { pieceId, pots }: Job): Job =>
  jobs.find((job) => job.pieceId === pieceId && job.pots.includes(pots[0])) as Job

/** Where the clay’s work alone asks for more sessions than there are: the bound, in a sentence; null where it does not. */
function sessionsNeeded({ sessions }: StudioProblem, { tasks, pots }: Job): string | null {
  const minutes = tasks.reduce(
    (sum, task) =>
      sum + (task.kind === 'make' || (task.kind === 'work' && task.within) ? handsOf(task, pots.length) : 0),
    0,
  )
  const all = sessions.map((s) => (s.hands * (s.endMs - s.startMs)) / 60_000)
  const longest = Math.max(...all)
  const needed = Math.ceil(minutes / longest)
  if (needed < MANY_SESSIONS && minutes <= all.reduce((a, b) => a + b, 0)) return null
  return (
    `Making it and the work that clay does not let wait take ${Math.round(minutes)} minutes for all ${pots.length}, ` +
    `at least ${needed} sessions.`
  )
}

/** From so many sessions on clay would have to be kept for weeks. Our choice. */
const MANY_SESSIONS = 10

/** How many steps some coats belong to. */
const stepsIn = (tasks: readonly Task[]): number => new Set(tasks.map((task) => task.stepId)).size

/** The smallest changes, each tried by itself, that would place everything of a lot. */
function changesFor(studio: Studio, problem: StudioProblem, plan: StudioPlan, { job, unplaced }: PiecePlan): string[] {
  const others = allPlans(plan).filter((p) => p.job.id !== job.id)
  const zone = studio.calendar.timeZone
  const better = (tried: Job, change: Partial<StudioProblem> = {}): number => {
    const changed = { ...problem, ...change }
    const left = planPiece(
      tried,
      occasionsOf(changed),
      capacityLeft(changed, others),
      problem.nowMs,
      changed.settings ?? BEAM,
    )[0].unplaced
    return stepsIn(left)
  }
  const now = stepsIn(unplaced)
  const changes: string[] = []
  const fewer = (left: number) =>
    left === 0 ? 'and everything is placed' : `and ${counted(now - left, 'more step is', 'more steps are')} placed`
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
    const covers = [...(problem.settings?.covers ?? []), cover]
    const wider = jobsOf(studio.pieces[job.pieceId], studio, problem.nowMs, CURVES, covers).find(({ pots }) =>
      pots.includes(job.pots[0]),
    )
    const left = wider
      ? better({ ...job, curves: wider.curves }, { settings: { ...(problem.settings ?? BEAM), covers } })
      : now
    if (left < now) changes.push(`${cover === 'sealed' ? 'Sealing it in plastic' : 'A damp box'}, ${fewer(left)}.`)
  }
  if (job.tasks.some((task) => task.kind === 'work' && task.bottle !== null)) {
    const left = better(bottled(job))
    if (left < now) changes.push(`A bottle instead of a brush for the coats, ${fewer(left)}.`)
  }
  const helpers = problem.sessions.map((session) => ({ ...session, hands: session.hands + 1 }))
  if (job.pots.length > 1 && better(job, { sessions: helpers }) === 0)
    changes.push('One more pair of hands in each session, and everything is placed.')
  for (let count = job.pots.length - 1; count >= 1; count--) {
    const left = better(ofPots(job, job.pots.slice(0, count)))
    if (left < now) {
      changes.push(`${count} instead of ${job.pots.length} pieces, ${fewer(left)}.`)
      break
    }
  }
  const fire = job.tasks.find(
    (task) =>
      task.kind === 'fire' &&
      !problem.kilns.some(({ booking }) => booking.firing === task.firing && booking.cone === task.cone),
  )
  if (fire?.kind === 'fire') changes.push(`Book a ${fire.firing} firing at cone ${fire.cone}.`)
  if (unplaced[0].kind === 'fire' && unplaced[0] !== fire) {
    const { firing, cone } = unplaced[0]
    const kiln = extraKilns(problem, firing, cone, job.pots.length)
      .map((extra) => ({
        extra,
        left: better(job, { kilns: [...problem.kilns, extra].sort((x, y) => x.startMs - y.startMs) }),
      }))
      .find(({ left }) => left < now)
    if (kiln)
      changes.push(
        `One more ${firing} firing at cone ${cone}, on ${localDay(kiln.extra.startMs, zone)}, ${fewer(kiln.left)}.`,
      )
  }
  return changes
}

/** A kiln that nobody has booked yet, in one, two and more weeks from the same time as now. */
const extraKilns = (
  { nowMs }: StudioProblem,
  firing: FiringBooking['firing'],
  cone: FiringBooking['cone'],
  places: number,
): Kiln[] =>
  Array.from({ length: PLAN_DAYS / 7 - 1 }, (_, week) => {
    const startMs = nowMs + (week + 1) * 7 * DAY
    const booking = { id: `extra-${week}`, at: '', firing, cone, places, hours: EXTRA_KILN_HOURS }
    return { booking, startMs, openMs: startMs + EXTRA_KILN_HOURS * HOUR }
  })

const EXTRA_KILN_HOURS = 32

/** Hours of visits that nobody has planned yet, on every day. */
const EXTRA_HOURS = [1, 2, 3, 4, 5, 6, 7].flatMap((weekday) => [
  { id: `morning-${weekday}`, name: 'morning', weekday, from: '09:00', to: '11:00', hands: 1 },
  { id: `evening-${weekday}`, name: 'evening', weekday, from: '18:00', to: '20:00', hands: 1 },
])

/** Two hours on each of the next ten days, in the studio’s morning and evening, where nobody is there yet. */
const extraVisits = ({ sessions, nowMs }: StudioProblem, timeZone: string): Session[] =>
  sessionsBetween({ ...plainCalendar(timeZone), weekly: EXTRA_HOURS }, nowMs, nowMs + 10 * DAY).filter(
    (extra) => extra.startMs > nowMs && !sessions.some((s) => s.startMs < extra.endMs && s.endMs > extra.startMs),
  )
