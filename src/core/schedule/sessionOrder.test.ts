import { describe, expect, it } from 'vitest'
import { free, session, visitOf } from './fixtures/jobs'
import type { PlannedVisit } from './plan'
import { lowerBound, type OrderTask } from './runningOrder'
import { sessionOrder } from './sessionOrder'
import { MINUTE } from '../base/spans'

describe('the order of a session', () => {
  const at = session('s', 0, 4)
  const colour = (stepId: string, family: string, light: number, each: number, wait = 0) => ({
    ...free(stepId, each, wait),
    family,
    light,
  })
  const turns = (visits: Parameters<typeof sessionOrder>[0]) =>
    sessionOrder(visits, false, 200).touches.map(
      ({ jobId, task, startMs }) => `${jobId}${task} ${(startMs - at.startMs) / MINUTE}`,
    )

  it('light goes before dark where that costs hardly more', () => {
    // Dark first would end five minutes sooner, with a wash more: its wait is used. Good habit is worth three.
    const dark = [colour('d', 'blue', 30, 10, 20), colour('e', 'blue', 30, 10)]
    const order = (light: number) =>
      turns([
        { jobId: 'dark', pots: 1, visit: visitOf(at, dark) },
        { jobId: 'light', pots: 1, visit: visitOf(at, [colour('l', 'white', light, 3)]) },
      ])
    expect(order(90)).toEqual(['light0 0', 'dark0 5', 'dark1 35'])
    expect(order(39)[0]).toBe('dark0 0')
  })

  it('what only dries from the first touch on is as much later as hands come to it', () => {
    const made: PlannedVisit = {
      ...visitOf(at, [free('x', 20), free('y', 10)]),
      driesFromTouch: true,
      earliestMs: [at.startMs, at.startMs + 60 * MINUTE],
    }
    const urgent = visitOf(at, [free('u', 30)], [at.startMs])
    expect(
      turns([
        { jobId: 'made', pots: 1, visit: made },
        { jobId: 'urgent', pots: 1, visit: urgent },
      ]),
    ).toEqual(['urgent0 0', 'made0 30', 'made1 90'])
  })

  it('nothing is begun before its clay is ready, nor before one is there', () => {
    const ready = (hour: number): PlannedVisit => ({
      ...visitOf(at, [free('x', 20)]),
      earliestMs: [at.startMs + hour * 60 * MINUTE],
    })
    const begun = (hour: number) => turns([{ jobId: 'a', pots: 1, visit: ready(hour) }])
    expect(begun(2)).toEqual(['a0 120'])
    expect(begun(-2)).toEqual(['a0 0'])
  })

  it('of more than a hundred and twenty stretches whoever is ready first has the hands', () => {
    const many = (count: number) =>
      Array.from({ length: count }, (_, i) => ({
        jobId: `j${i}`,
        pots: 1,
        visit: visitOf(session('long', 0, 40), [free('a', 1), free('b', 1)]),
      }))
    expect(sessionOrder(many(61), false, 1).gap).toBeNull()
    expect(sessionOrder(many(60), false, 1).gap).not.toBeNull()
  })

  it('no order costs less than hands, waits and washes together ask for', () => {
    const task = (id: string, hands: number, more: Partial<OrderTask> = {}): OrderTask => ({
      id,
      hands,
      family: 'x',
      after: [],
      ...more,
    })
    const bound = (tasks: OrderTask[], hands = 1) => lowerBound({ tasks, hands, end: 240, cleanUp: () => 3, soft: [] })
    const chain = [task('a', 10), task('b', 5, { after: [{ id: 'a', lag: 20 }] })]
    expect(bound([])).toBe(0)
    expect(bound(chain)).toBe(35)
    expect(bound([{ ...chain[0], release: 7 }, chain[1]])).toBe(42)
    expect(bound([task('a', 10), task('b', 5, { family: 'y' })])).toBe(15 + 3 + 2)
    expect(bound([task('a', 10), task('b', 5, { family: 'y' })], 2)).toBe(7.5)
    // A long tail goes first as soon as it may, and the other waits.
    expect(bound([task('a', 10), task('b', 4, { release: 2 }), task('c', 1, { after: [{ id: 'b', lag: 20 }] })])).toBe(
      27,
    )
  })
})
