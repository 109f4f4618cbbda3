import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { lowerBound, runningOrder, type Order, type OrderProblem, type OrderTask } from './runningOrder'

interface Case {
  tasks: OrderTask[]
  hands: number
  end: number
  change:
    { kind: 'flat'; minutes: number } | { kind: 'light'; light: Record<string, number>; rinse: number; full: number }
  soft: { first: string; then: string; minutes: number }[]
}

const CASES = JSON.parse(readFileSync(new URL('./fixtures/runningOrders.json', import.meta.url), 'utf8')) as Record<
  string,
  Case
>

const problemOf = ({ change, ...rest }: Case): OrderProblem => ({
  ...rest,
  cleanUp: (from, to) =>
    change.kind === 'flat' ? change.minutes : change.light[from] > change.light[to] ? change.rinse : change.full,
})

/** Every order of the tasks that keeps their precedence, each task as early as it can be: by one pair of hands. */
function cheapest({ tasks, end, cleanUp, soft }: OrderProblem): number {
  let best = Infinity
  const go = (placed: Map<string, number>, free: number, last: string | null, changes: number, paid: number) => {
    if (placed.size === tasks.length) best = Math.min(best, free + 2 * changes + paid)
    for (const task of tasks) {
      if (placed.has(task.id) || task.after.some(({ id }) => !placed.has(id))) continue
      const washes = last !== null && last !== task.family
      const start = Math.max(
        free + (washes ? cleanUp(last, task.family) : 0),
        task.release ?? 0,
        ...task.after.map(({ id, lag }) => placed.get(id)! + lag),
      )
      const late = Number(start > (task.latest ?? Infinity) || start + task.hands > end) * 1000
      const wrong = soft.reduce((sum, s) => sum + (s.then === task.id && !placed.has(s.first) ? s.minutes : 0), 0)
      go(
        new Map(placed).set(task.id, start + task.hands),
        start + task.hands,
        task.family,
        changes + Number(washes),
        paid + late + wrong,
      )
    }
  }
  go(new Map(), 0, null, 0, 0)
  return best
}

function holds({ tasks, hands }: OrderProblem, { starts, by }: Order): void {
  const at = new Map(tasks.map((task, i) => [task.id, i]))
  tasks.forEach((task, i) => {
    expect(starts[i]).toBeGreaterThanOrEqual(task.release ?? 0)
    for (const { id, lag } of task.after) {
      const j = at.get(id)!
      expect(starts[i]).toBeGreaterThanOrEqual(starts[j] + tasks[j].hands + lag - 1e-9)
    }
  })
  for (let h = 0; h < hands; h++) {
    const own = tasks.map((_, i) => i).filter((i) => by[i] === h)
    own.sort((a, b) => starts[a] - starts[b])
    own
      .slice(1)
      .forEach((i, k) => expect(starts[i]).toBeGreaterThanOrEqual(starts[own[k]] + tasks[own[k]].hands - 1e-9))
  }
}

describe('the running order of a session (cases worked out by exhaustion and by another solver)', () => {
  it.each([
    ['A1', 144, 144, 0],
    ['A1one', 50, 50, 0],
    ['A2', 70, 60, 5],
    ['A3', 94, 88, 3],
    ['A4', 137, 127, 5],
    ['A5', 62, 60, 1],
    ['A6', 80, 76, 2],
  ])('%s costs %i: %i minutes, %i changes', (name, cost, span, changes) => {
    const problem = problemOf(CASES[name])
    const order = runningOrder(problem, 8000)
    holds(problem, order)
    expect(order).toMatchObject({ cost, span, changes, lateBy: 0 })
    expect(lowerBound(problem)).toBeLessThanOrEqual(cost + 1e-9)
  })

  it('by hand: four pots in rotation have no idle minute, so that the bound is met', () =>
    expect(lowerBound(problemOf(CASES.A1))).toBe(144))

  const tasks = fc
    .array(
      fc.record({
        hands: fc.integer({ min: 3, max: 20 }),
        family: fc.constantFrom('a', 'b', 'c'),
        chain: fc.integer({ min: 0, max: 2 }),
        lag: fc.integer({ min: 0, max: 15 }),
        latest: fc.option(fc.integer({ min: 20, max: 80 }), { nil: undefined }),
      }),
      { minLength: 1, maxLength: 6 },
    )
    .map((list) =>
      list.map(({ chain, lag, ...task }, i): OrderTask => {
        const before = list.slice(0, i).findLastIndex((other) => other.chain === chain)
        return { ...task, id: `t${i}`, after: before < 0 ? [] : [{ id: `t${before}`, lag }] }
      }),
    )
  const problems = tasks.map((list): OrderProblem => ({
    tasks: list,
    hands: 1,
    end: 90,
    cleanUp: (from, to) => (from < to ? 2 : 5),
    soft: [],
  }))

  it('costs what the best of all orders costs, within a hundredth', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const order = runningOrder(problem, 1500)
        holds(problem, order)
        const best = cheapest(problem)
        expect(order.cost).toBeLessThanOrEqual(best * 1.01 + 1e-6)
        expect(order.cost).toBeGreaterThanOrEqual(best - 1e-6)
        expect(lowerBound(problem)).toBeLessThanOrEqual(best + 1e-6)
      }),
      { numRuns: 60 },
    )
  })

  it('with more hands nothing overlaps, and it never takes longer', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const two = { ...problem, hands: 2 }
        const order = runningOrder(two, 600)
        holds(two, order)
        expect(lowerBound(two)).toBeLessThanOrEqual(order.cost + 1e-6)
        if (order.lateBy === 0) expect(order.span).toBeLessThanOrEqual(cheapest(problem) + 1e-6)
      }),
      { numRuns: 40 },
    )
  })
})

describe('what the search begins with', () => {
  const task = (id: string, family: string, more: Partial<OrderTask> = {}): OrderTask => ({
    id,
    hands: 10,
    family,
    after: [],
    ...more,
  })
  const begin = (tasks: OrderTask[], wash: number) =>
    runningOrder({ tasks, hands: 1, end: 600, cleanUp: () => wash, soft: [] }, 0)
  const inTurn = ({ starts }: Order) => [...starts.keys()].sort((a, b) => starts[a] - starts[b])

  it('is one family after another where washing would cost more than waiting', () => {
    const turns = ['a', 'b', 'a', 'b'].map((family, i) => task(`${family}${i}`, family, { latest: 100 + i }))
    const order = begin(turns, 12)
    expect(inTurn(order)).toEqual([0, 2, 1, 3])
    expect(order.cost).toBe(40 + 12 + 2)
  })

  it('is what cannot wait, though it takes a wash more', () => {
    const turns = [task('a0', 'a', { latest: 5 }), task('b1', 'b', { latest: 25 }), task('a2', 'a')]
    expect(inTurn(begin(turns, 12))).toEqual([0, 1, 2])
  })

  it('is whoever must be ready first where nothing is washed', () => {
    const turns = ['a', 'b', 'a', 'b'].map((family, i) => task(`${family}${i}`, family, { latest: 40 - 10 * i }))
    const order = begin(turns, 0)
    expect(inTurn(order)).toEqual([3, 2, 1, 0])
  })
})
