import { seededRandom } from '../base/random'

/** One stretch of hands: a coat of a step on a lot. Minutes from the beginning of the session. */
export interface OrderTask {
  readonly id: string
  readonly hands: number
  /** Colour and tool: hands that change from one family to another wash. */
  readonly family: string
  /** What hands are on: they go from one lot to another only where that is of use. */
  readonly lot?: string
  readonly after: readonly { readonly id: string; readonly lag: number }[]
  /** Not before the clay is firm enough, not after it is too dry. */
  readonly release?: number
  readonly latest?: number
}

export interface OrderProblem {
  readonly tasks: readonly OrderTask[]
  /** Pairs of hands. */
  readonly hands: number
  readonly end: number
  /** Minutes to wash between two families; it may fall into a wait. */
  readonly cleanUp: (from: string, to: string) => number
  /** What is better done first: light before dark, inside before outside. Paid in minutes when it is not. */
  readonly soft: readonly { readonly first: string; readonly then: string; readonly minutes: number }[]
}

/** An order of work: when each task begins and whose hands do it, and what it comes to. */
export interface Order {
  readonly sequence: readonly number[]
  readonly starts: readonly number[]
  readonly by: readonly number[]
  readonly span: number
  /** How often hands change their colour or tool. */
  readonly changes: number
  /** Minutes by which tasks begin too late or end after the session. */
  readonly lateBy: number
  readonly cost: number
}

/** What an order costs [our choice]: its span, a change of family 2 min, of the lot half a minute, and much for each task that is late. */
const CHANGE_COST = 2
const OTHER_LOT_COST = 0.5
const LATE_COST = 1000

/** A problem with its tasks by number. */
interface Indexed {
  readonly problem: OrderProblem
  readonly before: readonly (readonly { readonly task: number; readonly lag: number }[])[]
  readonly soft: readonly { readonly first: number; readonly then: number; readonly minutes: number }[]
}

function indexed(problem: OrderProblem): Indexed {
  const at = new Map(problem.tasks.map((task, i) => [task.id, i]))
  const numberOf = (id: string) => at.get(id) as number
  return {
    problem,
    before: problem.tasks.map((task) => task.after.map(({ id, lag }) => ({ task: numberOf(id), lag }))),
    soft: problem.soft.map(({ first, then, minutes }) => ({ first: numberOf(first), then: numberOf(then), minutes })),
  }
}

/** Carries out a sequence: each task as early as its hands, its clay and the coats before it allow. */
function carriedOut({ problem, before, soft }: Indexed, sequence: readonly number[]): Order {
  const { tasks, hands, end, cleanUp } = problem
  const free = new Array<number>(hands).fill(0)
  const last = new Array<string | null>(hands).fill(null)
  const lastLot = new Array<string | undefined>(hands).fill(undefined)
  const starts = new Array<number>(tasks.length).fill(0)
  const by = new Array<number>(tasks.length).fill(0)
  const place = new Array<number>(tasks.length).fill(0)
  let [span, changes, otherLots, late, lateBy] = [0, 0, 0, 0, 0]
  sequence.forEach((i, k) => {
    const task = tasks[i]
    place[i] = k
    let ready = task.release ?? 0
    for (const { task: j, lag } of before[i]) ready = Math.max(ready, starts[j] + tasks[j].hands + lag)
    let [best, start, same] = [0, Infinity, false]
    for (let h = 0; h < hands; h++) {
      const from = last[h]
      const begin = Math.max(ready, free[h] + (from === null || from === task.family ? 0 : cleanUp(from, task.family)))
      const keeps = from === task.family
      if (begin < start - 1e-9 || (begin < start + 1e-9 && keeps && !same)) [best, start, same] = [h, begin, keeps]
    }
    if (last[best] !== null && last[best] !== task.family) changes++
    if (last[best] !== null && lastLot[best] !== task.lot) otherLots++
    lastLot[best] = task.lot
    starts[i] = start
    by[i] = best
    free[best] = start + task.hands
    last[best] = task.family
    span = Math.max(span, free[best])
    const over = Math.max(0, start - (task.latest ?? Infinity)) + Math.max(0, free[best] - end)
    if (over > 1e-9) late++
    lateBy += over
  })
  const wrong = soft.reduce((sum, { first, then, minutes }) => sum + (place[then] < place[first] ? minutes : 0), 0)
  return {
    sequence,
    starts,
    by,
    span,
    changes,
    lateBy,
    cost: span + CHANGE_COST * changes + OTHER_LOT_COST * otherLots + wrong + LATE_COST * late,
  }
}

