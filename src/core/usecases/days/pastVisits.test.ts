import { describe, expect, it } from 'vitest'
import { plainVisit } from '../../model/fixtures/visit'
import { applyCommand } from '../../model/command'
import type { Visit } from '../../model/calendar'
import type { Studio } from '../../model/studio'
import { elapsedMinutes } from '../../plan/pace'
import { demoStudio } from '../../demo/demoStudio'
import { nextBooking } from '../../schedule/nextBooking'
import { askedOf, daysCost, pastVisits, visitMissed } from './pastVisits'
import { DAY, HOUR } from '../../base/spans'

const demo = demoStudio()
const carve = demo.pieces['reed-jugs'].steps.find((step) => step.act === 'carve')!
const visits: Visit[] = [
  { ...plainVisit, stepIds: [carve.id], cover: 'sealed', pots: [1, 2] },
  { ...plainVisit, pieceId: 'kelp-bottle', cover: 'draped' },
  {
    ...plainVisit,
    sessionId: 'b',
    at: '2026-03-06T18:00:00Z',
    until: '2026-03-06T19:00:00Z',
    cover: 'sealed',
    pots: [1, 2],
  },
]
const studio: Studio = { ...demo, schedule: { ...demo.schedule, visits } }

describe('what is over and was not told', () => {
  it('is what ended before now, asked in words of the lot, of one piece as of many', () => {
    const past = pastVisits(studio, Date.parse('2026-03-05T08:00:00Z'))
    expect(past).toEqual(visits.slice(0, 2))
    expect(askedOf(past[0], studio)).toMatch(
      /^Reed jugs, pots 1 and 2, Wed,? 4 Mar: carve reeds\. Was that done on all, and were they left sealed in plastic\?$/,
    )
    expect(askedOf(past[1], studio)).toMatch(/^Kelp bottle, Wed,? 4 Mar\. Was it left loosely draped\?$/)
  })

  it('a visit that was missed is planned no more, the others are', () => {
    const after = applyCommand(studio, visitMissed(studio.schedule, visits[0]))
    expect(after.ok && after.value.schedule.visits).toEqual(visits.slice(1))
  })

  it('days cost sessions, covers that go on, and days to the last kiln', () => {
    // The jugs stay sealed from one visit to the next: that is one cover, the bottle’s another.
    expect(daysCost(studio)).toEqual({ visits: 2, covers: 2, days: 2 })
    const { id, at } = demo.calendar.firings[0]
    const loads = [{ bookingId: id, pieceId: 'reed-jugs', pots: [], stepId: 'x' }]
    const kiln = { ...studio, schedule: { ...studio.schedule, loads } }
    const opens = Date.parse(`${at}Z`) + demo.calendar.firings[0].hours * HOUR
    expect(daysCost(kiln).days).toBe(Math.round((opens - Date.parse(plainVisit.at)) / DAY))
    expect(daysCost({ ...demo, schedule: { ...demo.schedule, visits: [] } }).visits).toBe(0)
  })
})

describe('the next kiln', () => {
  it('is a bisque a week from now, then glaze and bisque in turns, a week after the last', () => {
    const first = nextBooking({ firings: [] }, 'a', '2026-03-04')
    expect(first).toMatchObject({ at: '2026-03-11T20:00', firing: 'bisque' })
    const second = nextBooking({ firings: [{ ...first, cone: '06', at: '2026-03-11T09:30' }] }, 'b', '2026-03-04')
    expect(second).toMatchObject({ id: 'b', at: '2026-03-18T09:30', firing: 'glaze', cone: '06' })
    expect(nextBooking({ firings: [first, second] }, 'c', '2026-05-01')).toMatchObject({
      at: '2026-05-08T09:30',
      firing: 'bisque',
    })
  })
})

describe('from the first touch to the last', () => {
  it('waits count between coats, less what the others of a set take meanwhile', () => {
    // Three coats of 6 min with 10 min between: one piece takes 18 + 20, four take 72 and wait no more.
    expect(elapsedMinutes(37, [8, 18, 24], 3, 1)).toEqual({ lastStroke: 63, matte: 87 })
    expect(elapsedMinutes(18, [10, 10, 10], 3, 2)).toEqual({ lastStroke: 36 + 2 * 4, matte: 36 + 2 * 4 + 10 })
    expect(elapsedMinutes(18, [10, 10, 10], 3, 4).lastStroke).toBe(72)
    expect(elapsedMinutes(5, [20], 1, 3)).toEqual({ lastStroke: 15, matte: 35 })
  })
})
