import { randomStudio, RANDOM_NOW_MS } from '../src/core/usecases/days/fixtures/randomStudio'
import { planDays } from '../src/core/usecases/days/planDays'
import { replayByLook } from '../src/core/usecases/days/replayByLook'
import { replaySchedule } from '../src/core/usecases/days/replaySchedule'
import { seededRandom } from '../src/core/base/random'
import { normalQuantile } from '../src/core/clay/drying/uncertainty'
import type { Schedule } from '../src/core/model/calendar'
import type { Studio } from '../src/core/model/studio'

/* Random studios: how many visits find the clay right in the full solver, when it dries as is likely, and when it dries otherwise. */

const STUDIOS = Number(process.env.STUDIOS ?? 300)
const DRAWS = Number(process.env.DRAWS ?? 200)

function planned(studio: Studio): Schedule {
  let schedule: Schedule | null = null
  for (const { schedule: better } of planDays(studio, RANDOM_NOW_MS, 4)) schedule = better ?? schedule
  return schedule as Schedule
}

/** Visits to clay, and those of them that find it right from the first coat to the last. */
function visitsRight(studio: Studio, schedule: Schedule): { all: number; right: number; promised: number } {
  const replayed = replaySchedule(studio, schedule).filter(({ what }) => what === 'work')
  let [all, right, promised] = [0, 0, 0]
  for (const visit of schedule.visits) {
    const own = replayed.filter(
      (r) =>
        r.pieceId === visit.pieceId &&
        (visit.pots.length === 0 || visit.pots.includes(r.pots[0])) &&
        r.at >= visit.at &&
        r.at <= visit.until,
    )
    if (!own.length) continue
    all++
    promised += visit.chance ?? 1
    if (own.every(({ inside }) => inside)) right++
  }
  return { all, right, promised }
}

const percent = (share: number, of: number): string => `${((100 * share) / of).toFixed(1)} %`

const likely = { all: 0, right: 0, promised: 0 }
const plans: [Studio, Schedule][] = []
for (let seed = 1; seed <= STUDIOS; seed++) {
  const studio = randomStudio(seed)
  const schedule = planned(studio)
  plans.push([studio, schedule])
  const seen = visitsRight(studio, schedule)
  for (const key of ['all', 'right', 'promised'] as const) likely[key] += seen[key]
}
console.log(
  `${STUDIOS} random studios: ${likely.right} of ${likely.all} visits to clay find it right in the full solver when it dries as is ` +
    `likely (${percent(likely.right, likely.all)})`,
)

/* Hidden rooms: each studio’s room dries faster or slower than the plan knows, as a calibrated room may. */
const random = seededRandom(7)
const drawn = { all: 0, right: 0, promised: 0 }
const looked = { all: 0, right: 0, promised: 0 }
for (let k = 0; k < DRAWS; k++) {
  const [studio, schedule] = plans[Math.floor(random() * plans.length)]
  const ln = 0.15 * normalQuantile(0.001 + 0.998 * random())
  const room = studio.rooms.studio
  const hidden = { ...studio, rooms: { studio: { ...room, factor: { ...room.factor, ln } } } }
  const seen = visitsRight(hidden, schedule)
  for (const key of ['all', 'right', 'promised'] as const) drawn[key] += seen[key]
  for (const { visit, right } of replayByLook(studio, hidden, schedule)) {
    looked.all++
    looked.promised += visit.chance ?? 1
    if (right) looked.right++
  }
}
console.log(
  `${DRAWS} hidden rooms (σ .15), hands that look: ${percent(looked.right, looked.all)} of ${looked.all} visits find it right; ` +
    `${percent(looked.promised, looked.all)} were promised`,
)
console.log(
  `${DRAWS} hidden rooms (σ .15): ${percent(drawn.right, drawn.all)} of ${drawn.all} visits find it right by the clock; ` +
    `${percent(drawn.promised, drawn.all)} were promised`,
)