/** Whether every task comes after those it follows. */
function keepsOrder({ before }: Indexed, sequence: readonly number[]): boolean {
  const place = new Array<number>(sequence.length)
  sequence.forEach((i, k) => (place[i] = k))
  return sequence.every((i, k) => before[i].every(({ task }) => place[task] < k))
}

/** Whoever is ready first, then whoever’s clay will wait least; with `clean`, the colour in hand before another. */
function dispatched(of: Indexed, clean: boolean): Order {
  const { problem, before } = of
  const { tasks } = problem
  const sequence: number[] = []
  const placed = new Set<number>()
  while (sequence.length < tasks.length) {
    const open = tasks.flatMap((_, i) => (!placed.has(i) && before[i].every(({ task }) => placed.has(task)) ? [i] : []))
    const soFar = carriedOut({ ...of, soft: [] }, sequence)
    const family = sequence.length ? tasks[sequence[sequence.length - 1]].family : null
    const worth = (i: number): [number, number] => {
      const ready = before[i].reduce(
        (most, { task, lag }) => Math.max(most, soFar.starts[task] + tasks[task].hands + lag),
        tasks[i].release ?? 0,
      )
      const start = Math.max(ready, sequence.length ? Math.min(...freeAfter(of, soFar, sequence)) : 0)
      const wash = clean && family !== null && family !== tasks[i].family ? problem.cleanUp(family, tasks[i].family) : 0
      return [start + (clean ? wash + CHANGE_COST * Number(wash > 0) : 0), tasks[i].latest ?? Infinity]
    }
    const next = open
      .map((i) => ({ i, worth: worth(i) }))
      .reduce((a, b) =>
        b.worth[0] < a.worth[0] - 1e-9 || (Math.abs(b.worth[0] - a.worth[0]) < 1e-9 && b.worth[1] < a.worth[1]) ? b : a,
      )
    sequence.push(next.i)
    placed.add(next.i)
  }
  return carriedOut(of, sequence)
}

/** When each pair of hands comes free after a sequence. */
function freeAfter({ problem }: Indexed, order: Order, sequence: readonly number[]): number[] {
  const free = new Array<number>(problem.hands).fill(0)
  for (const i of sequence) free[order.by[i]] = Math.max(free[order.by[i]], order.starts[i] + problem.tasks[i].hands)
  return free
}

/** How hot the search begins, minutes. */
const HOTTEST = 8

/**
 * A good order of work: the better of two dispatches, then simulated annealing of the sequence. A task is put beside one of its
 * family, a block of up to eight is moved by up to six, or a task goes anywhere; what breaks the order of coats is not tried. Minutes
 * late are a slope towards what is in time. Seeded.
 */
export function runningOrder(problem: OrderProblem, rounds: number, seed = 1): Order {
  const of = indexed(problem)
  const n = problem.tasks.length
  const first = [dispatched(of, false), dispatched(of, true)].reduce((a, b) => (b.cost < a.cost ? b : a))
  if (n < 2) return first
  const random = seededRandom(seed)
  const any = (below: number) => Math.floor(random() * below)
  const slope = (order: Order) => order.cost + order.lateBy
  let [at, best] = [first, first]
  for (let round = 0; round < rounds; round++) {
    const sequence = moved(at.sequence, problem.tasks, random, any)
    if (!keepsOrder(of, sequence)) continue
    const trial = carriedOut(of, sequence)
    const warmth = HOTTEST * (1 - round / rounds) ** 2
    const worse = slope(trial) - slope(at)
    if (worse <= 0 || random() < Math.exp(-worse / Math.max(1e-6, warmth))) at = trial
    if (trial.cost < best.cost - 1e-9) best = trial
  }
  return best
}

