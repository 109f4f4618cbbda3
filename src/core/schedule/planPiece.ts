import { AT_ONCE } from '../model/calendar'
import { BEAM, clayMatters, prune, unroll, type Asked, type BeamSettings, type BeamState } from './beam'
import { dryOn } from './dryingClock'
import { NO_SIBLINGS, COST, type SiblingLots, type Capacity, type Occasion, type PiecePlan } from './plan'
import type { Kiln, Session } from './sessions'
import { shareOf, type Job, type Task } from './task'
import { visit } from './visiting'
import { DAY, HOUR } from '../base/spans'

/**
 * Puts the tasks of one lot into sessions and kilns by a beam search over the occasions in order of time. Before all of them it may
 * be covered at once. At each session: skip it, or do some consecutive tasks, and leave the lot open, or covered at once, or covered
 * when it has aired for a while. Gives the `want` cheapest plans, cheapest first.
 */
export function planPiece(
  job: Job,
  occasions: readonly Occasion[],
  left: Capacity,
  nowMs: number,
  settings: BeamSettings = BEAM,
  want = 1,
  siblings: SiblingLots = NO_SIBLINGS,
): PiecePlan[] {
  const asked: Asked = { job, left, nowMs, covers: settings.covers, missPenalty: settings.missPenalty, siblings }
  let states = atFirst(asked)
  for (const occasion of occasions) {
    const next = states.slice()
    for (const state of states) {
      if (state.done === job.tasks.length) continue
      if (occasion.kind === 'kiln') {
        const fired = fire(asked, state, occasion.kiln)
        if (fired) next.push(fired)
      } else visit(asked, state, occasion.session, next)
    }
    states = prune(job, next, settings.width)
  }
  const lastMs = occasions.length ? endOf(occasions[occasions.length - 1]) : nowMs
  return states
    .map((state) => ({ state, ...finish(asked, state, lastMs) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, want)
    .map(({ state, ...costs }) => unroll(job, state, costs))
}

/** As it is, and under each cover that could be put on at once. */
function atFirst({ job, nowMs, covers }: Asked): BeamState[] {
  const asItIs: BeamState = {
    done: 0,
    atMs: nowMs,
    water: job.now?.water ?? job.plastic,
    cover: job.now?.cover ?? 'open',
    readyMs: nowMs,
    startedMs: job.now ? nowMs : Infinity,
    unseen: job.now?.unseen ?? 0,
    aired: null,
    cost: 0,
    coming: 0,
    parent: null,
    visit: null,
    firing: null,
  }
  if (!job.now || job.now.water.wall <= 0 || !clayMatters(job, 0)) return [asItIs]
  const session: Session = { id: AT_ONCE, name: 'now', date: '', startMs: nowMs, endMs: nowMs, hands: 1 }
  const covered = covers
    .filter((cover) => cover !== asItIs.cover)
    .map((cover): BeamState => ({
      ...asItIs,
      cover,
      cost: COST.cover,
      parent: asItIs,
      visit: {
        session,
        startMs: nowMs,
        endMs: nowMs,
        opensMs: null,
        driesFromTouch: false,
        coveredMs: null,
        tasks: [],
        latestMs: [],
        water: [],
        leftAt: asItIs.water.wall,
        earliestMs: [],
        hands: 0,
        cover,
      },
    }))
  return [asItIs, ...covered]
}

const endOf = (occasion: Occasion) => (occasion.kind === 'kiln' ? occasion.kiln.openMs : occasion.session.endMs)

/** Cost with what is still undone, days in process and being late. */
function finish({ job, siblings }: Asked, state: BeamState, lastMs: number) {
  const undone = job.tasks.slice(state.done)
  const share = job.pots.length / job.of
  const endMs = undone.length ? lastMs : Math.max(state.atMs, state.readyMs)
  const late = job.dueMs === null ? 0 : Math.max(0, endMs - job.dueMs) / DAY
  const days = Number.isFinite(state.startedMs) ? Math.max(0, (endMs - state.startedMs) / DAY) : 0
  const pins = undone.filter((task) => task.stepId && job.pins.has(task.stepId))
  const sum = (tasks: readonly Task[]) => tasks.reduce((all, task) => all + shareOf(task), 0)
  const apart =
    sum(undone) * share * COST.unplaced +
    sum(pins) * COST.pinBroken +
    late * share * COST.dayLate +
    share * days * COST.potDay
  return {
    days,
    ownCost: state.cost - state.coming + apart,
    cost: state.cost + apart + Math.max(0, days - siblings.days) * COST.setDay,
  }
}

function fire({ job, left }: Asked, state: BeamState, kiln: Kiln): BeamState | null {
  const task = job.tasks[state.done]
  if (task.kind !== 'fire' || task.firing !== kiln.booking.firing || task.cone !== kiln.booking.cone) return null
  if ((left.places.get(kiln.booking.id) ?? 0) < job.pots.length || state.readyMs > kiln.startMs) return null
  const water = dryOn(job.curves, state.water, state.cover, (kiln.startMs - state.atMs) / HOUR)
  if (
    task.footDriest !== null &&
    (water.foot > task.footDriest || state.cover === 'sealed' || state.cover === 'dampBox')
  )
    return null
  return {
    ...state,
    done: state.done + 1,
    atMs: kiln.openMs,
    readyMs: kiln.openMs,
    water: { wall: 0, foot: 0 },
    cover: 'open',
    parent: state,
    visit: null,
    firing: { kiln, task },
  }
}