function moved(
  sequence: readonly number[],
  tasks: readonly OrderTask[],
  random: () => number,
  any: (below: number) => number,
): number[] {
  const n = sequence.length
  const next = sequence.slice()
  const chance = random()
  if (chance < 0.35) {
    const from = any(n)
    const [task] = next.splice(from, 1)
    const family = next.flatMap((other, k) => (tasks[other].family === tasks[task].family ? [k] : []))
    const beside = family.length ? family[any(family.length)] + any(2) : any(n)
    next.splice(beside, 0, task)
  } else if (chance < 0.7) {
    const size = 1 + any(Math.min(8, n))
    const from = any(n - size + 1)
    const block = next.splice(from, size)
    const to = Math.max(0, Math.min(next.length, from + any(13) - 6))
    next.splice(to, 0, ...block)
  } else {
    const [task] = next.splice(any(n), 1)
    next.splice(any(n), 0, task)
  }
  return next
}

/**
 * What no order can cost less than: the hands and cheapest washes shared out, or Jackson’s pre-emptive schedule with heads and tails
 * (Jackson 1955; from memory), and the changes that the families ask for.
 */
export function lowerBound(problem: OrderProblem): number {
  const { tasks, hands, cleanUp } = problem
  if (!tasks.length) return 0
  const { before } = indexed(problem)
  const heads = new Array<number>(tasks.length).fill(0)
  const tails = new Array<number>(tasks.length).fill(0)
  // Longest paths; n rounds are enough for any order of the tasks.
  for (let round = 0; round < tasks.length; round++)
    tasks.forEach((task, i) => {
      heads[i] = Math.max(heads[i], task.release ?? 0)
      for (const { task: j, lag } of before[i]) {
        heads[i] = Math.max(heads[i], heads[j] + tasks[j].hands + lag)
        tails[j] = Math.max(tails[j], lag + task.hands + tails[i])
      }
    })
  const families = [...new Set(tasks.map((task) => task.family))]
  const more = Math.max(0, families.length - hands)
  const cheapest = Math.min(
    ...families.flatMap((from) => families.flatMap((to) => (from === to ? [] : [cleanUp(from, to)]))),
    Infinity,
  )
  const work = tasks.reduce((sum, task) => sum + task.hands, 0)
  const shared = (work + (more > 0 && Number.isFinite(cheapest) ? more * cheapest : 0)) / hands
  return Math.max(shared, preemptive(tasks, heads, tails, hands)) + CHANGE_COST * more
}

/** Jackson’s pre-emptive schedule on one machine that is `speed` times as fast: always the longest tail that is ready. */
function preemptive(
  tasks: readonly OrderTask[],
  heads: readonly number[],
  tails: readonly number[],
  speed: number,
): number {
  const left = tasks.map((task) => task.hands / speed)
  let now = Math.min(...heads)
  let most = 0
  for (;;) {
    const open = tasks.flatMap((_, i) => (left[i] > 1e-9 ? [i] : []))
    if (!open.length) return most
    const ready = open.filter((i) => heads[i] <= now + 1e-9)
    const coming = Math.min(...open.filter((i) => heads[i] > now + 1e-9).map((i) => heads[i]), Infinity)
    if (!ready.length) {
      now = coming
      continue
    }
    const task = ready.reduce((a, b) => (tails[b] > tails[a] ? b : a))
    const until = Math.min(now + left[task], coming)
    left[task] -= until - now
    now = until
    if (left[task] <= 1e-9) most = Math.max(most, now + tails[task])
  }
}
